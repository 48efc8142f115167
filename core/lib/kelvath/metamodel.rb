# frozen_string_literal: true

require_relative "metamodel/field"
require_relative "metamodel/value_check"
require_relative "metamodel/element"
require_relative "metamodel/logical_kinds"
require_relative "metamodel/design_kinds"
require_relative "metamodel/diagram_kinds"
require_relative "metamodel/naming_kinds"

module Kelvath
  # Every kind of element, in an order in which parents come before what stands within them.
  module Metamodel
    KINDS = [
      Header, Word, Tag, Domain, AllowedValue, SubjectArea, Entity, Relationship, Attribute, Identifier, Dependency, SubtypeGroup, UnreadSentence,
      Design, Table, Column, Key, ForeignKey, Check, Index, View,
      Diagram, DiagramNode, DiagramNote,
      CustomField, CustomValue, Note,
      LexiconEntry, NameRule
    ].to_h { |kind| [ kind.kind, kind ] }.freeze

    LOGICAL = %i[
      header word tag domain allowed_value subject_area entity relationship attribute identifier dependency subtype_group unread_sentence
    ].freeze
    PHYSICAL = %i[design table column key foreign_key check index view].freeze

    # The class for a kind's name, as symbol or string. Raises UnknownName.
    def self.fetch(kind)
      KINDS.fetch(kind.to_sym) { raise UnknownName, "There is no kind “#{kind}”; known are #{KINDS.keys.join(', ')}." }
    end

    # The element that a hash from Element#to_h describes, from anywhere: every value is checked. Raises
    # UnknownName or InvalidValue.
    def self.element(hash)
      raise InvalidValue.new("An element must be an object in braces.", field: nil, value: hash) unless hash.is_a?(Hash)
      raise InvalidValue.new("An element must say its kind and its id.", field: nil, value: hash) unless hash["kind"].is_a?(String) && ValueCheck.id?(hash["id"])

      fetch(hash["kind"]).from_h(hash)
    end

    # The same of what was checked when it was written: never refused, whatever the rules have become since.
    def self.kept_element(hash) = fetch(hash.fetch("kind")).kept(hash)
  end
end
