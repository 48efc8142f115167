# frozen_string_literal: true

module Kelvath
  module Questions
    # The view of all elements of a kind: a column for each field, two for what refers to others (its name, its id), and
    # those of the house's own fields.
    class OfKind
      HIDDEN = %i[options digest].freeze

      def initialize(model, kind)
        @model = model
        @kind = Metamodel.fetch(kind)
      end

      # The name of the view of a kind: "foreign_keys".
      def self.name(kind) = Inflection.plural(kind.title).tr(" ", "_")

      def view
        View.new(name: OfKind.name(@kind), about: "All #{Inflection.plural(@kind.title)}",
                 columns: columns.map { |name, about, _| [ name, about ] },
                 make: -> { @model.all(@kind.kind).map { |element| columns.map { |_, _, read| read.(element) } } })
      end

      private

      # [[name, what it says, element -> value], …], each name once.
      def columns
        @columns ||= [ *standing, *@kind.fields.values.flat_map { |field| of_field(field) }, *custom ].uniq(&:first)
      end

      def standing
        found = [ [ "id", "its id", ->(element) { element.id } ] ]
        return found if @kind.within.empty?

        found << [ "within_id", "id of what it stands in", ->(element) { element.parent_id } ]
        found << [ "within", "name of what it stands in", ->(element) { label(element.parent_id) } ]
        found << [ "design", "name of its design", ->(element) { design(element) } ] if @kind.side == :physical
        found
      end

      def of_field(field)
        return [] if field.internal? || HIDDEN.include?(field.type)

        name, about = field.name.to_s, field.label.downcase
        case field.type
        when :reference then reference(field, name.delete_suffix("_id"), about)
        when :references then references(field, name.delete_suffix("_ids"), about)
        when :native_type then type_parts(field)
        when :flag then [ [ name, "#{about}: 1 or 0", ->(element) { element[field.name] ? 1 : 0 } ] ]
        when :expression, :names
          [ [ name, about, ->(element) { Editing::FieldText.shown(@model, element, field) } ] ]
        else [ [ name, about, ->(element) { element[field.name] } ] ]
        end
      end

      def reference(field, name, about)
        [ [ name, "#{about}, by name", ->(element) { label(element[field.name]) } ],
          [ "#{name}_id", "#{about}, by id", ->(element) { element[field.name] } ] ]
      end

      def references(field, name, about)
        [ [ "#{name}s", "#{about}, by name", ->(element) { element[field.name].map { |id| label(id) }.join(", ") } ],
          [ "#{name}_ids", "#{about}, by id", ->(element) { element[field.name].join(" ") } ] ]
      end

      def type_parts(field)
        argument = ->(element, at) { element[field.name]["arguments"]&.at(at).then { |one| one if one.is_a?(Integer) } }
        whole = ->(element) { Editing::FieldText.shown(@model, element, field) }
        [ [ "type", "type as its platform writes it", whole ],
          [ "type_base", "type without its length", ->(element) { element[field.name]["base"] } ],
          [ "type_precision", "length or precision", ->(element) { argument.(element, 0) } ],
          [ "type_scale", "scale", ->(element) { argument.(element, 1) } ] ]
      end

      def custom
        Publishing::Choices.custom(@model, @kind.kind).map do |field|
          name = field.name.downcase.gsub(/[^a-z0-9]+/, "_").delete_prefix("_").delete_suffix("_")
          [ name, "the house’s #{field.name}", ->(element) { kept(element, field) } ]
        end.reject { |name, _, _| name.empty? }
      end

      def kept(element, field)
        @model.children(element.id, :custom_value).find { |each| each.custom_field_id == field.id }&.value
      end

      def label(id) = id && @model[id.split(".").last]&.label(@model)

      def design(element)
        element = @model[element.parent_id] while element && element.kind != :design
        element&.name
      end
    end
  end
end
