# frozen_string_literal: true

module Kelvath
  module Derivation
    module Again
      # What the logical side no longer gives: whether it goes by itself, or a person's decision hangs on it.
      class Removals
        # today, base, fresh: { id => Element }; decisions: Decisions.
        def initialize(today, base, fresh, decisions)
          @today = today
          @gone = today.keys.select { |id| base.key?(id) && !fresh.key?(id) }.to_set
          @decisions = decisions
        end

        # The outermost elements that go: [[Element, what hangs on it: [Element, …]], …]
        def all
          return Model::NONE if @gone.empty?

          @hanging = Hash.new { |known, id| known[id] = [] }
          @today.each_value { |element| note(element) }
          @gone.map { |id| @today[id] }.reject { |each| @gone.include?(each.parent_id) }
               .map { |element| [ element, @hanging[element.id].uniq ] }
        end

        # The element and all within it that goes with it: ids.
        def with_parts(element)
          @parts ||= @today.each_value.group_by(&:parent_id)
          [ element.id, *@parts.fetch(element.id, []).flat_map { |each| with_parts(each) } ]
        end

        private

        # What a person changed in what goes, added to it, or made to stand on it.
        def note(element)
          if @gone.include?(element.id)
            @hanging[root(element)] << element if @decisions.changes_of(element.id).any?
          elsif @decisions.added?(element.id)
            [ element.parent_id, *element.referenced_ids ].each do |id|
              @hanging[root(@today[id])] << element if @gone.include?(id)
            end
          end
        end

        def root(element)
          element = @today[element.parent_id] while @gone.include?(element.parent_id)
          element.id
        end
      end
    end
  end
end
