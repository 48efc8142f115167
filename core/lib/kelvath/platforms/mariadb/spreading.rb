# frozen_string_literal: true

module Kelvath
  module Platforms
    # ALTER TABLE … PARTITION …, on the text that says how a table is spread: "RANGE (n) (PARTITION low VALUES LESS THAN
    # (9), …)".
    class Mariadb::Spreading
      OPTION = "partition by"

      # table: a Catalog::Table, changed in place; part: a Cursor at an action of ALTER TABLE.
      def initialize(table, part)
        @table = table
        @part = part
      end

      # Answers whether the action was one of these.
      def taken?
        if @part.here?(%w[partition by]) then anew
        elsif @part.take("remove", "partitioning") then @table.options.delete(OPTION)
        elsif @part.here?(%w[add partition]) then @part.at += 2; coming
        elsif @part.here?(%w[drop partition]) then @part.at += 2; going
        elsif @part.here?(%w[coalesce partition]) then @part.at += 2; counted(-1)
        elsif @part.here?(%w[reorganize partition]) then @part.at += 2; reorganized
        else return false
        end
        @part.rest
        true
      end

      private

      def anew
        @part.at += 2
        @table.options[OPTION] = @part.rest.gsub(/\s+/, " ").strip
      end

      def coming
        @part.take("if", "not", "exists")
        return counted(1) if @part.take("partitions")

        write(listed + @part.within.parts.map(&:rest)) if @part.symbol?("(")
      end

      def going
        @part.take("if", "exists")
        gone = names
        write(listed.reject { |text| gone.include?(name(text)) })
      end

      # REORGANIZE PARTITION a, b INTO (PARTITION …)
      def reorganized
        gone = names
        @part.take("into") or return
        list = listed
        at = list.index { |text| gone.include?(name(text)) } || list.size
        list.reject! { |text| gone.include?(name(text)) }
        write(list.insert(at, *@part.within.parts.map(&:rest)))
      end

      def counted(by)
        number = @part.number.to_i * by
        @table.options[OPTION] = text.sub(/\bpartitions\s+(\d+)/i) {
 "PARTITIONS #{Regexp.last_match(1).to_i + number}" }
      end

      def names
        found = [ @part.name.downcase ]
        found << @part.name.downcase while @part.take_symbol(",")
        found
      end

      def text = @table.options[OPTION].to_s
      def name(text) = text[/\APARTITION\s+`?([^`\s(]+)/i, 1].to_s.downcase

      # The partitions, each as it is written.
      def listed
        from = text.index(/\(\s*PARTITION\b/i) or return []
        Ddl::Piece.new(text[from..].sub(/\A\(/, "").sub(/\)\s*\z/, ""), :words).split
      end

      def write(list)
        from = text.index(/\(\s*PARTITION\b/i) || text.size
        @table.options[OPTION] = "#{text[0...from].rstrip} (#{list.map { |each| each.gsub(/\s+/, ' ') }.join(', ')})"
      end
    end
  end
end
