# frozen_string_literal: true

module Kelvath
  module Merging
    # The right side in the ids of the left: what has a counterpart has its id, all else one that the left does not
    # know.
    class Aligning
      # elements: { id => Element }; originals: { id => the Element as it is on the right }; ids: { id on the right =>
      # id here }
      attr_reader :elements, :originals, :ids

      # correspondence: a Matching::Correspondence.
      def initialize(left, right, correspondence)
        @left = left
        @ids = correspondence.ids
        @ids[right.root_id] = left.root_id if right.root_id
        right.elements.each_key { |id| @ids[id] ||= own(id) }
        @originals = right.elements.to_h { |id, each| [ @ids[id], each ] }
        @elements = @originals.transform_values { |each| renamed(each) }
      end

      private

      # The same each time, so that a difference is called the same each time.
      def own(id)
        return id unless @left.model.key?(id)

        @identity ||= Derivation::Identity.new(@left.root_id || "model")
        (1..).lazy.map { |number| @identity.of("taken", id, number.to_s) }.find { |each| !@left.model.key?(each) }
      end

      def renamed(element)
        ids = [ element.id, element.parent_id, *element.referenced_ids ]
        same = ids.all? { |id| id.nil? || @ids.fetch(id, id) == id } && !element.values.key?(:source_id)
        same ? element : Matching::OtherIds.element(element, @ids)
      end
    end
  end
end
