# frozen_string_literal: true

module Kelvath
  module Altering
    # Is a field the same on both sides, whatever it is spelt like?
    class Likeness
      # told: does one of the sides come from a database?
      def initialize(platform, told:)
        @platform = platform
        @told = told
      end

      # one, two: values of a Field of two elements of a kind, with the same ids in them.
      def same?(kind, field, one, two)
        one == two || kept(kind, field, one) == kept(kind, field, two)
      end

      private

      def kept(kind, field, value)
        return @platform.write_type(value) if field.type == :native_type

        value = lasting(kind, value) if field.type == :options
        value = @platform.as_kept(kind, field.name, value)
        return value unless value.is_a?(String) && sql?(kind, field)

        worded = @told && @platform.not_kept.include?([ kind, field.name ]) ? loose(value) : value
        bare(worded, field.expression? ? 0 : 2)
      end

      def sql?(kind, field) = field.expression? || [ kind, field.name ] == %i[column default_value]

      # Options of which the database can tell.
      def lasting(kind, options) = options.reject { |name, _| @platform.option(kind, name)&.passing }

      # Words that stand in no quotation marks mean the same in letters of any size, and brackets around all nothing.
      def bare(sql, _)
        return sql if sql.empty?

        text = Ddl::Piece.new(sql, :expression).bare
        Ddl::Lexer.tokens(text).map { |token| token.type == :word ? token.value.downcase : token }
                  .map { |each| each.is_a?(String) ? each : [ each.type, each.value ] }
      end

      # Without the casts and brackets that a catalog adds.
      def loose(sql) = sql.gsub(/::[a-z][\w ]*(\(\d+(,\d+)?\))?(\[\])?/i, "").gsub(/[()]/, " ").strip
    end
  end
end
