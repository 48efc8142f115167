# frozen_string_literal: true

module Kelvath
  module Ddl
    # Statements in an order in which each finds what it needs, by the names in their texts: what calls a function comes
    # after it, and a function after what its head names. All that nobody needs stays where it stood.
    class Order
      MAKING = /\A\s*CREATE\s+(?:OR\s+REPLACE\s+)?(?:[a-z]+\s+){0,3}?
                (?<sort>FUNCTION|PROCEDURE|AGGREGATE|TABLE|VIEW|SEQUENCE|TYPE|DOMAIN|EXTENSION|SCHEMA|COLLATION|
                OPERATOR|PACKAGE|SYNONYM)\s+(?:IF\s+NOT\s+EXISTS\s+)?
                (?<name>(?:(?:"[^"]+"|`[^`]+`|\[[^\]]+\]|[[:alpha:]_][\w$]*)\s*\.\s*)*
                (?:"[^"]+"|`[^`]+`|\[[^\]]+\]|[[:alpha:]_][\w$]*))/xi
      CALLED = %w[function procedure aggregate].freeze
      WORD = /"[^"]+"|`[^`]+`|\[[^\]\d][^\]]*\]|[[:alpha:]_][\w$]*/
      QUOTED = /'(?:[^']|'')*'/
      BODY = /\$(\w*)\$.*?\$\1\$/m
      PINNED = [ "drop", "place", "setting", Client::SETTING ].freeze

      # statements: in the order that they would have.
      def initialize(statements)
        @statements = statements
      end

      # [Statement, …]; those that must stand first, such as drops, do, and what was written by hand before them.
      def ordered
        return @statements unless @statements.any? { |each| moving?(each) }

        pinned = @statements.rindex { |each| PINNED.include?(each.kind) }
        head = pinned ? @statements[0..pinned] : []
        look(@statements.reject { |each| PINNED.include?(each.kind) })
        waiting = head.select { |each| @needs[each]&.any? }
        @found = head - waiting
        @seen = @found.to_h { |each| [ each, true ] }.compare_by_identity
        (waiting + @statements.drop(head.size)).each { |each| put(each) }
        @found
      end

      private

      # May what stands in it be needed before its turn?
      def moving?(statement) = [ "routine", "by hand", "view" ].include?(statement.kind)

      # { statement => those that must come before it }
      def look(list)
        makers, callable = {}, {}
        list.each do |each|
          made(each.sql).each { |sort, name| (CALLED.include?(sort) ? callable : makers)[name] ||= each }
        end
        @needs = {}.compare_by_identity
        list.each { |each| @needs[each] = needs(each, makers, callable) }
      end

      # [[sort, name in small letters], …] of what a text makes.
      def made(sql)
        texts = sql.include?(";") ? Splitter.statements(sql).map(&:first) : [ sql ]
        texts.filter_map { |text| text.match(MAKING)&.then { |found| [ found[:sort].downcase, plain(found[:name]) ] } }
      end

      def needs(statement, makers, callable)
        text = heard(statement)
        found = callable.empty? ? [] : called(text).filter_map { |name| callable[name] }
        if moving?(statement)
          words = text.scan(WORD).map { |word| plain(word) }.uniq
          found += words.filter_map { |name| makers[name] }
          found += words.filter_map { |name| callable[name] } if statement.kind == "by hand" # SFUNC = name
        end
        found.uniq(&:object_id).reject { |each| each.equal?(statement) }
      end

      # What of a text the server looks at when it is made: of a routine that is not plain SQL its head.
      def heard(statement)
        sql = statement.sql
        return sql.gsub(QUOTED, "''") unless statement.kind == "routine"

        sql.match?(/\bLANGUAGE\s+'?sql\b/i) ? sql : sql.gsub(BODY, "").gsub(QUOTED, "''")
      end

      # Names before a bracket, and those that EXECUTE names.
      def called(text) = text.scan(/(#{WORD})\s*\(/).map { |(word)| plain(word) }

      def plain(name) = name.split(/\s*\.\s*/).last.to_s.delete('"`[]').downcase

      # What it needs comes before it; where two need each other, the one that is asked for last goes first.
      def put(statement)
        return if @seen[statement]

        @seen[statement] = true
        @needs[statement].to_a.each { |each| put(each) }
        @found << statement
      end
    end
  end
end
