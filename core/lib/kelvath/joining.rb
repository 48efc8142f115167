# frozen_string_literal: true

require_relative "joining/completing"
require_relative "joining/pairing"
require_relative "joining/logical_pairing"
require_relative "joining/differing"
require_relative "joining/offers"
require_relative "joining/gone"
require_relative "joining/writing"

module Kelvath
  # What was read, taken into a model that is there already: what both have is found by name and structure, so that
  # nothing doubles; what is new and what would change is offered, and what somebody takes becomes one change. What the
  # model has and the other has not stays as it is.
  module Joining
    # A thing that can be taken or left. key: names it, in a request; way: :new, :changed or :gone; place: the table's
    # name, "" for none; title: "column depth"; said: what becomes of it, in words; additions: Elements; sets: { id =>
    # { field => value } }; removals: ids.
    Offer = Struct.new(:key, :way, :place, :title, :said, :additions, :sets, :removals, keyword_init: true) do
      def initialize(additions: Model::NONE, sets: {}, removals: Model::NONE, **others) = super
    end

    # What a catalog is in a model of its own, as Plan takes it: [Model, notes]. Tables that its foreign keys lead to
    # and only the model has are read with it. design_id: as Plan takes it; standard: what names are read by.
    def self.read(catalog, platform:, ids:, model: nil, design_id: nil, standard: Naming::Standard.plain)
      catalog = Completing.new(catalog, model, design_id).call if design_id
      taken = Intake.take(Model::EMPTY, catalog, platform:, ids:, name: "Read", standard:)
      [ Model.of(taken.change_set.additions), taken.log ]
    end

    # One reading laid beside a model.
    class Plan
      attr_reader :model, :design, :offers, :notes

      # model: a Model; read: a Model of one design and its logical side, as Joining.read makes it; design_id: the
      # model's design that it goes into, nil for a new one; apart: ids of tables that are not to be found by their
      # columns; scope: the Intake::Scope of what was read where all of it was: what the design has and it has not is
      # then offered as gone; nil where that says nothing.
      def initialize(model, read, design_id: nil, apart: [], scope: nil)
        @model = model
        @read = read
        @design = design_id ? model.fetch(design_id, :design) : new_design
        @pairing = Pairing.new(model, @design, read, read_design, apart:)
        @scope = scope
        @offers = Offers.new(model, @design, read, @pairing).all
        @offers += Gone.new(model, @design, @pairing, scope).offers if scope && model.key?(@design.id)
        @notes = stays
      end

      # [[id of a table that was read, its name, the name of the model's that it seems to be], …]
      def likened
        @pairing.likened.map { |id| [ id, @read.fetch(id).name, @model.fetch(@pairing.ids.fetch(id)).name ] }
      end

      # What may be the same under another name, as a script that alters would ask: [Altering::Questions::Question, …]
      def questions
        return [] if new_design? || !Platforms.fetch(@design.platform).alterable?

        start = Altering::Side.new(model: @read, design_id: read_design.id, told: true)
        goal = Altering::Side.new(model: @model, design_id: @design.id)
        Altering.between(start, goal, answers: Altering::Answers.of(@model, @design.id))
                .questions.select { |each| each.kind == "former" }
      end

      # Is the design one that comes with it?
      def new_design? = !@model.key?(@design.id)

      # The change that takes some of the offers, all unless keys are given; base: the Derivation::Base of the model's
      # design, nil if none is known. Answers [ChangeSet, the Base to keep, or nil].
      def change_set(keys = nil, ids:, base: nil)
        taken = keys ? @offers.select { |offer| keys.include?(offer.key) } : @offers
        Writing.new(self, @read, @pairing, taken, ids:).change_set(base)
      end

      private

      def read_design = @read_design ||= @read.all(:design).first

      def new_design
        platform = Platforms.fetch(read_design.platform)
        read_design.with(name: Derivation.free_name(@model, platform), base: "")
      end

      def stays
        return [] if new_design? || @scope

        met = @pairing.ids.values.to_set
        left = Metamodel::Design.tables(@model, @design.id).reject { |table| met.include?(table.id) || table.outside }
        return [] if left.empty?

        names = left.first(5).map(&:name).join(", ")
        what, is, stays, as = left.one? ? %w[table is stays it\ is] : %w[tables are stay they\ are]
        [ "#{left.size} #{what} of #{@design.name} #{is} not in it and #{stays} as #{as}: " \
          "#{names}#{" and #{left.size - 5} more" if left.size > 5}." ]
      end
    end
  end
end
