# frozen_string_literal: true

module Kelvath
  module Editing
    # Field values as text in a cell or an input, and what is typed there back to values.
    module FieldText
      module_function

      # The text of a field of an element.
      def shown(model, element, field)
        value = element[field.name]
        case field.type
        when :flag then value ? "yes" : ""
        when :expression then Ddl::Names.text(model, element, field.name)
        when :options
          Platforms::Options.written(value.to_h { |name, _| [ name, Ddl::Names.option_value(model, element, name) ] })
        when :native_type then Platforms.of(model, element).write_type(value)
        when :reference then value ? name_of(model, value) : ""
        when :references then value.map { |id| name_of(model, id, within: element.parent_id) }.join(", ")
        when :names then value.join(", ")
        when :number then value.nil? ? "" : value.to_s.delete_suffix(".0")
        when :choice then value.to_s.tr("_", " ")
        else value.to_s
        end
      end

      # The name of what an id means. within: the entity that has the attribute; a migrated one is called as it is
      # there.
      def name_of(model, id, within: nil)
        held = Logical::KeyMigration.of(model).held(within).find { |each| each.id == id } if within && id.include?(".")
        held ? held.name : model[id.split(".").last]&.then { |element| element.label(model) }.to_s
      end

      # What was typed for a field of an element -> its value. Raises InvalidValue, naming what is known.
      def read(model, element, field, raw, as_written: false)
        case field.type
        when :reference then raw.to_s.strip.empty? ? nil : found(model, element, field, raw.to_s.strip)
        when :references
          raw.to_s.split(/\s*,\s*/).reject(&:empty?).map { |name| found(model, element, field, name) }
        when :names then raw.to_s.split(/\s*,\s*/).reject(&:empty?)
        when :expression then Ddl::Names.resolve(model, element, field.name, field.parse(raw))
        when :native_type then raw.is_a?(Hash) ? raw : Tables.type(model, element, raw, as_written:)
        when :options
          return raw if raw.is_a?(Hash)

          read = Platforms::Options.read(raw.to_s, Platforms.of(model, element), element.kind)
          Ddl::Names.resolved_options(model, element, read)
        else field.parse(raw)
        end
      end

      # Raises Conflict if the field has another text by now than the person saw before typing.
      def check_seen(model, element, column, raw, seen)
        field = element.class.fetch_field(column)
        now = Editing::FieldText.shown(model, element, field)
        if [ seen, raw.to_s.strip ].include?(now) ||
           (!field.written_by_platform? && field.parse(seen) == element[field.name])
          return
        end

        message = "#{field.label} of #{Describing.title(element, model)} was set to “#{now}” meanwhile; yours " \
                  "was “#{raw}”."
        raise Conflict,
              [ Conflict::Clash.new(element_id: element.id, field: field.name, yours: raw, theirs: now, message:) ]
      rescue InvalidValue
        nil # what stood there was not typed as such; there is nothing to hold it against
      end

      # The id of what is called that. Raises InvalidValue with the nearest name, or what is known.
      def found(model, element, field, name)
        return name if model.key?(name)

        list = candidates(model, element, field)
        hit = list.find { |_, known| known.casecmp?(name) }
        return hit.first if hit

        hint = DidYouMean::SpellChecker.new(dictionary: list.map(&:last)).correct(name).first
        known = list.map(&:last).sort.first(12).join(", ")
        kinds = field.to.map { |kind| Metamodel.fetch(kind).title }.join(" or ")
        help = hint ? " Did you mean “#{hint}”?" : (" Known are #{known}." unless known.empty?)
        raise InvalidValue.new("There is no #{kinds} “#{name}”.#{help}", field: field.name, value: name)
      end

      # Tables and columns are those of the same design.
      def in_design(model, design, field)
        field.to.flat_map { |kind| Metamodel::Design.elements(model, design.id, kind) }
                .map { |each| [ each.id, each.label(model) ] }
      end

      # [id, name] of what a field may refer to: members of an identifier are attributes that its entity has.
      def candidates(model, element, field)
        entity_id = element.parent_id
        if field.to == [ :attribute ] && entity_id && model[entity_id]&.kind == :entity
          return Logical::KeyMigration.of(model).held(entity_id).map { |held| [ held.id, held.name ] }
        end
        if field.to == [ :column ] && field.name != :target_column_ids
          return model.children(entity_id, :column).map { |column| [ column.id, column.name ] }
        end

        design = [ element, *model.ancestors(element) ].find { |each| each.kind == :design }
        return in_design(model, design, field) if design

        field.to.flat_map { |kind| model.all(kind) }.map { |each| [ each.id, each.label(model) ] }
      end

      private_class_method :name_of, :in_design, :candidates
    end
  end
end
