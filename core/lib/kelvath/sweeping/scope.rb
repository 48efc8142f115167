# frozen_string_literal: true

module Kelvath
  module Sweeping
    # All elements of a kind in the model, at a stage, in a design, in a subject area, on a diagram, or among what was
    # selected.
    class Scope
      # sweep: which says where; design_id: of the only design that is looked at, if it is but one.
      def initialize(model, kind, sweep, design_id: nil)
        @model = model
        @kind = kind
        @sweep = sweep
        @place = sweep.place_id && model[sweep.place_id]
        @design_id = design_id
      end

      def elements
        return on(@sweep.chosen_ids.to_set) if @sweep.chosen_ids.any?

        @sweep.stage.empty? ? placed : staged
      end

      private

      # The concept is what its diagrams show.
      def staged
        side = Metamodel.fetch(@kind).side
        return side == :physical ? all : [] if @sweep.stage == "physical"
        return [] unless side == :logical
        return all if @sweep.stage == "logical"

        diagrams = @model.all(:diagram).select { |each| each.stage == "concept" }
        on(diagrams.flat_map { |each| @model.children(each.id, :diagram_node) }.to_set(&:element_id))
      end

      def placed
        case @place&.kind
        when nil then all
        when :design then [ nil, @place.id ].include?(@design_id) ? in_design(@place.id) : []
        when :subject_area then on(@model.referrers(@place.id, :entity).to_set(&:id))
        else on(@model.children(@place.id, :diagram_node).to_set(&:element_id))
        end
      end

      def all = @design_id ? in_design(@design_id) : @model.all(@kind)

      def in_design(id)
        Metamodel.fetch(@kind).side == :physical ? Metamodel::Design.elements(@model, id, @kind) : []
      end

      # What is one of some entities or tables, stands within one, or comes from one; relationships between them.
      def on(ids)
        all.select do |each|
          chain = [ each, *@model.ancestors(each) ]
          chain.any? { |one| ids.include?(one.id) || (one.kind == :table && ids.include?(one.source_id)) } ||
            (@kind == :relationship && ids.include?(each.from_id) && ids.include?(each.to_id))
        end
      end
    end
  end
end
