# frozen_string_literal: true

require_relative "shaping/subtypes"
require_relative "shaping/numbering"

module Kelvath
  module Derivation
    # The logical side as one design wants it: relationships of many to many resolved, subtypes and numbered keys as
    # chosen. What is moved keeps its id; what is made has an id of its source with a word, or another id, behind.
    #
    # model: what tables are made of; subtype_rows: Subtypes::Rows of what was rolled up; remarks: lines.
    Shaping = Struct.new(:model, :subtype_rows, :remarks, keyword_init: true)

    class Shaping
      # What a shape depends on, and what is asked of its model.
      KINDS = (Metamodel::LOGICAL + [ :type_rule ]).freeze

      # The shape of a model for a design, worked out once.
      def self.of(model, design)
        choices = Choices.of(design)
        wanted = [ choices.subtypes, choices.numbering ]
        model.memo_of([ :shaping, wanted ], KINDS) { make(model, *wanted) }
      end

      # The id of the logical element that an id of the shape was made from.
      #
      #   Shaping.source("01AB-01CD")  # => "01AB"
      def self.source(id) = id[/\A[^-]+/] || id

      def self.make(model, subtypes, numbering)
        prepared = Logical::Preparation.of(model)
        shaped = Subtypes.new(prepared.model, subtypes)
        Shaping.new(model: Numbering.new(shaped.model, numbering).model, subtype_rows: shaped.rows,
                    remarks: prepared.remarks + shaped.remarks).freeze
      end
      private_class_method :make
    end
  end
end
