# frozen_string_literal: true

module Kelvath
  module Running
    # What a script would do to a database as it is, told by the reader of scripts before anything runs.
    class Foresight
      # before: an Altering::Side of what is there; script: the Ddl::Script; after: what it leaves, if that has been
      # worked out before.
      def initialize(before, script, ids:, after: nil)
        @before = before
        @script = script
        @ids = ids
        @after = after
      end

      # The Altering::Side of what would be there after it, with the ids of what is there.
      def after = @after ||= states.after(text) { |result| @reading = result }

      # As Running.counts has them.
      def counts = Running.counts(forward.changes)

      # [Altering::Losses::Loss, …] of what would be gone for good: things with their rows, values that are cut, rows
      # that statements take away. A count asks the database how many rows that are.
      def losses = forward.losses.reject(&:stops?) + Clearing.of(@script)

      # [Altering::Losses::Loss, …] of rows at which it may stop.
      def stops = forward.losses.select(&:stops?)

      # Would anything be lost or dropped?
      def destroys? = losses.any? || @script.statements.any? { |each| each.kind == "drop" }

      # [[line of the script, words], …]: what the reader met that a server would hardly take, and what is made though
      # it is there.
      def faults
        met = reading.catalog.log.select { |each| each.level == :warning && each.file == SCRIPT }
        (met.map { |each| [ each.line, each.message ] } + doubled + lacking).sort_by { |line, _| line.to_i }
      end

      # The first statement that cannot stand in a transaction with others: [line, words]; nil for none.
      def parted
        form = platform.class::NEVER_WITHIN
        found = handed_out.find { |each| form && each.sql.match?(form) }
        [ found.line, "“#{found.sql.lines.first.strip[0, 60]}” cannot stand in a transaction" ] if found
      end

      # Does it begin and end its transaction itself?
      def own_transaction? = handed_out.any? { |each| each.sql.match?(/\A\s*(?:BEGIN|COMMIT|ROLLBACK)\b/i) }

      # Is whatever it did taken back by the database itself, should it stop?
      def whole? = platform.supports?(:undone_whole) && parted.nil? && (!own_transaction? || one_transaction?)

      # The Alteration from what would be there back to what is there.
      def undo = @undo ||= Altering.between(after, states.start, identified: true)

      private

      SCRIPT = States::SCRIPT
      SETTING = /\A\s*(?:PRAGMA|SET)\b/i

      # Does all that changes anything stand between its BEGIN and its COMMIT?
      def one_transaction?
        first, *within, last = handed_out.map(&:sql).grep_v(SETTING)
        first.to_s.match?(/\A\s*BEGIN\b/i) && last.to_s.match?(/\A\s*COMMIT\b/i) &&
          within.grep(/\A\s*(?:BEGIN|COMMIT|ROLLBACK)\b/i).empty?
      end

      ASKS_FIRST = /\bIF\s+(?:NOT\s+EXISTS|OBJECT_ID|DB_ID)|\A\s*CREATE\s+OR\s+(?:REPLACE|ALTER)/i

      def doubled
        return [] unless any_made_again?

        alone = Reading.read([ Reading::Source.new(name: SCRIPT, text:) ], platform:)
        [ *alone.catalog.tables, *alone.catalog.views ].filter_map do |thing|
          line = alone.lines.fetch(thing, [ nil, 0 ]).last
          next unless names_there.include?(thing.title.downcase)
          next if statement_at(line).match?(ASKS_FIRST) || dropped?(thing, line)

          [ line, "#{thing.title} is there already." ]
        end
      end

      # Reading the script once more takes as long as all else: only where a statement may make what is there.
      def any_made_again?
        last_parts = names_there.to_set { |name| name.split(".").last }
        @script.statements.any? do |each|
          each.kind == "by hand" ? each.sql.match?(/\bCREATE\b/i) : last_parts.include?(each.name.to_s.downcase)
        end
      end

      def names_there = @names_there ||= Running.names(@before).to_set(&:last)

      # Tables that it refers to, and that are neither there nor made.
      def lacking
        there = Running.outside(@before).to_set { |table, _| table.name.downcase }
        Running.outside(after).filter_map do |table, _|
          next if there.include?(table.name.downcase)

          form = /\bREFERENCES\s+(?:["`\[]?\w+["`\]]?\.)?["`\[]?#{Regexp.escape(table.name)}\b/i
          line = @script.statements.find { |each| each.sql.match?(form) }&.line
          [ line, "#{table.name} is neither there nor made." ]
        end
      end

      def statement_at(line)
        behind = @script.statements.bsearch_index { |each| each.line > line } || @script.statements.size
        behind.zero? ? "" : @script.statements[behind - 1].sql
      end

      # Does a statement before that line drop it?
      def dropped?(thing, line)
        name = /\b#{Regexp.escape(thing.name)}\b/i
        @script.statements.any? { |each| each.line < line && each.sql.match?(/\A\s*DROP\b/i) && each.sql.match?(name) }
      end

      def platform = @before.platform
      def handed_out = @script.handed_out
      def forward = @forward ||= Altering.between(states.start, after, identified: true)
      def states = @states ||= States.new(@before, ids: @ids)

      def reading
        return @reading if @reading

        @after = nil
        after
        @reading
      end

      # The script, whose lines stay what they are; what makes a database and goes on in it is left blank: what is there
      # is what is there in that one.
      def text
        return @script.text unless Running.place(@script, platform)

        lines = @script.text.lines
        @script.statements.select { |each| each.kind == "place" }.each { |each| lines[each.line - 1] = "\n" }
        lines.join
      end
    end
  end
end
