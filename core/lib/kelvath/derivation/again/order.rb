# frozen_string_literal: true

module Kelvath
  module Derivation
    module Again
      # The order of a table's columns out of three: ids in the last derivation, in this one,
      # and in the design.
      class Order
        attr_reader :base, :fresh, :today

        def initialize(base, fresh, today)
          @base = base
          @fresh = fresh
          @today = today
        end

        # Did a person put them into another order than they were derived in?
        def decided? = changed?(today)

        # Has the derivation another order than it had?
        def moved? = changed?(fresh)

        # Do both differ, and from each other?
        def conflict? = decided? && moved? && common(fresh, today) != common(today, fresh)

        # All of them in one order, that of the person where one is decided unless theirs is wanted. kept: those that
        # will be there.
        def merged(kept, theirs: false)
          lead, follow = decided? && !theirs ? [ today, fresh ] : [ fresh, today ]
          woven(lead.select { |id| kept.include?(id) }, follow.select { |id| kept.include?(id) })
        end

        private

        def changed?(list) = common(list, base) != common(base, list)
        def common(list, other) = list & other

        # Each of the followers that the leader lacks comes behind the one it stood behind.
        def woven(lead, follow)
          result = lead.dup
          known = lead.to_set
          follow.each_with_index do |id, index|
            next if known.include?(id)

            before = follow[0...index].reverse.find { |each| known.include?(each) }
            result.insert(before ? result.index(before) + 1 : 0, id)
            known << id
          end
          result
        end
      end
    end
  end
end
