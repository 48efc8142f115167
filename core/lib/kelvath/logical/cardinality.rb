# frozen_string_literal: true

module Kelvath
  module Logical
    # What the numbers at the two ends of a relationship mean. "One" is a most of 1; empty is many.
    module Cardinality
      module_function

      # What holds of a relationship, or of one of its sides (:from, :to): can there be many, or none?
      def many?(relationship, side) = relationship[:"#{side}_most"] != 1
      def optional?(relationship, side) = relationship[:"#{side}_least"].to_i.zero?
      def many_to_many?(relationship) = relationship.from_most != 1 && relationship.to_most != 1
      def recursive?(relationship) = relationship.from_id == relationship.to_id

      # The end whose key migrates, :from or :to; nil for many-to-many. Of one-to-one it is the end
      # that must be there while the other need not; if that does not tell, the from end.
      def parent_side(relationship)
        from_many, to_many = relationship.from_most != 1, relationship.to_most != 1
        return if from_many && to_many
        return from_many ? :to : :from if from_many || to_many

        optional?(relationship, :from) && !optional?(relationship, :to) ? :to : :from
      end

      # The other end: :to of :from.
      def other(side) = side == :from ? :to : :from

      # The id of the entity whose key migrates, or nil.
      def parent_id(relationship)
        parent_side(relationship)&.then { |side| side == :from ? relationship.from_id : relationship.to_id }
      end

      # The id of the entity that receives the key, or nil.
      def child_id(relationship)
        parent_side(relationship)&.then { |side| side == :from ? relationship.to_id : relationship.from_id }
      end

      # Must the child have a parent?
      def mandatory_parent?(relationship) = !optional?(relationship, parent_side(relationship))

      # How an end reads in words: "exactly one", "at most one", "many", "at least 2", "2 to 5". after: the phrase
      # before them; "at at most" is no English.
      def words(least, most, after: "")
        words = plain_words(least, most)
        return words unless Phrase.ends_in_at?(after)

        words.sub(/\Aat most (.+)/, 'no more than \1').sub(/\Aat least (.+)/, '\1 or more')
      end

      # Does what is counted stand in the singular? "exactly one Berth", but "one or more Berths".
      def singular?(least, most, after: "")
        most == 1 || (most.nil? && least.to_i == 1 && !Phrase.ends_in_at?(after))
      end

      def plain_words(least, most)
        case [ least.to_i, most ]
        when [ 0, nil ] then "many"
        when [ 1, nil ] then "at least one"
        when [ 0, 1 ] then "at most one"
        when [ 1, 1 ] then "exactly one"
        else most.nil? ? "at least #{least}" : several(least.to_i, most)
        end
      end

      # The same for numbers that have no word: "exactly 3", "at most 4", "2 to 4".
      def several(least, most)
        return "exactly #{most}" if least == most

        least.zero? ? "at most #{most}" : "#{least} to #{most}"
      end

      private_class_method :plain_words, :several
    end
  end
end
