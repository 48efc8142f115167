# frozen_string_literal: true

module Kelvath
  module Platforms
    # What a platform does when a script is to run again without harm, or to begin with drops. From what it declares:
    #
    # ONCE      { kind of statement => how it is said so that it does nothing where the thing is there }:
    #           :if_not_exists behind the noun, :or_replace behind CREATE, :ignore in an INSERT, or text behind it
    #           :unless_there, by the form of INSERT_ONCE
    # ASKS_FIRST  the version since which DROP takes IF EXISTS, true for all, nil for none
    # DROPS_BETWEEN  what is said before and after drops, so that their order does not matter
    # BEGINS_IN [ "CREATE …", "USE …" ]: statements that make a place by its name (%s) and begin in it
    module Repeating
      NOUNS = { "table" => "TABLE", "partition" => "TABLE", "index" => "INDEX", "sequence" => "SEQUENCE",
                "schema" => "SCHEMA",
                "view" => "VIEW", "enumerated type" => "TYPE", "role" => "ROLE", "trigger" => "TRIGGER" }.freeze

      # SQL of a statement that makes something, so that it can run twice: [SQL, …], nil where the platform has no way.
      # statement: a Ddl::Statement; table: the name of the table that it changes, as it stands in SQL, or nil; name:
      # its own as it stands there.
      def once(statement, name:, table: nil)
        way = self.class::ONCE[statement.kind]
        case way
        when :if_not_exists then [ behind_noun(statement, "IF NOT EXISTS") ]
        when :or_replace then [ statement.sql.sub(/\ACREATE (?!OR REPLACE)/i, "CREATE OR REPLACE ") ]
        when :ignore then [ statement.sql.sub(/\AINSERT INTO/i, self.class::INSERT_ONCE) ]
        when String then [ "#{statement.sql}#{way}" ]
        when :harmless then [ statement.sql ]
        when :unless_there then unless_there(statement.sql, self.class::INSERT_ONCE)&.then { |sql| [ sql ] }
        when :dropped_before then [ dropped(statement.kind, name, table:, if_there: true), statement.sql ]
        else guarded(statement, name, table)
        end
      end

      ROW = /\AINSERT INTO (?<table>\S+) \((?<columns>[^()]+)\)\s*VALUES\s*\((?<values>.+)\)\z/mi

      # A row that is put in unless one like it is there: SQL, or nil if the statement says its values in another way
      # than columns and one list of values. form: with places for %<table>s, %<columns>s, %<values>s and %<same>s, a
      # condition.
      def unless_there(sql, form)
        row = sql.match(ROW) or return
        columns = row[:columns].split(",").map(&:strip)
        values = Ddl::Piece.new(row[:values], :row).split
        return unless columns.size == values.size

        same = columns.zip(values).map do |column, value|
          value.casecmp?("null") ? "#{column} IS NULL" : "#{column} = #{value}"
        end
        format(form, table: row[:table], columns: columns.join(", "), values: values.join(", "),
                     same: same.join(" AND "))
      end

      # SQL that drops something by its kind and name; if_there: and does nothing where it is not.
      def dropped(kind, name, table: nil, if_there: false)
        return dropped_guarded(kind, name, table) if if_there && !asks_first?

        condition = if_there ? "IF EXISTS " : ""
        return "ALTER TABLE #{table} DROP CONSTRAINT #{condition}#{name}" if kind == "foreign key"

        "DROP #{NOUNS.fetch(kind, kind.upcase)} #{condition}#{name}"
      end

      # Can DROP do nothing where nothing is there?
      def asks_first? = !self.class::ASKS_FIRST.nil? && (self.class::ASKS_FIRST == true ||
                                                        reached?(self.class::ASKS_FIRST))

      # SQL that makes a place by its name, as it stands in SQL, and begins in it; [] where there are no such places.
      def beginning_in(name, once: false)
        make, begin_in = self.class::BEGINS_IN
        return [] unless make

        [ format(once ? make.sub(/\A(CREATE \w+)/, '\1 IF NOT EXISTS') : make, name), format(begin_in, name) ]
      end

      # SQL that drops such a place with all that is in it.
      def place_dropped(name) = "DROP DATABASE #{name}"

      private

      # Where no word of the statement says it; a platform that can look first says how.
      def guarded(_statement, _name, _table) = nil
      def dropped_guarded(kind, name, table) = dropped(kind, name, table:)

      def behind_noun(statement, words)
        noun = NOUNS.fetch(statement.kind)
        statement.sql.sub(/^(CREATE(?:\s+\w+)*?\s+#{noun})\s+/i) { "#{Regexp.last_match(1)} #{words} " }
      end
    end
  end
end
