# frozen_string_literal: true

module Kelvath
  module Running
    # The states that a database goes through while statements run on it, told by the reader of scripts. What is the
    # same thing has the same id in all of them and in the database as it was, whatever it is called by then: a table
    # that a script drops and makes again is another one, and one whose rows were copied into it is the same.
    class States
      # Kinds that hold rows or values: dropped and made again, they are others.
      ROWS = %i[table column].freeze

      # before: an Altering::Side of what is there before the first statement.
      def initialize(before, ids:)
        @before = before
        @ids = ids
      end

      # The Altering::Side after statements; text: these as a script. catalog: the Intake::Catalog that it was made of,
      # its log included, is handed to the block.
      def after(text)
        state = nil
        given = {}.compare_by_identity
        result = read([ source("before", there), source(SCRIPT, text) ]) do |now|
          things(now).zip(known_ids).each { |thing, id| given[thing] = id if id } if state.nil?
          (state = now).live = true
        end
        state.copies.each { |copy, from| carry(state, given, copy, *from) }
        yield result if block_given?
        joined(Altering::Side.of_catalog(result.catalog, platform.key, ids: @ids, given:, design_id: @before.design_id))
      end

      # What is there before anything has run, as the reader tells it.
      def start = @start ||= begin
        side, = begun
        elements = correspondence.aligned(parts(side).values).values
        Altering::Side.new(model: model(elements), design_id: @before.design_id, told: true)
      end

      SCRIPT = "script"

      private

      def platform = @before.platform
      def read(sources, &) = Reading.read(sources, platform:, &)
      def source(name, text) = Reading::Source.new(name:, text:)
      def parts(side) = Derivation::Again::Parts.of(side.model, side.design_id)
      def model(elements) = Model.of([ @before.design, *elements ])

      # What is there, as a script that would make it.
      def there = @there ||= Ddl.script(@before.model, @before.design_id).text

      # All that a Reading::State holds, in the same order each time the same was read.
      def things(state)
        lists = [ state.schemas, state.views, state.sequences, state.enumerations, state.routines ].flat_map(&:values)
        lists + state.tables.each_value.flat_map do |table|
          [ table, *table.columns, *table.keys, *table.foreign_keys, *table.checks, *table.clauses.to_a, *table.indexes,
            *table.triggers.to_a ]
        end
      end

      # [The Side that the script of what is there makes, ids of its elements in the order of #things].
      def begun
        @begun ||= begin
          list = nil
          given = {}.compare_by_identity
          result = read([ source("before", there) ]) { |state| list = things(state) }
          side = Altering::Side.of_catalog(result.catalog, platform.key, ids: @ids, given:)
          moved = parts(side).each_value.map do |each|
            each.parent_id == side.design_id ? each.class.new(id: each.id, parent_id: @before.design_id,
              **each.values) : each
          end
          [ Altering::Side.new(model: Model.of([ side.design, *moved ]), design_id: @before.design_id, told: true),
            list.map { |thing| given[thing] } ]
        end
      end

      # What of it is which of the database's.
      def correspondence
        @correspondence ||= Matching::Designs.new(parts(@before), parts(begun.first).values, every: true).correspondence
      end

      def known_ids
        @known_ids ||= begun.last.map { |id| id && (correspondence.left_of(id) || id) }
      end

      # A table that took all rows of one that has gone is that one, and may itself be left for another one; so are the
      # columns that took its values.
      def carry(state, given, copy, from, columns)
        return if given[copy] || !given[from] || state.tables.each_value.any? { |each| each.equal?(from) }

        given[copy] = given[from]
        taken = Set.new
        columns.each { |column, old|
          given[column] = given[old] if given[old] && !given[column] && taken.add?(given[old]) }
      end

      # What holds no rows, and what is only referred to, goes by its name where nothing else is known of it.
      def joined(side)
        known = parts(start)
        fresh = parts(side)
        left = known.reject { |id, _| fresh.key?(id) }
        waiting = fresh.values.reject { |each|
          known.key?(each.id) || (ROWS.include?(each.kind) && !named_only?(each, fresh)) }
        return side if left.empty? || waiting.empty?

        left = left.reject { |_, each| ROWS.include?(each.kind) && !named_only?(each, known) }
        found = Matching::Designs.new(left, waiting, every: true).correspondence
        Altering::Side.new(model: model(found.aligned(fresh.values).values), design_id: @before.design_id, told: true)
      end

      # Tables outside, their columns, and columns within columns.
      def named_only?(element, elements)
        return element.outside if element.kind == :table

        parent = elements[element.parent_id]
        parent.kind == :column || parent.outside
      end
    end
  end
end
