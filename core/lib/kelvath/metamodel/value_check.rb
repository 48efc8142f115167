# frozen_string_literal: true

module Kelvath
  module Metamodel
    # Whether a value can stand in a field, whoever brings it; and the nearest one that can. What people type has
    # narrower limits (Field#parse): an old database may hold longer names than anybody should give.
    module ValueCheck
      NAME_MOST = 1_000 # characters of a name that comes from elsewhere
      NAMES_MOST = 100 # options of one element
      LIST_MOST = 10_000 # members of a list
      WHOLE = (-(2**53)..(2**53)) # numbers that JSON and every database keep as they are
      REAL = (-1e12..1e12)
      ID = /\A[\w.-]{1,4000}\z/ # composed ids of long chains are long
      CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/

      module_function

      # What is wrong with a value, as a sentence; nil if nothing is.
      def fault(field, value)
        case field.type
        when :name then text_fault(field, value, NAME_MOST)
        when :text, :expression then text_fault(field, value, Field::TEXT_LIMIT)
        when :digest then "#{field.label} is not a digest: 64 hexadecimal digits." unless value.nil? ||
          (text?(value) && value.match?(Field::DIGEST))
        when :choice then "#{field.label} cannot be #{shown(value)}; it is one " \
                          "of #{field.values.reject(&:empty?).join(', ')}." unless field.values.include?(value)
        when :reference
          "#{field.label} must be the id of an element, not #{shown(value)}." unless value.nil? || id?(value)
        when :references, :names then list_fault(field, value)
        when :options then options_fault(field, value)
        when :native_type then NativeType.fault(value)&.then { |words| "#{field.label} #{words}." }
        when :flag then "#{field.label} is yes or no, not #{shown(value)}." unless [ true, false ].include?(value)
        else number_fault(field, value)
        end
      end

      # A text with what no field takes taken out, and cut to the field's length: for what comes from elsewhere.
      def mended(field, text)
        text = plain(text)
        text = text.gsub(/[[:space:]]+/, " ").strip if field.type == :name
        text[0, field.type == :name ? NAME_MOST : Field::TEXT_LIMIT]
      end

      # Any bytes as text without control characters.
      def plain(text)
        text = text.encoding == Encoding::UTF_8 ? text : text.dup.force_encoding(Encoding::UTF_8)
        text = text.scrub("\uFFFD") unless text.valid_encoding?
        text.match?(CONTROL) ? text.gsub(CONTROL, " ") : text
      end

      # Can it stand as a name in a list? Is it a whole number that is kept as it is?
      def text?(value)
        value.is_a?(String) && value.valid_encoding? && value.length <= Field::TEXT_LIMIT && !value.match?(CONTROL)
      end

      # Is it a whole number that a database and a page can hold?
      def whole?(value) = value.is_a?(Integer) && WHOLE.cover?(value)

      # Can it be the id of an element?
      def id?(value) = value.is_a?(String) && value.valid_encoding? && value.match?(ID)

      def text_fault(field, value, most)
        return "#{field.label} must be text, not #{shown(value)}." unless value.is_a?(String)
        unless value.encoding == Encoding::UTF_8 && value.valid_encoding? || value.ascii_only?
          return "#{field.label} is not valid UTF-8 text."
        end

        return "#{field.label} has a control character in it; take it out." if value.match?(CONTROL)

        "#{field.label} has #{value.length} characters; at most #{most} fit." if value.length > most
      end

      def list_fault(field, value)
        return "#{field.label} must be a list, not #{shown(value)}." unless value.is_a?(Array)
        return "#{field.label} has #{value.size} members; at most #{LIST_MOST} fit." if value.size > LIST_MOST

        value.each do |member|
          wrong = field.references? ?
                    (id?(member) ? nil : "#{field.label} must hold ids of elements, not #{shown(member)}.") :
                    text_fault(field, member, NAME_MOST)
          return wrong if wrong
        end
        nil
      end

      # { name => true, text or number }
      def options_fault(field, value)
        return "#{field.label} must be names with values, not #{shown(value)}." unless value.is_a?(Hash)
        return "#{field.label} has #{value.size} members; at most #{NAMES_MOST} fit." if value.size > NAMES_MOST

        value.each do |name, each|
          wrong = text_fault(field, name, NAME_MOST)
          wrong ||= each.is_a?(String) ? text_fault(field, each, Field::TEXT_LIMIT) : option_fault(field, each)
          return wrong if wrong
        end
        nil
      end

      def option_fault(field, value)
        unless value == true || (value.is_a?(Integer) && WHOLE.cover?(value))
          "#{field.label} cannot hold #{shown(value)}."
        end
      end

      def number_fault(field, value)
        return if value.nil?
        unless field.type == :integer ? value.is_a?(Integer) : value.is_a?(Numeric)
          return "#{field.label} must be a #{'whole ' if field.type == :integer}number, not #{shown(value)}."
        end

        range = field.range || (field.type == :integer ? WHOLE : REAL)
        "#{field.label} must lie between #{range.min} and #{range.max}." unless range.cover?(value)
      end

      # A value as a message quotes it: in marks, at most 40 characters.
      def shown(value) = "“#{value.to_s.scrub('?')[0, 40]}”"
      private_class_method :text_fault, :list_fault, :options_fault, :option_fault, :number_fault, :shown
    end
  end
end
