# frozen_string_literal: true

module Kelvath
  module Naming
    # How the names of keys, indexes and checks are put together: named parts, one behind the other.
    class Pattern
      TEXT = "text:"
      # What a part of a pattern may be, and what it is called.
      PARTS = { "table" => "the table", "columns" => "its columns", "target" => "the table referred to",
                "role" => "the role, or the table referred to" }.freeze
      # What may stand where: only a foreign key refers to another table.
      OFFERED = { primary_key: %w[table columns], unique_key: %w[table columns], index: %w[table columns],
                  check: %w[table columns], foreign_key: PARTS.keys }.freeze

      # Raises InvalidValue for a part that there is not.
      def self.check(kind, parts)
        wrong = parts.find { |part| !part.start_with?(TEXT) && !OFFERED.fetch(kind.to_sym).include?(part) } or
          return parts
        raise InvalidValue.new("“#{wrong}” is not a part of such a name; there " \
                               "are #{OFFERED.fetch(kind.to_sym).join(', ')}, and #{TEXT}… for letters of " \
                               "your own.", field: :pattern, value: wrong)
      end

      # Parts as they are chosen in a form, in their order; letters: those of one's own, by the same places.
      def self.chosen(parts, letters)
        parts.each_with_index.filter_map do |part, index|
          part = part == "text" ? "#{TEXT}#{letters[index].to_s.strip}" : part
          part = "#{TEXT}x" if part == TEXT
          part unless part.empty?
        end
      end

      def initialize(rule)
        @rule = rule
      end

      # The name of parts; what there is not is left out, and a pattern that says nothing gives the table's name.
      def text(parts)
        names = @rule.pattern.flat_map do |part|
          part.start_with?(TEXT) ? [ part.delete_prefix(TEXT) ] : Array(parts[part])
        end
        names = names.reject { |name| name.to_s.empty? }
        names = [ parts.fetch("table") ] if names.empty?
        "#{@rule.prefix}#{joined(names)}#{@rule.suffix}"
      end

      private

      # Parts are names already, so only a change of case touches them.
      def joined(names)
        return names.join(Lettering.separator(@rule)) if @rule[:case] == "as written"

        Lettering.join(names.flat_map { |name| humped? ? Splitting.parts(name) : [ name ] }, @rule)
      end

      def humped? = %w[camelCase PascalCase Capitalised Sentence].include?(@rule[:case])
    end
  end
end
