# frozen_string_literal: true

module Kelvath
  # Text anywhere in a model: in any field of any kind, in words, physical names, definitions, SQL, notes.
  module Seeking
    # element; field: the Field in which the first of the words stands; text: all that it says.
    Hit = Struct.new(:element, :field, :text, keyword_init: true)
    KINDS = (Metamodel::KINDS.keys - %i[decision diagram_node answer]).freeze
    TYPES = %i[name text expression names options native_type].freeze
    LONGEST = 200 # letters that are looked for

    module_function

    # { kind => [Hit, …] }, in the order of the kinds; names that begin with the text come first, short ones before
    # long. Every word of it must stand somewhere in an element, in any letters.
    def find(model, text)
      words = text.to_s[0, LONGEST].downcase.split
      return {} if words.empty?

      KINDS.to_h { |kind| [ kind, hits(model, kind, words) ] }.reject { |_, hits| hits.empty? }
    end

    def hits(model, kind, words)
      fields = Metamodel.fetch(kind).fields.values.select { |field| TYPES.include?(field.type) && !field.internal? }
      found = model.all(kind).filter_map { |element| hit(model, element, fields, words) }
      found.sort_by.with_index { |hit, index| [ rank(hit, words), hit.text.length, index ] }
    end

    def hit(model, element, fields, words)
      texts = fields.map { |field| plain(model, element, field) }
      low = texts.map(&:downcase)
      return unless words.all? { |word| low.any? { |text| text.include?(word) } }

      at = low.index { |text| text.include?(words.first) }
      Hit.new(element:, field: fields[at], text: texts[at])
    end

    # What is not text by itself is made so only where there is something to make.
    def plain(model, element, field)
      value = element[field.name]
      return value if value.is_a?(String) && !field.expression?
      return "" if value.nil? || value == field.default

      Editing::FieldText.shown(model, element, field).to_s
    end

    def rank(hit, words)
      return 2 unless hit.field.name == :name

      hit.text.downcase.start_with?(words.first) ? 0 : 1
    end
    private_class_method :hits, :hit, :plain, :rank
  end
end
