# frozen_string_literal: true

module Kelvath
  module Altering
    # Two states of a design as two models in which the same thing has the same id. What has the same id already is the
    # same; else what comes from the same source, is over the same columns or has the same name, and what somebody said.
    class Pairing
      # Models that hold the design and nothing else. proposals: [Proposals::Proposal, …] of what may have been renamed.
      attr_reader :start, :goal, :proposals

      # answers, identified: as Altering.between takes them.
      def initialize(start, goal, answers, identified: false)
        @design = start.design
        @start = alone(start, @design, Derivation::Again::Parts.of(start.model, start.design_id).values)
        theirs = Derivation::Again::Parts.of(goal.model, goal.design_id).values
                                         .map { |each| moved(each, goal.design_id) }
        return take(goal, theirs) if identified

        sources = @start.all(:column).to_set(&:source_id)
        theirs = theirs.map { |each| as_before(each, goal.model, sources) }
        known = Derivation::Again::Parts.of(@start, @design.id)
        given = strangers(known, theirs).merge(renamed(known, goal.model, theirs, answers))
        paired = Matching::Designs.new(known, theirs, every: true, given:).aligned.values
        take(goal, paired, Proposals)
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

      # What has the id of something that it cannot be the same as, since that is of another kind or in another place:
      # { id => an id of its own }.
      def strangers(known, theirs)
        theirs.select { |each| known[each.id] && place(known[each.id]) != place(each) }
              .to_h { |each| [ each.id, "#{each.id}-moved" ] }
      end

      def place(element) = [ element.kind, element.parent_id ]

      # { id on the goal's side => id at the start }, as was answered.
      def renamed(known, model, theirs, answers)
        said = answers.select { |(_, question), _| question == "former" }
        return {} if said.empty?

        by_about = theirs.select { |each| %i[table column].include?(each.kind) }
                         .to_h { |each| [ Altering.about(model, model.fetch(each.id)), each ] }
        said.each_with_object({}) do |((about, _), name), given|
          fresh = by_about[about] or next
          parent = given.fetch(fresh.parent_id, fresh.parent_id)
          old = known.each_value.find { |each| place(each) == [ fresh.kind, parent ] && each.name.casecmp?(name) }
          given[fresh.id] = old.id if old && !given.value?(old.id)
        end
      end
    end
  end
end
