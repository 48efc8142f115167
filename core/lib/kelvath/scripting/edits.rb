# frozen_string_literal: true

module Kelvath
  module Scripting
    # What a person changed in the text of a statement as it is shown. Columns that are written otherwise become
    # decisions in the design; what stands before or behind the statement becomes a piece by hand; anything else one in
    # its place, which no longer follows the design.
    class Edits
      # change: a ChangeSet, or nil if nothing is other; words: what it became, in a sentence.
      Outcome = Struct.new(:change, :words, keyword_init: true)

      def initialize(model, design_id, ids:)
        @model = model
        @design_id = design_id
        @ids = ids
        @platform = Platforms.of(model, model.fetch(design_id, :design))
      end

      # statement: a Ddl::Statement as it was shown. Raises InvalidValue for a text that cannot stand in a script.
      def of(statement, text)
        @statement = statement
        @sql = bare(statement.sql)
        @text = bare(text)
        return Outcome.new(words: "Nothing is other than it was.") if @text == @sql
        return piece_itself if statement.kind == "by hand"

        beside || decided || instead
      end

      private

      # The same text but for blanks at the ends of lines, and for what ends it.
      def bare(text) = text.gsub("\r\n", "\n").lines.map(&:rstrip).join("\n").strip.sub(/\s*;\z/, "")

      def name = @model[@statement.element_id]&.then { |element| element.label(@model) } || @statement.name

      def piece_itself
        piece = @model.fetch(@statement.element_id, :script_piece)
        Outcome.new(change: Pieces.set(@model, @design_id, piece.subject, piece.place, @text, ids: @ids),
                    words: @text.empty? ? "The piece by hand is gone." : "The piece by hand says so.")
      end

      # The statement as it was, with something before or behind it.
      def beside
        place, rest = if @text.start_with?("#{@sql};") then [ "after", @text.delete_prefix("#{@sql};") ]
        elsif @text.end_with?(";\n#{@sql}") then [ "before", @text.delete_suffix(@sql) ]
        end
        return if rest.nil? || bare(rest).empty?

        Outcome.new(change: Pieces.set(@model, @design_id, @statement.element_id, place, joined(place, bare(rest)),
                                       ids: @ids),
                    words: "Kept as a piece by hand #{place} #{name}.")
      end

      # With what stands there already.
      def joined(place, text)
        known = @model.children(@design_id, :script_piece)
                      .find { |each| each.subject == @statement.element_id && each.place == place }
        return text unless known

        place == "after" ? "#{text};\n#{known.text}" : "#{known.text.rstrip.delete_suffix(';')};\n#{text}"
      end

      # Only lines of columns are other, and each says what a column can be.
      def decided
        return unless @statement.kind == "table"

        before, after = [ @sql, @text ].map { |text| text.lines(chomp: true) }
        gone, come = before - after, after - before
        return unless [ before.first, before.last ] == [ after.first, after.last ]
        return unless (before & after) == (after & before)

        told = [ gone, come ].map { |lines| lines.map { |line| line.strip.delete_suffix(",") } }
        draft = Draft.new(@model, ids: @ids)
        words = changed(draft, *told) or return
        Outcome.new(change: draft.change_set, words: "Decided in the design: #{words.join('; ')}.")
      rescue InvalidValue
        nil
      end

      # Sentences about the columns, or nil if something is not one.
      def changed(draft, gone, come)
        columns = @model.children(@statement.element_id, :column).to_h { |each| [ @platform.quote(each.name), each ] }
        old, new = [ gone, come ].map { |lines| lines.to_h { |line| [ line[/\A(?:"(?:[^"]|"")+"|\S+)/], line ] } }
        return unless old.all? { |quoted, line| columns[quoted] && says?(columns[quoted], line) }
        return if new.keys.any? { |quoted| !columns.key?(quoted) && !quoted.match?(/\A[\w"]/) }

        (old.keys | new.keys).map { |quoted| act(draft, columns[quoted], new[quoted]) }
      end

      # Is that line all there is to say of the column, so that nothing gets lost?
      def says?(column, line)
        read = reading(line) or return false
        read.slice(:native_type, :mandatory, :default_value) ==
          Metamodel::Column.defaults.merge(column.values).slice(:native_type, :mandatory, :default_value) &&
          !column.identity && column.computed.empty? && column.options.empty?
      end

      # The values of a column as a line says them.
      def reading(line)
        scratch = Draft.new(@model, ids: @ids)
        table = scratch.add(:table, parent_id: @design_id, name: "#{@statement.name} anew")
        Metamodel::Column.defaults.merge(Editing::Tables.add_column(scratch, table.id, line).values)
      rescue InvalidValue
        nil
      end

      def act(draft, column, line)
        table = @model.fetch(@statement.element_id, :table)
        return draft.remove(column.id).then { "#{table.name}.#{column.name} is left out" } if line.nil?
        if column.nil?
          made = Editing::Tables.add_column(draft, table.id, line)
          return "#{table.name} has #{made.name}"
        end

        read = reading(line) || raise(InvalidValue.new("not a column", field: :text, value: line))
        draft.set(column.id, **read.slice(:native_type, :mandatory, :default_value))
        "#{table.name}.#{column.name} is #{line.split(' ', 2).last}"
      end

      def instead
        if @text.empty?
          raise InvalidValue.new("What is to be left out is chosen in the recipe.", field: :text, value: "")
        end

        Outcome.new(change: Pieces.set(@model, @design_id, @statement.element_id, "instead", @text, ids: @ids),
                    words: "Kept as a piece by hand in place of #{name}; it no longer follows the design.")
      end
    end
  end
end
