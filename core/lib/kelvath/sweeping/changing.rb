# frozen_string_literal: true

module Kelvath
  module Sweeping
    # One change of many elements: what each would become, before anything is done, and the change of those that are
    # wanted.
    class Changing
      # way: one of WAYS; text: the value as typed, or what is replaced; by: what it is replaced by.
      Action = Struct.new(:key, :way, :text, :by, keyword_init: true)
      WAYS = { "set" => "is set to", "clear" => "is cleared", "replace" => "has text replaced:",
               "add" => "gets also", "take" => "loses" }.freeze
      # element_id; before, after: texts; fault: why it cannot be, or nil.
      Row = Struct.new(:element_id, :before, :after, :fault, keyword_init: true)

      # elements: of one kind, or of some; kind: that one, or a list of them. Raises UnknownName, InvalidValue
      # for an action that suits none of them.
      def initialize(model, elements, action, kind:)
        @model, @elements, @action = model, elements, action
        @subject = Subjects.shared(model, Array(kind)).fetch(action.key)
        refuse("#{@subject.label} is reckoned and cannot be set.") unless @subject.field
        refuse("#{@subject.label} cannot be changed so.") unless ways.include?(action.way)
        refuse("Type the text that is to be replaced.") if action.way == "replace" && action.text.to_s.empty?
      end

      # Ways in which a subject can be changed.
      def self.ways(subject)
        return [] unless subject.field
        return %w[set clear] if subject.key.start_with?("native_type.")

        case subject.field.type
        when :references, :names then %w[add take set clear]
        when :name, :text, :expression, :native_type then %w[set replace clear]
        when :flag, :choice then %w[set]
        else %w[set clear]
        end
      end

      # "precision is set to “6”"
      def label
        what = @action.way == "clear" ? "" : " “#{@action.text}”"
        "#{@subject.label.downcase} #{WAYS.fetch(@action.way)}#{what}"
      end

      # What the action can do of them: a Row for each element that it would change or that it cannot.
      def rows
        @rows ||= @elements.filter_map do |element|
          value = value(element)
          next if value == element[name]

          Row.new(element_id: element.id, before: shown(element), after: shown(element.with(name => value)))
        rescue InvalidValue => error
          Row.new(element_id: element.id, before: shown(element), fault: error.message)
        end
      end

      # The change of those that are wanted and can be. only: ids, nil for all.
      def change_set(ids:, only: nil)
        wanted = rows.reject { |row| row.fault || (only && !only.include?(row.element_id)) }.map(&:element_id)
        Draft.change(@model, ids:) do |draft|
          wanted.each { |id| draft.set(id, name => value(@model.fetch(id))) }
        end
      end

      private

      def name = @subject.field.name
      def field_of(element) = element.class.fetch_field(name)
      def ways = Changing.ways(@subject)
      def refuse(message) = raise(InvalidValue.new(message, field: :key, value: @action.key))
      def part = @subject.key[/\Anative_type\.(\w+)/, 1]
      def shown(element)
        part ? Hits.text(@subject.read.(element)) : Editing::FieldText.shown(@model, element, field_of(element))
      end

      def value(element)
        return part_value(element) if part

        case @action.way
        when "set" then read(element, @action.text.to_s)
        when "clear" then field_of(element).default
        when "replace" then replaced(element)
        when "add" then element[name] | read(element, @action.text.to_s)
        else element[name] - read(element, @action.text.to_s)
        end
      end

      def read(element, text)
        field = field_of(element)
        return Editing::FieldText.read(@model, element, field, text) if field.reference? || field.references?

        Editing.read(@model, element, field, text)
      end

      def replaced(element)
        text = Editing::FieldText.shown(@model, element, field_of(element))
        text.include?(@action.text) ? read(element, text.gsub(@action.text) { @action.by.to_s }) : element[name]
      end

      # The type with another argument and nothing else of it changed; a type that has none there stays as it is.
      def part_value(element)
        type = element[name]
        arguments = type["arguments"].to_a.dup
        at = Subjects::PARTS.fetch(part).last
        return type unless arguments[at].is_a?(Integer)
        return Metamodel::NativeType.sized(type, arguments.first(at)) if @action.way == "clear"

        arguments[at] = whole(@action.text)
        read(element, Platforms.of(@model, element).write_type(Metamodel::NativeType.sized(type, arguments)))
      end

      def whole(text)
        Integer(text.to_s.strip, 10, exception: false) ||
          raise(InvalidValue.new("#{@subject.label} is a whole number; “#{text}” is none.", field: :text, value: text))
      end
    end
  end
end
