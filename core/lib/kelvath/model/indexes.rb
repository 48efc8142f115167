# frozen_string_literal: true

module Kelvath
  class Model
    # The four indexes while they are being changed: outer hashes are copied once, inner ones when touched.
    class Indexes
      def initialize(elements, by_kind, by_parent, by_reference)
        @elements = elements.dup
        @by_kind, @by_parent, @by_reference = [ by_kind, by_parent, by_reference ].map { |hashes| Buckets.new(hashes) }
      end

      # Adds an element, or puts it in the place of its older version.
      def put(element)
        old = @elements[element.id]
        @elements[element.id] = element
        return link(element) unless old
        if old.parent_id == element.parent_id && old.kind == element.kind &&
           old.referenced_ids == element.referenced_ids
          return
        end

        unlink(old)
        link(element)
      end

      # Takes an element out, by its id; nothing happens if there is none.
      def drop(id)
        old = @elements.delete(id)
        unlink(old) if old
      end

      # The elements and the three indexes over them, as Model.new takes them.
      def all = [ @elements, @by_kind.hashes, @by_parent.hashes, @by_reference.hashes ]

      private

      def link(element)
        @by_kind.put(element.kind, element.id)
        @by_parent.put(element.parent_id, element.id)
        element.referenced_ids.each { |id| @by_reference.put(id, element.id) }
      end

      def unlink(element)
        @by_kind.drop(element.kind, element.id)
        @by_parent.drop(element.parent_id, element.id)
        element.referenced_ids.each { |id| @by_reference.drop(id, element.id) }
      end

      # One index: { key => { id => true } }, of which the older model has the hashes that are not owned.
      class Buckets
        attr_reader :hashes

        def initialize(hashes)
          @hashes = hashes.dup
          @own = {}
        end

        # Adds an id under a key of one index, or takes it out.
        def put(key, id) = bucket(key)[id] = true

        def drop(key, id)
          ids = bucket(key)
          ids.delete(id)
          [ @hashes, @own ].each { |hashes| hashes.delete(key) } if ids.empty?
        end

        private

        def bucket(key) = @own[key] ||= @hashes[key] = (@hashes[key] || {}).dup
      end
    end
  end
end
