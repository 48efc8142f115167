# frozen_string_literal: true

module Kelvath
  module Findings
    # A check of what stands in a design, which depends on the platform and its version.
    class DesignCheck < Check
      # Another version, or platform, may know more or less.
      def concerned(change)
        change.touched(:design).any? ? subjects.map(&:id) : super
      end

      private

      def platform = @platform ||= Platforms.of(model, model.fetch(part, :design))
    end

    # A name that the platform cannot keep whole.
    class NameTooLong < DesignCheck
      holds "No name in a design is longer than its platform keeps."
      weighs :error
      looks_at :schema, :table, :partition, :column, :key, :foreign_key, :check, :index, :view

      private

      def about(element)
        limit = platform.identifier_limit
        return [] if limit.nil? || platform.length_of(element.name) <= limit

        unit = platform.class::IDENTIFIER_UNIT
        [ finding(element, "#{capital(title(element))} is #{platform.length_of(element.name)} #{unit} long; " \
                           "#{[ platform.title, platform.version ].reject(&:empty?).join(' ')} keeps #{limit}.",
                  fix("Cut it to #{limit} #{unit}") { |draft| draft.set(element.id, name: cut(element, limit)) }) ]
      end

      # As much of it as fits, with a number if that is taken.
      def cut(element, limit)
        taken = Naming::TakenNames.new
        model.children(element.parent_id, element.kind).each { |each| taken.claim(each.name) if each.id != element.id }
        taken.take(element.name, limit:)
      end
    end

    # A word of the language as a name: it works in quotation marks only.
    class NameReserved < DesignCheck
      holds "No table or column is called by a reserved word."
      weighs :hint
      looks_at :table, :column

      private

      def about(element)
        return [] unless platform.reserved_words.include?(element.name.downcase)

        [ finding(element, "“#{element.name}” is a reserved word in #{platform.title}; whoever asks for " \
                           "#{title(element)} must quote it.",
                  fix("Call it #{element.name}_") { |draft| draft.set(element.id, name: "#{element.name}_") }) ]
      end
    end
  end
end
