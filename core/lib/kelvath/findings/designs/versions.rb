# frozen_string_literal: true

module Kelvath
  module Findings
    # Something that a design says and that its platform, or the version it is for, does not know.
    class VersionLacksIt < Check
      holds "A design says nothing that its platform does not know in its version."
      looks_at(*Metamodel::PHYSICAL - [ :design ])

      # The version is the design's.
      def concerned(change)
        change.touched(:design).any? ? subjects.map(&:id) : super
      end

      private

      def about(element)
        unless element.kind == :schema || element.kind == :column || !element.values.fetch(:options, {}).empty?
          return []
        end

        design = model.ancestors(element).last
        platform = Platforms.of(model, design)
        [ (schema_unknown(element, platform) if element.kind == :schema),
          (nested_unknown(element, platform, design.version) if element.kind == :column),
          (computed_too_new(element, platform, design.version) if element.kind == :column),
          *options_too_new(element, platform, design.version) ].compact.first(1)
      end

      def schema_unknown(schema, platform)
        return if platform.supports?(:schemas)

        finding(schema, "#{platform.title} knows no schemas; what is in #{schema.name} is made without one.",
                fix("Do without the schema") { |draft| draft.remove(schema.id) })
      end

      def nested_unknown(column, platform, version)
        return if model[column.parent_id].kind == :table || platform.supports?(:nested_columns, version)

        finding(column, "#{platform.title} knows no columns within columns; #{title(column)} is one.",
                fix("Remove the column") { |draft| draft.remove(column.id) })
      end

      # What is computed must be kept in the row where the version cannot do without.
      def computed_too_new(column, platform, version)
        return if column.computed.empty?
        unless platform.supports?(:computed_columns, version)
          return lacking(column, "computed columns", platform, :computed_columns) { { computed: "" } }
        end

        return if column.stored || !needs_storing?(platform) || platform.supports?(:virtual_columns, version)

        lacking(column, "computed columns that are not kept in the row", platform, :virtual_columns) do
          { stored: true }
        end
      end

      def needs_storing?(platform) = platform.class::FEATURES.key?(:virtual_columns)

      def lacking(column, what, platform, feature)
        since = platform.class::FEATURES[feature]
        finding(column,
                "#{platform.title} knows #{what} #{since ? "since #{since} only" : 'not at all'}; #{title(column)}" \
                " is one.",
                fix(feature == :virtual_columns ? "Keep it in the row" : "Do not compute it") do |draft|
                  draft.set(column.id, **yield)
                end)
      end

      def options_too_new(element, platform, version)
        element.values.fetch(:options, {}).each_key.filter_map do |name|
          option = platform.option(element.kind, name)
          next if option && platform.reached?(option.since, version)

          since = option ? "since #{option.since} only" : "not"
          finding(element, "#{platform.title} knows the option “#{name}” of " \
                           "a #{element.class.title} #{since}; #{title(element)} has it.",
                  fix("Take “#{name}” away") { |draft| draft.set(element.id, options: element.options.except(name)) })
        end
      end
    end
  end
end
