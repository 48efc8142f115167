# frozen_string_literal: true

module Kelvath
  module Diagram
    # In what one scene differs from another: ids of the boxes, lines, notes and panels that are other or new,
    # of those of them that are new (fresh), and of what is gone.
    SceneChanges = Struct.new(:boxes, :lines, :notes, :panels, :gone, :fresh, keyword_init: true)

    class SceneChanges
      PARTS = %i[boxes lines notes panels].freeze

      # From an older scene to a newer one.
      def self.between(older, newer)
        pairs = PARTS.to_h { |part| [ part, [ older.send(part), newer.send(part) ] ] }.reject do |_, (old, new)|
          old.equal?(new)
        end
        parts = PARTS.to_h { |part| [ part, other(*pairs[part]) ] }
        new(**parts, gone: pairs.values.flat_map { |old, new| old.keys - new.keys },
                     fresh: pairs.flat_map { |part, (old, _)| parts[part].reject { |id| old.key?(id) } }.to_set)
      end

      # Several in a row as one; scene: the one they lead to. nil for the list: all of it may be other.
      def self.joined(list, scene)
        return new(**PARTS.to_h { |part| [ part, scene.send(part).keys ] }, gone: [], fresh: Set.new) unless list

        parts = PARTS.to_h { |part| [ part, list.flat_map(&part).uniq.select { |id| scene.send(part).key?(id) } ] }
        there = PARTS.flat_map { |part| parts[part] }.to_set
        new(**parts, gone: list.flat_map(&:gone).uniq.reject { |id| scene.key?(id) },
            fresh: there.select { |id| fresh?(id, list) }.to_set)
      end

      # Ids of those that are not the very same in both.
      def self.other(old = {}, new = {}) = new.filter_map { |id, each| id unless each.equal?(old[id]) }

      # Was it not there before the first of them?
      def self.fresh?(id, list)
        list.find { |each| each.fresh.include?(id) || each.gone.include?(id) }&.fresh&.include?(id) || false
      end

      private_class_method :other, :fresh?
    end
  end
end
