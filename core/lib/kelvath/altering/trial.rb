# frozen_string_literal: true

module Kelvath
  module Altering
    # An alteration tried on a real engine: the start is made and gets rows, the script runs, what the catalog says is
    # held against the goal and the rows against what they were; then the same on the way back.
    class Trial
      # statements: how many ran; differences: Comparison::Difference values; rows: how many there were before; astray:
      # lines about rows that are not what they were and were not called.
      Leg = Struct.new(:statements, :differences, :rows, :astray, keyword_init: true) do
        # Is the database what it was to be, its rows kept but for what was called?
        def clean? = differences.empty? && astray.empty?
      end
      Account = Struct.new(:there, :back, keyword_init: true) do
        def clean? = there.clean? && back.clean?
      end

      # Where it is: "making the start", "on the way there" or "on the way back".
      attr_reader :place

      # engine: answers make(Ddl::Script), insert(Ddl::Statement), which may be refused, alter(Ddl::Script) -> how many
      # statements ran, call(sql) -> [{ column => value }, …] and catalog -> Intake::Catalog. Its errors pass through.
      def initialize(alteration, engine, ids:)
        @alteration = alteration
        @engine = engine
        @ids = ids
      end

      # The Account.
      def call
        start, id = @alteration.start, @alteration.design_id
        @place = "making the start"
        @engine.make(Ddl.script(start, id))
        SampleRows.new(start, id).statements.each { |statement| @engine.insert(statement) }
        Account.new(there: leg(@alteration, "on the way there"), back: leg(@alteration.reverse, "on the way back"))
      end

      private

      def leg(alteration, place)
        @place = place
        before = rows(alteration.start)
        statements = @engine.alter(alteration.script)
        differences = Proof.differences(alteration.goal, alteration.design_id, @engine.catalog, ids: @ids)
        astray = differences.empty? ? astray(alteration, before, rows(alteration.goal)) : []
        Leg.new(statements:, differences:, rows: before.each_value.sum(&:size), astray:)
      end

      # { table's id => [{ column's id => text of its value }, …] }
      def rows(model)
        design = model.all(:design).first
        writer = Platforms.fetch(design.platform).writer_class.new(model, design)
        model.all(:table).reject(&:outside).to_h do |table|
          columns = model.children(table.id, :column)
          names = columns.map { |each| writer.quote(each.name) }
          [ table.id, @engine.call("SELECT #{names.join(', ')} FROM #{writer.place(table)}").map { |row|
            columns.map(&:id).zip(row.values.map { |value| plain(value) }).to_h
          } ]
        end
      end

      # What is no valid text is told by its bytes.
      def plain(value)
        text = value.to_s.dup.force_encoding(Encoding::UTF_8)
        text.valid_encoding? ? text : text.unpack1("H*")
      end

      def astray(alteration, before, after)
        lost = alteration.losses.reject(&:stops?).to_set(&:element_id)
        dropped = alteration.losses.select { |each| each.kind == :dropped }.map(&:element_id)
                            .flat_map { |id| [ id, *above(alteration.start, id) ] }.to_set
        (before.keys & after.keys).reject { |id| dropped.include?(id) }.flat_map do |id|
          name = alteration.goal.fetch(id).name
          columns = kept(alteration, id).reject { |column| lost.include?(column.id) }
          one, two = [ before, after ].map { |rows| rows[id].map { |row| row.values_at(*columns.map(&:id)) }.sort }
          next "#{name} had #{one.size} rows and has #{two.size}." if one.size != two.size

          one == two ? [] : [ "Rows of #{name} are not what they were: #{(one - two).first(1).inspect}." ]
        end
      end

      # What a partition is a part of.
      def above(model, id)
        element = model[id]
        element&.kind == :partition ? model.ancestors(element).map(&:id) : []
      end

      # Columns whose values are to be the same, to the letter.
      def kept(alteration, table_id)
        alteration.start.children(table_id, :column).select do |column|
          other = alteration.goal[column.id]
          other && other.parent_id == table_id && other.native_type == column.native_type &&
            [ other, column ].all? { |each| each.computed.empty? }
        end
      end
    end
  end
end
