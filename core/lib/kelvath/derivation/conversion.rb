# frozen_string_literal: true

module Kelvath
  module Derivation
    # A design made into one for another platform: types by way of the logical ones, names and options as far as the
    # other has them. What has no counterpart is told, and left out or kept as text.
    class Conversion
      # The features that kinds of elements need.
      NEEDS = { schema: :schemas, foreign_key: :foreign_keys, check: :checks, index: :indexes, sequence: :sequences,
                enumeration: :enumerations, role: :roles, grant: :roles, partition: :partitions }.freeze
      AS_WRITTEN = %i[view routine trigger clause].freeze # whose SQL nobody translates

      # remarks: what has no counterpart, in words; design: the new one; elements: it and all within it; ids: { old id
      # => new id }.
      attr_reader :remarks, :design, :ids

      # platform: the key of the other one. Raises NotFound, UnknownName.
      def initialize(model, design_id, platform:, ids:)
        @model = model
        @old = model.fetch(design_id, :design)
        @from = Platforms.of(model, @old)
        @to = Platforms.fetch(platform)
        @design = Metamodel::Design.new(id: ids.next, name: Derivation.free_name(model, @to), platform: @to.key,
                                        choices: @old.choices)
        @elements, lacking = Again::Parts.of(model, design_id).each_value.partition { |each| wanted?(each) }
        @remarks = lacking.group_by(&:kind).map { |kind, list| lacks(kind, list) }
        @ids = @elements.to_h { |each| [ each.id, ids.next ] }.merge(@old.id => @design.id)
        @names = Hash.new { |known, place| known[place] = Naming::TakenNames.new }
      end

      # The design and all within it, parents first.
      def elements = @converted ||= [ design, *@elements.map { |element| converted(element) } ]

      private

      def title(element) = Describing.title(element, @model)

      # What stands within something that is left out goes with it.
      def wanted?(element)
        need = NEEDS[element.kind] || (:alternate_keys if element.kind == :key && !element.primary)
        within = element.kind == :column && @model[element.parent_id].kind == :column
        (need.nil? || @to.supports?(need)) && (!within || @to.supports?(:nested_columns))
      end

      # One line for all of a kind, so that what is lost singly is not lost among them.
      def lacks(kind, list)
        title = Metamodel.fetch(kind).title
        words = list.one? ? title : Inflection.plural(title)
        "#{list.size} #{words}, which #{@to.title} does not have: #{list.map { |each| each.label(@model) }.join(', ')}."
      end

      def left_out(element, why)
        @remarks << "#{title(element).sub(/\A./, &:upcase)}: #{@to.title} #{why}."
        false
      end

      def converted(element)
        @remarks << "#{title(element).sub(/\A./, &:upcase)}: its SQL is kept as written." if
          AS_WRITTEN.include?(element.kind)
        values = element.values.to_h { |name, value| [ name, moved(element.class.fetch_field(name), value) ] }
        values.merge!(column(element)) if element.kind == :column
        values.merge!(actions(element)) if element.kind == :foreign_key
        values[:options] = options(element) if values.key?(:options)
        values[:name] = name(element) if values.key?(:name)
        element.class.new(id: @ids.fetch(element.id), parent_id: @ids.fetch(element.parent_id), **values)
      end

      def moved(field, value)
        return value.filter_map { |id| @ids[id] } if field.references?
        return @ids[value] if field.reference?
        return Metamodel::Expression.written(value) { |id| Metamodel::Expression.reference(@ids.fetch(id, id)) } if
          field.expression?

        value
      end

      def name(element)
        place = element.kind == :column ? element.parent_id : @old.id
        taken = @names[[ place, element.respond_to?(:schema_id) ? element.schema_id : nil ]]
        name = element.name.empty? ? "" : taken.take(element.name, limit: @to.identifier_limit)
        @remarks << "#{title(element).sub(/\A./, &:upcase)} is called #{name}." unless name == element.name
        name
      end

      def column(element)
        type = type(element)
        lost = element.identity && !@to.supports?(:identity)
        left_out(element, "does not number rows by itself") if lost
        { native_type: type, identity: element.identity && !lost, stored: element.stored || must_store?(element),
          default_value: default(element) }
      end

      def must_store?(element) = !element.computed.empty? && !@to.supports?(:virtual_columns)

      def type(element)
        return element.native_type if element.native_type == Metamodel::NativeType::NONE

        enumeration = Platforms.enumerations(@model, element)[element.native_type["base"]]
        return enumerated(element, enumeration) if enumeration

        logical = @from.logical_type(element.native_type)
        unless logical[:type].empty?
          return @to.read_type(@to.native_type(Logical::ValueType.new(
            name: logical[:type], length: logical[:length], precision: logical[:precision], scale: logical[:scale]
          )))
        end

        same = @to.read_type(@from.write_type(element.native_type))
        left_out(element, "may not know the type #{@from.write_type(element.native_type)}") if @to.type_fault(same)
        same
      end

      # A type of the design's own goes along, becomes the platform's, or a text that any value fits.
      def enumerated(element, enumeration)
        return element.native_type if @to.supports?(:enumerations)

        own = @to.enumerated_type(enumeration.value_texts)
        return @to.read_type(own) if own

        left_out(element, "keeps no other values out than those of #{enumeration.name}; write a check")
        @to.read_type(@to.native_type(Logical::ValueType.new(
          name: "text", length: enumeration.value_texts.map(&:length).max
        )))
      end

      # True and false, where one of the two has no such words.
      def default(element)
        return element.default_value unless @from.logical_type(element.native_type)[:type] == "boolean"

        said = { "1" => "true", "0" => "false" }.fetch(element.default_value, element.default_value)
        @to.default_expression(said, Logical::ValueType.new(name: "boolean"))
      end

      def actions(element)
        %i[on_delete on_update].to_h do |event|
          known = @to.actions(event).include?(element[event])
          left_out(element, "does not #{element[event]} #{event.to_s.tr('_', ' ')}") unless known
          [ event, known ? element[event] : "no action" ]
        end
      end

      # Those of the same name that take the same value.
      def options(element)
        element.options.select do |name, value|
          option = @to.option(element.kind, name)
          text = value == true ? "yes" : value.to_s
          kept = option && @to.option?(option) && (option.type != :choice || option.values.include?(text))
          kept || left_out(element, "has no option “#{name}” with #{text}")
        end.to_h { |name, value| [ name, value.is_a?(String) ? moved_text(value) : value ] }
      end

      def moved_text(text)
        Metamodel::Expression.written(text) { |id| Metamodel::Expression.reference(@ids.fetch(id, id)) }
      end
    end
  end
end
