# frozen_string_literal: true

module Kelvath
  # What a careful colleague would look for. Each check is one file that says what must hold, finds
  # where it does not, and offers changes that would mend it.
  module Findings
    # element_id: where it is; message: what is wrong, in one sentence; fixes: Fix values.
    Finding = Struct.new(:check, :element_id, :message, :fixes, keyword_init: true) do
      # The same finding keeps its key for as long as it stands: "missing_definition:01H…"
      def key = "#{check.key}:#{element_id}"
    end
    # title: what pressing it does; change: answers the ChangeSet when it is called with ids.
    Fix = Struct.new(:title, :change, keyword_init: true)

    module_function

    # All findings of a model, in the order of the checks. standard: what its names are to keep to.
    def of(model, standard = Naming::Standard.plain)
      model.memo([ :findings, standard ]) { CHECKS.flat_map { |check| check.new(model, standard).all } }
    end

    # The finding of that key. Raises NotFound when it no longer stands.
    def fetch(model, key, standard = Naming::Standard.plain)
      of(model, standard).find { |finding| finding.key == key } || raise(NotFound, "That finding no longer stands.")
    end
  end
end

require_relative "findings/check"
require_relative "findings/entities"
require_relative "findings/attributes"
require_relative "findings/relationships"
require_relative "findings/domains"
require_relative "findings/diagrams"
require_relative "findings/names"
require_relative "findings/designs"

module Kelvath
  module Findings
    # In the order in which people would want to mend things.
    CHECKS = [
      IdentifyingCycle, MissingIdentifier, MissingDefinition, MissingAttributes, UnresolvedManyToMany, MandatoryAtBothEnds, MissingVerbPhrase, RoleNameNeeded,
      StandingAlone, DiscriminatorMissing, TypeMissing, LengthMissing, PrecisionMissing, HandMadeKeyCopy, RepeatedName, SynonymByName, UnusedDomain, AllowedValueUnfit,
      BlanksInName, NameForbidden, NameAgainstRule, NameOutOfStep, NameUnknown, DiagramUnnamed, CardsOverlap, SqlPieceBroken
    ].freeze
  end
end
