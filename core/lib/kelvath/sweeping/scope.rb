# frozen_string_literal: true

module Kelvath
  module Sweeping
    # All elements of a kind in the model, in a design, in a subject area or on a diagram.
    class Scope
      # place_id: of a design, subject area or diagram; nil: the model.
      def initialize(model, kind, place_id)
        @model = model
        @kind = kind
        @place = place_id && model[place_id]
      end

      def elements
        case @place&.kind
        when nil then @model.all(@kind)
        when :design then in_design
        when :subject_area then on(@model.referrers(@place.id, :entity).to_set(&:id))
        else on(@model.children(@place.id, :diagram_node).to_set(&:element_id))
        end
      end

      private

      def in_design
        Metamodel.fetch(@kind).side == :physical ? @model.all(@kind).select { |each| design(each) == @place.id } : []
      end

      def design(element)
        element = @model[element.parent_id] while element && element.kind != :design
        element&.id
      end

      # What is one of some entities or tables, stands within one, or comes from one; relationships between them.
      def on(ids)
        @model.all(@kind).select do |each|
          chain = [ each, *@model.ancestors(each) ]
          chain.any? { |one| ids.include?(one.id) || (one.kind == :table && ids.include?(one.source_id)) } ||
            (@kind == :relationship && ids.include?(each.from_id) && ids.include?(each.to_id))
        end
      end
    end
  end
end
