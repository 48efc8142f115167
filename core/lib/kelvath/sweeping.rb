# frozen_string_literal: true

require_relative "sweeping/subjects"
require_relative "sweeping/pattern"
require_relative "sweeping/operators"
require_relative "sweeping/test"
require_relative "sweeping/scope"
require_relative "sweeping/wording"
require_relative "sweeping/hits"
require_relative "sweeping/changing"
require_relative "sweeping/shaping"

module Kelvath
  # Sweeps: elements of a kind that some conditions hold of, found, listed and changed together.
  module Sweeping
    # Kinds that can be swept, in the order in which they are offered.
    KINDS = (Metamodel::KINDS.values.select { |kind| %i[logical physical].include?(kind.side) }.map(&:kind) -
             %i[header answer script_piece unread_sentence decision row]).freeze

    module_function

    # Elements that a kept sweep finds, in the order of the model. Raises InvalidValue or UnknownName when a condition
    # cannot be asked, NotFound for what is no sweep.
    def hits(model, id)
      sweep = model.fetch(id, :sweep)
      find(model, sweep, conditions(model, id))
    end

    # All conditions of a sweep, those within groups included, in order.
    def conditions(model, id)
      model.children(id, :condition).sort_by { |each| each.position || 0 }
           .flat_map { |each| [ each, *conditions(model, each.id) ] }
    end

    # The same of a sweep and conditions that need not be in the model. design_id: of the one design that is looked at,
    # nil for all; kinds: those of the sweep that are looked at.
    def find(model, sweep, conditions, design_id: nil, kinds: kinds_of(sweep))
      kinds.flat_map do |kind|
        test = Test.new(Subjects.of(model, kind), sweep, conditions).compile
        Scope.new(model, kind, sweep, design_id:).elements.select(&test)
      end
    end

    # All kinds that are swept. Raises UnknownName.
    def kinds_of(sweep) = [ kind_of(sweep), *KINDS.select { |kind| sweep.also.include?(kind.to_s) } ].uniq

    # What can be asked of all of them. Raises UnknownName.
    def subjects(model, sweep) = Subjects.shared(model, kinds_of(sweep))

    # The first kind that is swept. Raises UnknownName.
    def kind_of(sweep)
      KINDS.find { |kind| kind.to_s == sweep.of } ||
        raise(UnknownName, "“#{sweep.of}” cannot be swept; choose another kind.")
    end
  end
end
