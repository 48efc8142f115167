# frozen_string_literal: true

module Kelvath
  module Sweeping
    # What can be asked of the elements of a kind: their own fields, parts of their type, fields of the house's own, how
    # many they hold, and the fields of what they stand in or refer to.
    class Subjects
      # key: "length", "native_type.precision", "custom-01H…", "count.column", "within.name", "domain_id.name"; label:
      # as people read it; type: :text, :number, :flag or :list; read: element -> its value; field: the Field that can
      # be set, nil for what is reckoned.
      Subject = Struct.new(:key, :label, :type, :read, :field, keyword_init: true)
      TYPES = { flag: :flag, integer: :number, number: :number, references: :list, names: :list }.freeze
      # Parts of the type of a column: { key => [label, which argument] }
      PARTS = { "precision" => [ "Length or precision", 0 ], "scale" => [ "Scale", 1 ] }.freeze
      HIDDEN = %i[options digest].freeze

      # The Subjects of a kind in a model.
      def self.of(model, kind) = model.memo([ :subjects, kind ]) { new(model, kind) }

      # What can be asked of several kinds alike.
      def self.shared(model, kinds) = kinds.one? ? of(model, kinds.first) : Shared.new(model, kinds)

      def initialize(model, kind)
        @model = model
        @kind = Metamodel.fetch(kind)
      end

      # { key => Subject }, own fields first.
      def all = @all ||= [ *own(@kind), *parts, *custom, *counts, *around ].to_h { |each| [ each.key, each ] }

      # The Subject of a key. Raises UnknownName.
      def fetch(key)
        all.fetch(key) do
          raise UnknownName, "#{Inflection.plural(@kind.title).capitalize} have nothing called " \
                             "“#{key.to_s.tr('_', ' ')}” any more; choose what to ask in its place."
        end
      end

      # Those whose value can be set.
      def settable = all.values.select(&:field)

      # Of several kinds: what all of them have, of the same type.
      class Shared < Subjects
        def initialize(model, kinds)
          super(model, kinds.first)
          @each = kinds.to_h { |kind| [ kind, Subjects.of(model, kind).all ] }
        end

        def all
          @all ||= @each.values.first.select { |key, one| @each.values.all? { |known| known[key]&.type == one.type } }
                        .to_h { |key, one| [ key, joint(key, one) ] }
        end

        private

        # It can be set where the fields of all take the same values.
        def joint(key, one)
          fields = @each.values.map { |known| known[key].field }
          alike = fields.all? && fields.map { |field| [ field.type, field.values, field.to ] }.uniq.one?
          reads = @each.transform_values { |known| known[key].read }
          Subject.new(key:, label: one.label, type: one.type, read: ->(element) { reads.fetch(element.kind).(element) },
                      field: (one.field if alike))
        end
      end

      private

      # The declared fields of a kind. get: element -> the element of that kind, or nil.
      def own(kind, prefix: "", words: "", set: true, get: nil)
        kind.fields.values.reject { |field| field.internal? || HIDDEN.include?(field.type) }.map do |field|
          read = reader(field)
          label = words.empty? ? field.label : "#{words} #{field.label.downcase}"
          Subject.new(key: "#{prefix}#{field.name}", label:, type: TYPES.fetch(field.type, :text),
                      read: get ? ->(element) { (other = get.(element)) && read.(other) } : read,
                      field: (field if set))
        end
      end

      # Text of a reference is the name of what it leads to.
      def reader(field)
        name = field.name
        case field.type
        when :flag, :integer, :number, :names, :name, :text then ->(element) { element[name] }
        when :choice then ->(element) { element[name].to_s.tr("_", " ") }
        when :reference then ->(element) { (id = element[name]) ? label(id) : "" }
        when :references then ->(element) { element[name].map { |id| label(id) } }
        else ->(element) { Editing::FieldText.shown(@model, element, field) }
        end
      end

      def label(id) = @model[id.split(".").last]&.label(@model).to_s

      def parts
        return [] unless @kind.fields.key?(:native_type)

        base = Subject.new(key: "native_type.base", label: "Type alone", type: :text,
                           read: ->(element) { element.native_type["base"].to_s.tr("_", " ") })
        [ base, *PARTS.map do |key, (label, index)|
          Subject.new(key: "native_type.#{key}", label:, type: :number, field: @kind.fields[:native_type],
                      read: ->(element) { whole(element.native_type["arguments"]&.at(index)) })
        end ]
      end

      def whole(argument) = argument.is_a?(Integer) ? argument : nil

      def custom
        @model.all(:custom_field).select { |field| field.of == @kind.key }.map do |field|
          type = { "number" => :number, "yes or no" => :flag }.fetch(field.type, :text)
          Subject.new(key: "custom-#{field.id}", label: field.name, type:,
                      read: ->(element) { kept(element, field, type) })
        end
      end

      def kept(element, field, type)
        text = @model.children(element.id, :custom_value).find { |each| each.custom_field_id == field.id }&.value.to_s
        case type
        when :number then Float(text, exception: false)
        when :flag then text.casecmp?("yes")
        else text
        end
      end

      # How many elements of each kind stand within it.
      def counts
        held = Metamodel::KINDS.values.select { |each| each.within.include?(@kind.kind) && each.side == @kind.side }
        held.map do |each|
          Subject.new(key: "count.#{each.key}", label: "Number of #{Inflection.plural(each.title)}", type: :number,
                      read: ->(element) { @model.children(element.id, each.kind).size })
        end
      end

      # Of what it stands in, and of what it refers to.
      def around
        within = @kind.within.first && Metamodel.fetch(@kind.within.first)
        found = within ? own(within, prefix: "within.", words: "#{within.title.capitalize}’s", set: false,
                                     get: ->(element) { holder(element, within.kind) }) : []
        @kind.fields.values.select { |field| field.reference? && !field.internal? }.reduce(found) do |all, field|
          all + field.to.first(1).flat_map do |kind|
            own(Metamodel.fetch(kind), prefix: "#{field.name}.", words: "#{field.label}’s", set: false,
                                       get: ->(element) { of_kind(element[field.name], kind) })
          end
        end
      end

      # A column within a column stands in its table, too.
      def holder(element, kind)
        element = @model[element.parent_id] while element && element.kind != kind
        element
      end

      def of_kind(id, kind)
        element = id && @model[id.split(".").last]
        element if element&.kind == kind
      end
    end
  end
end
