# frozen_string_literal: true

module Kelvath
  class Model
    # The four indexes while they are being changed: outer hashes are copied once, inner ones when touched.
    class Indexes
      def initialize(elements, by_kind, by_parent, by_reference)
        @elements = elements.dup
        @indexes = { kind: by_kind.dup, parent: by_parent.dup, reference: by_reference.dup }
        @own = Set.new
      end

      def put(element)
        old = @elements[element.id]
        @elements[element.id] = element
        return link(element) unless old

        relink(old, element) if old.parent_id != element.parent_id || old.referenced_ids != element.referenced_ids
      end

      def drop(id)
        old = @elements.delete(id)
        unlink(old) if old
      end

      # The elements and the three indexes over them, as Model.new takes them.
      def all = [ @elements, *@indexes.values_at(:kind, :parent, :reference) ]

      private

      def relink(old, element)
        unlink(old)
        link(element)
      end

      def link(element) = places(element).each { |index, key| bucket(index, key)[element.id] = true }

      def unlink(element)
        places(element).each do |index, key|
          ids = bucket(index, key)
          ids.delete(element.id)
          @indexes[index].delete(key) if ids.empty?
        end
      end

      def places(element)
        [ [ :kind, element.kind ], [ :parent, element.parent_id ] ] + element.referenced_ids.uniq.map { |id| [ :reference, id ] }
      end

      def bucket(index, key)
        hashes = @indexes[index]
        return hashes[key] if hashes.key?(key) && @own.include?([ index, key ])

        @own << [ index, key ]
        hashes[key] = (hashes[key] || {}).dup
      end
    end
  end
end
