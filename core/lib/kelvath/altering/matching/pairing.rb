# frozen_string_literal: true

module Kelvath
  module Altering
    # Two states of a design as two models in which the same thing has the same id. What has the same id already is the
    # same; else what comes from the same source, is over the same columns or has the same name, and what somebody said.
    class Pairing
      # Models that hold the design and nothing else. proposals: [Proposals::Proposal, …] of what may have been renamed.
      # unusable: ids in the goal's own model of things that were said to be what is not there, or is something else.
      attr_reader :start, :goal, :proposals, :unusable

      # answers, identified: as Altering.between takes them.
      def initialize(start, goal, answers, identified: false)
        @unusable = []
        @design = start.design
        @start = alone(start, @design, Derivation::Again::Parts.of(start.model, start.design_id).values)
        theirs = Derivation::Again::Parts.of(goal.model, goal.design_id).values
                                         .map { |each| moved(each, goal.design_id) }
        return take(goal, theirs) if identified

        sources = @start.all(:column).to_set(&:source_id)
        theirs = theirs.map { |each| as_before(each, goal.model, sources) }
        known = Derivation::Again::Parts.of(@start, @design.id)
        theirs = apart(known, theirs)
        said = renamed(goal.model, theirs, answers)
        designs = Matching::Designs.new(known, theirs, every: true, said:)
        @unusable = said.keys.reject { |id| designs.correspondence.of(id)&.how == :answer }
        take(goal, designs.aligned.values, Proposals)
        carried(answers)
      end

      private

      def take(goal, elements, proposals = nil)
        @goal = alone(goal, goal.design.with(name: @design.name), elements)
        @proposals = proposals ? proposals.of(@start, @goal) : []
      end

      def alone(side, design, elements)
        own = Metamodel::Design.new(id: @design.id, **design.values.slice(:name, :platform, :version))
        Model.of([ side.model.header, own, *elements ])
      end

      def moved(element, from)
        element.parent_id == from ? element.class.new(id: element.id, parent_id: @design.id, **element.values) : element
      end

      # A column of an attribute that a transformation moved has the source that it had before.
      def as_before(element, model, sources)
        return element unless element.kind == :column && !sources.include?(element.source_id)

        former = model.of_kind(element.source_id, :attribute)&.former_ids.to_a.reverse.find { |id|
 sources.include?(id) }
        former ? element.with(source_id: former) : element
      end

      # With an id of its own for what has that of something that it cannot be the same as, since that is of another
      # kind or in another place.
      def apart(known, theirs)
        strange = theirs.select { |each| known[each.id] && place(known[each.id]) != place(each) }
                        .to_h { |each| [ each.id, "#{each.id}-moved" ] }
        strange.empty? ? theirs : theirs.map { |each| Matching::OtherIds.element(each, strange, sources: false) }
      end

      # A partition may go to another table.
      def place(element) = [ element.kind, (element.parent_id unless element.kind == :partition) ]

      # { id on the goal's side => name at the start }, as was answered.
      def renamed(model, theirs, answers)
        said = answers.select { |(_, question), _| question == "former" }
        return {} if said.empty?

        said.each_with_object({}) do |((about, _), name), found|
          fresh = Answers.element(model, theirs, about)
          found[fresh.id] = name if fresh
        end
      end

      # Columns that get their values from one elsewhere, as was answered, have its source.
      def carried(answers)
        answers.select { |(_, question), _| question == "from" }.each do |(about, _), text|
          fresh = Answers.element(@goal, @goal.elements.values, about)
          old = Answers.element(@start, @start.elements.values, text.downcase)
          next unless [ fresh, old ].all? { |each| each&.kind == :column } && !@start.key?(fresh.id)

          source = old.source_id.empty? ? "moved-#{old.id}" : old.source_id
          @start = @start.updated(put: [ old.with(source_id: source) ], drop: [])
          @goal = @goal.updated(put: [ fresh.with(source_id: source) ], drop: [])
        end
      end
    end
  end
end
