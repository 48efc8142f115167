# frozen_string_literal: true

module Kelvath
  module Findings
    # What all checks find in a model. From the report of an older model it takes over what no change since concerns.
    class Report
      # In what a model differs from an older one: elements, all versions of each.
      class Change
        def initialize(before, after, elements)
          @before = before
          @after = after
          @by_kind = elements.group_by(&:kind)
        end

        # The elements of these kinds that differ, in all their versions.
        def touched(*kinds) = kinds.flat_map { |kind| @by_kind.fetch(kind, []) }
        def touches?(kinds) = kinds.any? { |kind| @by_kind.key?(kind) }

        # Did an element of that kind come, go or get another name?
        def renames?(kind) = touched(kind).any? { |element| @before[element.id]&.name != @after[element.id]&.name }

        # Set of ids of the entities and tables whose cards, and so whose keys, may be other than before.
        def cards
          @cards ||= %w[logical physical].map { |stage| Diagram::Affected.between(@before, @after, stage) }.reduce(:|)
        end
      end

      # The report of a part of a model (Model::Parts): a design by its id, nil for the main one; previous: one of the
      # same part of an older model.
      def self.of(model, standard = Naming::Standard.plain, part: nil, previous: nil)
        new(model, standard, part, previous)
      end

      attr_reader :model, :standard, :checks

      def initialize(model, standard, part, previous)
        @model = model
        @standard = standard
        known = (model.changed_from(previous.model) if previous && previous.standard.equal?(standard))
        @checks = CHECKS.to_h do |check|
          [ check, check.new(model, standard, part:, previous: (previous.checks[check] if known)) ]
        end
        change = Change.new(previous.model, model, known) if known
        @found = @checks.to_h do |check, looker|
          [ check, change ? anew(looker, change, previous.found_by(check)) : whole(looker) ]
        end
        @checks.each_value(&:settle)
      end

      # [Finding, …] in the order of the checks, then of what they are about.
      def findings
        @findings ||= @found.values.flat_map do |found|
          found.sort_by { |subject_id, _| subject_id.to_s }.flat_map(&:last)
        end
      end

      # { id of a subject => [Finding, …] } of those about which something was found.
      def found_by(check) = @found.fetch(check)

      private

      def whole(check) = check.all.group_by(&:subject_id)

      def anew(check, change, known)
        heeded = change.touches?(check.class.heeds)
        return heeded ? whole(check) : known if check.is_a?(ModelCheck)

        ids = check.concerned(change)
        ids |= known.keys if heeded
        ids.uniq.each_with_object(known.dup) do |id, found|
          list = check.look_at(id)
          list.empty? ? found.delete(id) : found[id] = list
        end
      end
    end
  end
end
