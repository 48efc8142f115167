# frozen_string_literal: true

module Kelvath
  module Diagram
    # What is related to what, in steps.
    class Neighbourhood
      # The entities, or the tables of one design, with their links.
      def self.of(model, stage, design_id = nil)
        ids = stage == "physical" ? Metamodel::Design.tables(model, design_id).map(&:id) : model.all(:entity).map(&:id)
        new(Links.new(model, ids.to_h { |id| [ id, true ] }).all)
      end

      # links: Scene::Link values.
      def initialize(links)
        @steps = Hash.new { |hash, id| hash[id] = [] }
        links.each do |link|
          @steps[link.from_id] << [ link.to_id, link.id ]
          @steps[link.to_id] << [ link.from_id, link.id ]
        end
        @steps.default = [].freeze
      end

      # Ids of all that is at most so many steps away, the start included, nearest first.
      def around(ids, depth)
        found = ids.to_h { |id| [ id, 0 ] }
        waiting = ids.dup
        while (id = waiting.shift)
          next if found[id] == depth

          @steps[id].each { |other, _| found.key?(other) || (found[other] = found[id] + 1) && waiting << other }
        end
        found.keys
      end

      # The shortest way: ids of cards and links in turn, or nil if there is none.
      def path(from, to)
        before = { from => nil }
        waiting = [ from ]
        while (id = waiting.shift)
          return trace(before, to) if id == to

          @steps[id].each { |other, link| before.key?(other) || (before[other] = [ id, link ]) && waiting << other }
        end
        nil
      end

      private

      def trace(before, id)
        way = [ id ]
        while before[id]
          id, link = before[id]
          way.unshift(id, link)
        end
        way
      end
    end
  end
end
