# frozen_string_literal: true

module Kelvath
  # What a careful colleague would look for. Each check is one file that says what must hold, finds
  # where it does not, and offers changes that would mend it.
  module Findings
    # element_id: where it is; subject_id: what the check looked at when it found it (nil: the model as a whole);
    # message: what is wrong, in one sentence; mended_by: titles of the changes that would mend it.
    Finding = Struct.new(:check, :element_id, :subject_id, :message, :mended_by, keyword_init: true) do
      # The same finding keeps its key for as long as it stands: "missing_definition:01H…"
      def key = "#{check.key}:#{element_id}"
    end
    # title: what pressing it does; change: answers the ChangeSet when it is called with ids and, if it asks for one, a
    # text; asks: what a person is asked to write for it, nil for nothing.
    Fix = Struct.new(:title, :change, :asks, keyword_init: true)

    module_function

    # All findings of a model, in the order of the checks. standard: what its names are to keep to.
    def of(model, standard = Naming::Standard.plain)
      model.memo([ :findings, standard ]) do
        parts = [ nil, *model.all(:design).map(&:id) ].map { |part| Report.of(model, standard, part:).findings }
        parts.flatten(1).group_by(&:check).sort_by.with_index { |(check, _), index| [ order(check), index ] }
             .flat_map(&:last)
      end
    end

    # Where a check stands among all; rules of the house come last.
    def order(check) = CHECKS.index(check) || CHECKS.size
    private_class_method :order

    # The finding of that key. Raises NotFound when it no longer stands.
    def fetch(model, key, standard = Naming::Standard.plain) = find(of(model, standard), key)

    # The one of some findings that has a key. Raises NotFound.
    def find(findings, key)
      findings.find { |finding| finding.key == key } || raise(NotFound, "That finding no longer stands.")
    end

    # Findings, parted: those that stand, and { Finding => Aside element } of those that were put aside.
    def parted(model, findings)
      asides = model.all(:aside).to_h { |aside| [ aside.finding, aside ] }
      return [ findings, {} ] if asides.empty?

      aside, standing = findings.partition { |finding| asides.key?(finding.key) }
      [ standing, aside.to_h { |finding| [ finding, asides.fetch(finding.key) ] } ]
    end

    # ChangeSet that puts a finding aside, by its key, for a reason as typed. Raises InvalidValue, NotFound.
    def put_aside(model, finding, reason, by:, ids:)
      reason = Metamodel::Aside.fetch_field(:reason).parse(reason).strip
      raise InvalidValue.new("Say why it may stay as it is.", field: :reason, value: reason) if reason.empty?

      Draft.change(model, ids:) do |draft|
        known = model.all(:aside).find { |each| each.finding == finding.key }
        draft.remove(known.id) if known
        draft.add(:aside, finding: finding.key, reason:, person: by)
      end
    end

    # What would mend a finding of a model: [Fix, …]; empty if it no longer stands.
    def fixes(model, finding, standard = Naming::Standard.plain)
      part = Model::Parts.of(model.fetch(finding.element_id), model)
      check = finding.check.new(model, standard, part:)
      check.look_at(finding.subject_id)
      check.fixes.fetch(finding.key, [])
    end
  end
end

require_relative "findings/check"
require_relative "findings/entities"
require_relative "findings/attributes"
require_relative "findings/namesakes"
require_relative "findings/relationships"
require_relative "findings/domains"
require_relative "findings/diagrams"
require_relative "findings/names"
require_relative "findings/designs/sql"
require_relative "findings/designs/versions"
require_relative "findings/designs/names"
require_relative "findings/designs/columns"
require_relative "findings/designs/keys"
require_relative "findings/designs/standing"
require_relative "findings/house_rules"
require_relative "findings/report"

module Kelvath
  module Findings
    # In the order in which people would want to mend things.
    CHECKS = [
      IdentifyingCycle, MissingIdentifier, MissingDefinition, MissingAttributes, UnresolvedManyToMany,
      MandatoryAtBothEnds, MissingVerbPhrase, VerbPhraseNotPlain, RoleNameNeeded, StandingAlone, DiscriminatorMissing,
      TypeMissing, LengthMissing, PrecisionMissing, HandMadeKeyCopy, RepeatedName, SynonymByName, UnusedDomain,
      ValueUnfit, BlanksInName, NameForbidden, NameAgainstRule, NameOutOfStep, NameUnknown, DiagramUnnamed,
      CardsOverlap, SqlPieceBroken, SqlNameUnknown, NativeTypeUnknown, ForeignKeyToNoKey, NameTooLong, VersionLacksIt,
      PrimaryKeyMissing, NumberingMissing, ForeignKeyTypesDiffer, ForeignKeysInCircle, UniqueOverNulls, KeyTooWide,
      ForeignKeyWithoutIndex, IndexRedundant, TableOutside, NumberWithoutPrecision, NameReserved, HouseRules
    ].freeze
  end
end
