# frozen_string_literal: true

module Kelvath
  module Naming
    # Words as one name: their case, what parts them, and the letters that may stand in it.
    module Lettering
      # What these letters are in plain ones; others lose their marks, or go.
      PLAIN = { "ß" => "ss", "æ" => "ae", "Æ" => "AE", "œ" => "oe", "Œ" => "OE", "ø" => "o", "Ø" => "O", "ł" => "l",
                "Ł" => "L", "đ" => "d", "Đ" => "D", "þ" => "th", "Þ" => "TH", "ð" => "d", "ı" => "i" }.freeze

      # Words that stay small within a capitalised name.
      JOINTS = %w[of for the and or in on at by to with].to_set.freeze

      # Words that only hold others together: they need no entry in a lexicon.
      FUNCTION_WORDS = (JOINTS | %w[
        is are was be been has have had can may must do does not no as an a if per via from into onto out off over under
        up down than that this these its it end so but nor all any each
      ]).freeze

      # Cases that say by themselves what stands between words.
      JOINING = %w[camelCase PascalCase snake_case kebab-case].freeze

      module_function

      # ["crew", "member"] => "CREW_MEMBER", "crewMember" …, as the rule says.
      def join(words, rule)
        cased(words, rule[:case]).join(separator(rule))
      end

      # What a rule puts between words.
      def separator(rule)
        case rule[:case]
        when "camelCase", "PascalCase" then ""
        when "snake_case" then "_"
        when "kebab-case" then "-"
        else rule.separator
        end
      end

      # Words in the letters of a style: "UPPER", "lower", "Capitals" …
      def cased(words, style)
        case style
        when "lower", "snake_case", "kebab-case" then words.map(&:downcase)
        when "UPPER" then words.map(&:upcase)
        when "Capitalised" then words.each_with_index.map do |word, index|
          index.between?(1, words.size - 2) && JOINTS.include?(word) ? word : upper_first(word)
        end
        when "Sentence" then words.each_with_index.map { |word, index| index.zero? ? upper_first(word) : word }
        when "camelCase" then words.each_with_index.map { |word, index| index.zero? ? word.downcase : word.capitalize }
        when "PascalCase" then words.map(&:capitalize)
        else words
        end
      end

      # A word with a capital first letter, the others as they are.
      def upper_first(word) = word.sub(/\A[[:lower:]]/, &:upcase)

      # Words in the letters a to z and digits alone.
      def plain(words)
        words.filter_map do |word|
          next word if word.ascii_only?

          text = word.gsub(/[#{PLAIN.keys.join}]/, PLAIN).unicode_normalize(:nfkd).gsub(/[^a-zA-Z0-9]/, "")
          text unless text.empty?
        end
      end
    end
  end
end
