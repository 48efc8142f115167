# frozen_string_literal: true

module Kelvath
  module Diagram
    # Which cards can look different in a later model. Models share every element that did not change,
    # so the difference is found by looking for elements that are not the very same object.
    class Affected
      # Set of ids of entities and tables.
      # stage: of the diagram; a physical one shows designs, the others the logical side; said: is it seen, too, when
      # something is only defined in other words?
      def self.between(old, new, stage, said: true) = of(old, new, stage, said:).ids

      # The same as an object that can be asked further.
      def self.of(old, new, stage, said: true)
        new(old, new, stage == "physical" ? Metamodel::PHYSICAL : Metamodel::LOGICAL, said)
      end

      def initialize(old, new, kinds, said)
        @old = old
        @new = new
        @kinds = kinds
        @said = said
        @ids = Set.new
        @walked = Set.new
      end

      # Ids of the entities and tables whose cards can look different.
      def ids
        if @ids.empty?
          own, shared = touched.partition { |element| by_itself?(element) }
          own.each { |element| @ids << element.id }
          shared.each { |element| cards(element).each { |id| reach(id) } }
        end
        @ids
      end

      # Both versions of each element that differs.
      def touched = @touched ||= @said ? find_touched : find_touched.reject { |element| only_said?(element) }

      # Can lines connect otherwise, or say something else, than before?
      def lines?
        touched.any? do |element|
          LINKING.include?(element.kind) || (element.kind == :attribute && beside_line?(element))
        end
      end

      # Can cards have another colour than before, though they are the same?
      def colours? = touched.any? { |element| %i[subject_area tag].include?(element.kind) }

      private

      LINKING = %i[relationship subtype_group arc foreign_key key column].freeze

      # Is it carried by a relationship, or does it tell subtypes apart?
      def beside_line?(attribute)
        @new[attribute.parent_id]&.kind != :entity || @new.referrers(attribute.id, :subtype_group).any?
      end

      # An entity of which another text is said, and nothing that others take over from it.
      def by_itself?(element) = element.kind == :entity && only_said?(element)

      SAYING = %i[definition comment].freeze

      # Does it differ in nothing but the text that says what it is?
      def only_said?(element)
        field = SAYING.find { |name| element.class.fields.key?(name) } or return false
        before, after = @old[element.id], @new[element.id]
        before && after && before[field] != after[field] && before.with(field => after[field]) == after
      end

      def find_touched
        known = @new.changed_from(@old)
        return known.select { |element| @kinds.include?(element.kind) } if known

        before, after = @old.elements, @new.elements
        changed = @kinds.flat_map { |kind| @new.ids_of(kind).reject { |id| before[id].equal?(after[id]) } }
        gone = @kinds.flat_map { |kind| @old.ids_of(kind).reject { |id| after.key?(id) } }
        changed.map { |id| after[id] } + (changed + gone).filter_map { |id| before[id] }
      end

      # The cards on which an element shows: as the later model has it, what users it has are known there.
      def cards(element) = element.card_ids(@new)

      # A card, and those that its key migrates to: on through what identifies, one step through the rest.
      def reach(id)
        waiting = [ id ]
        while (current = waiting.pop)
          next unless @walked.add?(current)

          @ids << current
          children(current).each { |child, identifies| identifies ? waiting << child : @ids << child }
        end
      end

      def children(id)
        links = @new.referrers(id, :relationship).select { |link| Logical::Cardinality.parent_id(link) == id }
        links.map { |link| [ Logical::Cardinality.child_id(link), link.identifying ] } +
          @new.children(id, :subtype_group).flat_map { |group| group.subtype_ids.map { |subtype| [ subtype, true ] } }
      end
    end
  end
end
