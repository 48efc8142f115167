# frozen_string_literal: true

module Kelvath
  module Merging
    # What of the differences must be taken with others, so that nothing names what is not there.
    class Needs
      # comparison: whose right side is taken into its left.
      def initialize(comparison)
        @comparison = comparison
        @one_sided = comparison.differences.select { |each| %i[left_only right_only].include?(each.way) }
                               .to_h { |each| [ each.id, each ] }
        @direct = {}
      end

      # { key that must be taken, too => key of what needs it }, without the keys themselves.
      def of(keys)
        found = {}
        waiting = keys.dup
        known = keys.to_set
        while (key = waiting.pop)
          direct(key).each do |other|
            next unless known.add?(other.key)

            found[other.key] = key
            waiting << other.key
          end
        end
        found
      end

      private

      def direct(key) = @direct[key] ||= @comparison[key]&.then { |each| needed(each) } || Model::NONE

      def needed(difference)
        case difference.way
        when :right_only
          coming([ difference.right.parent_id, *difference.right.referenced_ids ])
        when :changed then coming(difference.fields.flat_map { |field| named(field, difference.right[field.name]) })
        when :left_only then within(difference.left) + released(difference.left)
        else Model::NONE
        end
      end

      def coming(ids) = ids.filter_map { |id| @one_sided[id] if @comparison.theirs.key?(id) }

      # Ids that a value names.
      def named(field, value)
        case field.type
        when :reference, :references then Array(value).flat_map { |id| id.split(".") }
        when :expression then Metamodel::Expression.ids(value)
        when :options then value.values.grep(String).flat_map { |text| Metamodel::Expression.ids(text) }
        else Model::NONE
        end
      end

      # What stands in something goes before it.
      def within(element) = left.model.child_ids(element.id).filter_map { |id| @one_sided[id] }

      # What cannot be without something goes, too; what both sides have names it no more.
      def released(element)
        left.model.referrer_ids(element.id).filter_map { |id| left.elements[id] }.flat_map do |other|
          gone = @one_sided[other.id]
          next falls?(other, element.id) ? [ gone ] : Model::NONE if gone

          @comparison.of(other.id).select do |each|
            each.fields&.any? { |field| named(field, other[field.name]).include?(element.id) }
          end
        end
      end

      def falls?(other, id)
        other.class.reference_fields.any? { |field| field.falls?(other[field.name], id) }
      end

      def left = @comparison.left
    end
  end
end
