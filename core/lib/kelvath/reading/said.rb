# frozen_string_literal: true

module Kelvath
  module Reading
    # What a platform declares that elements can say (Platforms::Option), found where it stands in a statement by the
    # very forms in which it is written.
    class Said
      # One form of an option: words and symbols, nil in the place of the value; group: whether it stands among others
      # within brackets behind those words.
      Form = Struct.new(:option, :parts, :value, :group, keyword_init: true)

      def initialize(dialect)
        @forms = dialect.platform.class::OPTIONS.flat_map { |option| forms(option) }
                        .concat(dialect.forms.flat_map { |option, form, value| [ form(option, form, value) ] })
                        .group_by { |form| form.option.of }
                        .transform_values { |list| list.group_by { |form| form.parts.first }
                                                       .transform_values { |same| longest_first(same) } }
        @groups = dialect.platform.class::OPTIONS.filter_map { |option| [ option.of,
          option.group ] if option.group&.include?("(%s)") }
                         .uniq.map { |kind, group| [ kind, group.delete_suffix("(%s)").strip.downcase.split ] }
      end

      # Reads an option of a kind of element that stands here into a hash, { name => value }. Answers whether there was
      # one.
      def take(cursor, kind, options)
        form = find(cursor, kind)
        return false unless form

        value(cursor, form)&.then { |value| options[form.option.name] = value }
        true
      end

      # The same of a list in brackets, such as WITH (…); what is none of them is handed to the block as text.
      def take_group(cursor, kind, options, &other)
        words = @groups.find { |of, known| of == kind && cursor.here?(known) && cursor.symbol?("(", known.size) }&.last
        return false unless words

        cursor.at += words.size
        cursor.within.parts.each do |part|
          other&.call(part.rest) unless take(part, kind, options)
          other&.call(part.rest) unless part.end?
        end
        true
      end

      private

      def longest_first(forms)
        forms.each_with_index.sort_by { |each, index| [ -each.parts.size, index ] }.map(&:first)
      end

      def forms(option)
        return [] unless option.as

        texts = option.as.is_a?(Hash) ? option.as.map { |value, text| [ text, value ] } : [ [ option.as, nil ] ]
        group = option.group unless option.group.nil? || option.group.include?("(")
        texts.flat_map do |text, value|
          whole = group.sub("%s") { text } if group && group != "%s"
          [ form(option, text, value), (form(option, whole, value) if whole) ].compact
        end
      end

      # "ENGINE=%s" -> ["engine", "=", nil]; equals signs may be left out, or added.
      def form(option, text, value = nil)
        parts = text.to_s.scan(/%s|[[:alnum:]_$]+|[(),]/).map { |part| part == "%s" ? nil : part.downcase }
        Form.new(option:, parts:, value: value || (true if option.type == :flag))
      end

      def find(cursor, kind)
        list = @forms.dig(kind, cursor.word) or return
        list.find { |form| matches?(cursor, form) }
      end

      def matches?(cursor, form)
        at = cursor.at
        form.parts.each_with_index do |part, index|
          cursor.at += 1 if index.positive? && cursor.symbol?("=")
          return (form.value || value?(cursor, form.option)) && true.tap { @from = cursor.at } if part.nil?
          break unless cursor.word == part || cursor.symbol?(part) || cursor.peek&.value == part

          cursor.at += 1
          return true.tap { @from = cursor.at } if index == form.parts.size - 1
        end
        false
      ensure
        cursor.at = at
      end

      # Can what stands here be its value?
      def value?(cursor, option)
        token = cursor.peek or return false
        case option.type
        when :number then token.type == :number || token.value.match?(/\A(?:'\d+'|[+-])\z/)
        when :name then (token.name? || token.type == :string) && !cursor.symbol?("(", 1)
        when :text then token.type == :string || token.type == :quoted
        else true
        end
      end

      def value(cursor, form)
        cursor.at = @from
        found = form.value.nil? ? written(cursor, form) : form.value
        behind = form.value.nil? ? form.parts.drop(form.parts.index(nil).to_i + 1) : []
        behind.each { |part| cursor.take_symbol(part) || cursor.take(part) }
        found
      end

      def written(cursor, form)
        option = form.option
        case option.type
        when :number then (cursor.string || cursor.number).to_i
        when :text then cursor.string
        when :choice then choice(option, cursor.advance.value)
        when :name then cursor.peek.type == :string ? cursor.string : name(cursor)
        else form.parts.last == ")" ? bracketed(cursor) : words(cursor, option)
        end
      end

      def name(cursor)
        parts = [ cursor.name ]
        parts << cursor.name while cursor.take_symbol(".")
        parts.join(".")
      end

      def choice(option, text) = option.values.find { |each| each.casecmp?(text) } || text

      # Up to the bracket that closes what the form has opened.
      def bracketed(cursor) = up_to(cursor) { cursor.symbol?(")") }

      # Up to what begins another option of the same kind, or the end.
      def words(cursor, option)
        from = cursor.at
        up_to(cursor) { cursor.at > from && (another?(cursor, option.of) || cursor.symbol?(",")) }
      end

      # The text up to where the block says so, in no brackets that are opened in it.
      def up_to(cursor)
        from, depth = cursor.at, 0
        until cursor.end? || (depth.zero? && yield)
          depth += 1 if cursor.symbol?("(")
          depth -= 1 if cursor.symbol?(")")
          cursor.at += 1
        end
        cursor.text(from)
      end

      # Does another option begin here, or a list of some?
      def another?(cursor, kind)
        from = @from
        find(cursor, kind) || @groups.any? { |of, words| of == kind && cursor.here?(words) && cursor.symbol?("(",
          words.size) }
      ensure
        @from = from
      end
    end
  end
end
