# frozen_string_literal: true

module Kelvath
  module Metamodel
    # One declared field of a kind: its type, its default, what it may refer to. From it follow the
    # parsing of typed text, the JSON Schema, the ledger cell and the input shown.
    class Field
      DIGEST = /\A\h{64}\z/ # SHA-256, in hexadecimal
      # What the values of each type are in the model file (JSON Schema).
      TYPES = {
        name: { "type" => "string" },
        text: { "type" => "string" },
        expression: { "type" => "string" },
        choice: { "type" => "string" },
        reference: { "type" => %w[string null] },
        references: { "type" => "array", "items" => { "type" => "string" } },
        names: { "type" => "array", "items" => { "type" => "string" } },
        options: { "type" => "object" },
        native_type: { "type" => %w[object string], "required" => %w[base],
                       "properties" => { "base" => { "type" => "string" } } },
        flag: { "type" => "boolean" },
        integer: { "type" => %w[integer null] },
        number: { "type" => %w[number null] },
        digest: { "type" => %w[string null], "pattern" => DIGEST.source }
      }.freeze
      DEFAULTS = { name: "", text: "", expression: "", choice: nil, flag: false, references: [].freeze,
                   names: [].freeze, options: {}.freeze,
                   native_type: NativeType::NONE }.freeze

      NAME_LIMIT = 120 # characters of a name that somebody types
      TEXT_LIMIT = 500_000 # characters; views and definitions of 100,000 are met in old databases

      attr_reader :name, :type, :default, :to, :values, :label, :range

      # to: kinds a reference may point at. gone: what becomes of the element when that is removed (:clear the field,
      # :remove the element too, or :remove_empty it with the last of several). internal: kept, but shown to nobody.
      # compared: false if it does not count when two models are compared. verb: it is a verb phrase, kept as it stands
      # after "may".
      def initialize(name, type, default: nil, to: nil, gone: :clear, values: nil, label: nil, range: nil,
                     internal: false, compared: true, verb: false)
        raise ArgumentError, "unknown field type #{type}" unless TYPES.key?(type)

        @name = name
        @type = type
        @default = default.nil? ? DEFAULTS[type] : default
        @default = values.first if type == :choice && default.nil?
        @to = Array(to).freeze
        @gone = gone
        @values = values
        @label = label || name.to_s.delete_suffix("_id").delete_suffix("_ids").tr("_", " ").capitalize
        @range = range
        @internal = internal
        @compared = compared
        @verb = verb
        freeze
      end

      # What was declared of it.
      def internal? = @internal
      def compared? = @compared
      def expression? = type == :expression
      # Does its text depend on what else is in the design?
      def written_by_platform? = %i[expression options native_type].include?(type)
      def reference? = type == :reference
      def references? = type == :references
      def removes_when_gone? = @gone == :remove && !references?

      # Does an element with this value fall with the one that goes away?
      def falls?(value, gone_id)
        case @gone
        when :remove then Array(value).include?(gone_id)
        when :remove_empty then value == [ gone_id ]
        end
      end

      # The JSON Schema of a value of this field.
      def schema
        schema = TYPES.fetch(type).dup
        schema["enum"] = values if values
        schema["maxLength"] = ValueCheck::NAME_MOST if type == :name
        schema["maxLength"] = TEXT_LIMIT if %i[text expression].include?(type)
        schema
      end

      # Text as typed on one line, for a platform to read. Raises InvalidValue.
      def typed(raw) = checked_text(raw.to_s).gsub(/[[:space:]]+/, " ").strip

      # Text as typed or pasted -> the value. Raises InvalidValue saying what would be right.
      #
      #   Field.new(:length, :integer).parse("12")  # => 12
      def parse(raw)
        case type
        when :name then @verb ? Logical::Phrase.plain(parse_name(raw)) : parse_name(raw)
        when :text, :digest then checked_text(raw.to_s.gsub("\r\n", "\n"))
        when :expression then Expression.plain(checked_text(raw.to_s.gsub("\r\n", "\n")))
        when :choice then parse_choice(raw)
        when :reference then raw.to_s.empty? ? nil : raw.to_s
        when :references, :names then Array(raw).map { |member| checked_text(member.to_s) }.reject(&:empty?).freeze
        when :options, :native_type then raw.is_a?(Hash) ? raw : refuse(raw, "#{label} is read by the platform.")
        when :flag then parse_flag(raw)
        when :integer then parse_number(raw) { |text| Integer(text, 10) }
        when :number then parse_number(raw) { |text| Float(text) }
        end
      end

      private

      def parse_name(raw)
        text = checked_text(raw.to_s).gsub(/[[:space:]]+/, " ").strip
        return text if text.length <= NAME_LIMIT

        refuse(raw, "#{label} has #{text.length} characters; at most #{NAME_LIMIT} fit.")
      end

      def checked_text(text)
        text = text.dup.force_encoding(Encoding::UTF_8)
        refuse(text.scrub("?"), "#{label} is not valid UTF-8 text.") unless text.valid_encoding?
        refuse(text, "#{label} has a control character in it; take it out.") if text.match?(ValueCheck::CONTROL)
        refuse(text, "#{label} has #{text.length} characters; at most #{TEXT_LIMIT} fit.") if text.length > TEXT_LIMIT
        text
      end

      def parse_choice(raw)
        text = raw.to_s.strip
        found = values.find { |value| value == raw.to_s } ||
                values.find { |value| value.casecmp?(text) || value.tr("_", " ").casecmp?(text) }
        found || refuse(raw, "#{label} cannot be “#{text}”; choose one " \
                             "of #{values.map { |value| value.tr('_', ' ') }.reject(&:empty?).join(', ')}.")
      end

      def parse_flag(raw)
        return raw if [ true, false ].include?(raw)

        case raw.to_s.strip.downcase
        when "true", "1", "yes", "y", "x", "on" then true
        when "", "false", "0", "no", "n", "off" then false
        else refuse(raw, "#{label} is yes or no, not “#{raw}”.")
        end
      end

      def parse_number(raw)
        text = raw.to_s.strip
        return nil if text.empty? || %w[many n].include?(text)

        number = yield(text)
        fault = ValueCheck.fault(self, number)
        fault ? refuse(raw, fault) : number
      rescue ArgumentError
        refuse(raw, "#{label} must be a #{type == :integer ? 'whole ' : ''}number, not “#{text}”.")
      end

      def refuse(value, message) = raise(InvalidValue.new(message, field: name, value:))
    end
  end
end
