# frozen_string_literal: true

require_relative "metamodel/expression"
require_relative "metamodel/native_type"
require_relative "metamodel/field"
require_relative "metamodel/value_check"
require_relative "metamodel/facts"
require_relative "metamodel/element"
require_relative "metamodel/logical_kinds"
require_relative "metamodel/house_kinds"
require_relative "metamodel/design_kinds"
require_relative "metamodel/program_kinds"
require_relative "metamodel/diagram_kinds"
require_relative "metamodel/naming_kinds"
require_relative "metamodel/dossier_kinds"
require_relative "metamodel/sweep_kinds"

module Kelvath
  # Every kind of element, in the order in which people ask for them; parents come before what stands within them.
  module Metamodel
    KINDS = [
      Header, Entity, Relationship, Attribute, Identifier, Dependency, SubtypeGroup, Arc, Domain,
      AllowedValue, SubjectArea, Tag, Word,
      UnreadSentence,
      Design, Decision, Schema, Enumeration, Table, Partition, Column, Key, ForeignKey, Check, Clause, Index, Row, View,
      Sequence, Routine, Trigger, Role, Grant, ScriptPiece, Answer,
      Diagram, DiagramNode, DiagramNote,
      CustomField, CustomValue, TypeRule, Recipe, Aside, Note, Dossier, Chapter, Sweep, Condition, Question,
      LexiconEntry, NameRule
    ].to_h { |kind| [ kind.kind, kind ] }.freeze

    # Kinds of which the block says so: Metamodel.kinds(&:listed?)  # => [:entity, …]
    def self.kinds(&block) = KINDS.each_value.select(&block).map(&:kind)

    # The names of elements, by ids that may be composed, and a text's beginning in quotation marks.
    def self.names(ids, model) = ids.filter_map { |id| model[id.split(".").last]&.name }.join(", ")
    def self.quoted(text) = "“#{text.length > 40 ? "#{text[0, 40]}…" : text}”"

    # The class for a kind's name, as symbol or string. Raises UnknownName.
    def self.fetch(kind)
      KINDS.fetch(kind.to_sym) { raise UnknownName, "There is no kind “#{kind}”; known are #{KINDS.keys.join(', ')}." }
    end

    # { side => [kind, …] }: the logical side, the physical one, what draws, what the house keeps of its own.
    SIDES = KINDS.keys.group_by { |kind| KINDS[kind].side }.freeze
    LOGICAL, PHYSICAL = SIDES.fetch_values(:logical, :physical)

    # The element that a hash from Element#to_h describes, from anywhere: every value is checked. Raises
    # UnknownName or InvalidValue.
    def self.element(hash)
      raise InvalidValue.new("An element must be an object in braces.", field: nil, value: hash) unless hash.is_a?(Hash)
      unless hash["kind"].is_a?(String) && ValueCheck.id?(hash["id"])
        raise InvalidValue.new("An element must say its kind and its id.", field: nil, value: hash)
      end

      fetch(hash["kind"]).from_h(hash)
    end

    # The same of what was checked when it was written: never refused, whatever the rules have become since.
    def self.kept_element(hash) = fetch(hash.fetch("kind")).kept(hash)
  end
end
