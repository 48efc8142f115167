# frozen_string_literal: true

require_relative "platforms/option"
require_relative "platforms/options"
require_relative "platforms/type_text"
require_relative "platforms/data_type"
require_relative "platforms/types"
require_relative "platforms/values"
require_relative "platforms/repeating"
require_relative "platforms/altering"
require_relative "platforms/platform"

module Kelvath
  # The platforms a design can be for. Each is a folder whose main file says what it is and registers it; beside
  # that file stand the parts in which it differs from the standard. Nothing else knows a platform by name.
  module Platforms
    @all = {}
    STANDARD = Platform.new

    class << self
      # Makes a platform (an instance of a subclass of Platform) known under its key.
      def register(platform) = @all[platform.key] = platform

      # All platforms, in the order in which they were registered.
      def all = @all.values

      # The keys of all platforms, in the order in which they are offered.
      def keys = @all.keys

      # The platform of the design that an element stands in, in its version; the standard's for what stands in none,
      # and for a design from elsewhere whose platform nobody here knows.
      def of(model, element)
        design = design_of(model, element)
        design ? @all.fetch(design.platform.to_s.downcase, STANDARD).at(design.version) : STANDARD
      end

      # The design that an element stands in, or is; nil for what stands in none.
      def design_of(model, element) = [ element, *model.ancestors(element) ].find { |each| each.kind == :design }

      # The enumerated types of the design that an element stands in, by the names that columns have them by:
      # { "crew.grade" => Enumeration }
      def enumerations(model, element)
        design = design_of(model, element) or return {}
        model.memo_of([ :enumerations, design.id ], %i[design schema enumeration]) do
          platform = of(model, design)
          model.children(design.id, :enumeration).to_h do |each|
            [ platform.name_parts(each, model).map { |part| platform.quote(part) }.join("."), each ]
          end
        end
      end

      # The platform of that key. Raises UnknownName listing the known ones.
      def fetch(key)
        @all.fetch(key.to_s.downcase) do
          raise UnknownName, "There is no platform “#{key}”; known are #{keys.join(', ')}."
        end
      end
    end
  end
end

require_relative "platforms/sqlite/sqlite"
require_relative "platforms/postgresql/postgresql"
require_relative "platforms/mariadb/mariadb"
require_relative "platforms/mysql/mysql"
require_relative "platforms/sqlserver/sqlserver"
require_relative "platforms/oracle/oracle"
require_relative "platforms/snowflake/snowflake"
require_relative "platforms/hive/hive"
