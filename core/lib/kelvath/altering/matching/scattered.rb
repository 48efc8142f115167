# frozen_string_literal: true

module Kelvath
  module Altering
    # Of Touched: partitions that go, and rows that go to others.
    module Scattered
      # Partitions that go while their table stays: [Partition, …]
      def gone_partitions
        @gone_partitions ||= @changes.removed(:partition).select do |each|
          @goal.key?(each.parent_id) && !copied?(each.parent_id)
        end
      end

      # Those of them whose rows may belong to others: to what comes, has other bounds, or takes what no other one does.
      def scattered
        @scattered ||= gone_partitions.select do |part|
          @goal.children(part.parent_id, :partition).any? do |each|
            @changes.added?(each.id) || @changes.change(each.id)&.fields&.include?(:bounds) ||
              each.bounds.casecmp?("default")
          end
        end
      end

      private

      # Ids of tables of which a partition goes, or is taken out for a while: nothing may name its rows meanwhile.
      def parted_tables
        @parted_tables ||= begin
          moved = @changes.changed(:partition).select { |each| each.fields.intersect?(%i[bounds parent_id]) }.map(&:old)
          (@changes.removed(:partition) + moved).flat_map { |each| @start.ancestors(each).map(&:id) }.to_set
                                                .merge(sorted_out)
        end
      end

      # Those that get a partition beside one that may have rows of it.
      def sorted_out
        @changes.added(:partition).flat_map do |each|
          beside = @start.key?(each.parent_id) ? @start.children(each.parent_id, :partition) : []
          beside.any? { |other| other.bounds.casecmp?("default") } ? @goal.ancestors(each).map(&:id) : []
        end
      end
    end
  end
end
