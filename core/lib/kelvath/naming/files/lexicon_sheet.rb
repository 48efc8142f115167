# frozen_string_literal: true

module Kelvath
  module Naming
    # A lexicon as rows of a spreadsheet, out and in.
    class LexiconSheet
      FIELDS = %i[name short_forms plural class_word domain_name status instead context definition source].freeze
      BETWEEN = /\s*[,;|]\s*/ # short forms and neighbours in one cell

      # One row of a file. state: :new, :changed, :same or :wrong; changes: [[label, before, after], …];
      # notes: what to look at; problem: why it cannot be taken.
      Row = Struct.new(:number, :word, :state, :changes, :notes, :problem, :element, keyword_init: true)

      # What a column is called; a field of an entry as its cell.
      def self.label(name) = Metamodel::LexiconEntry.fetch_field(name).label

      # Rows of text, headings first.
      def self.out(lexicon)
        [ FIELDS.map { |name| label(name) }, *lexicon.entries.sort_by { |entry| entry.name.downcase }.map do |entry|
          FIELDS.map { |name| cell(entry, name) }
        end ]
      end

      # What a cell of an entry says. name: a column's.
      def self.cell(entry, name)
        value = entry[name]
        case value
        when Array then value.join(", ")
        when true then "yes"
        when false then ""
        else value.to_s
        end
      end

      attr_reader :rows

      # model: the lexicon's; rows: of text, headings first. Raises UnreadableFile for headings that are not those of a
      # lexicon.
      def initialize(model, rows, ids:)
        @model = model
        @ids = ids
        @by_key = model.all(:lexicon_entry).to_h { |entry| [ Lexicon.key(entry.name), entry ] }
        @fields = headings(rows.first.to_a)
        @rows = rows.drop(1).each_with_index.reject { |cells, _| cells.all? { |cell| cell.to_s.strip.empty? } }
                    .map { |cells, index| read(cells, index + 2) }
        find_duplicates
        find_circles
        note_shared_short_forms
      end

      # Rows that cannot be taken; rows of a state (:new, :changed, :same, :wrong).
      def problems = rows.select { |row| row.state == :wrong }
      def of(state) = rows.select { |row| row.state == state }

      # ChangeSet of the rows that are new, and of those changed ones that are taken (row numbers; nil: all).
      # Raises InvalidChange while any row is wrong: nothing comes in by halves.
      def change(taken: nil)
        if problems.any?
          raise InvalidChange, problems.map { |row|
            InvalidChange::Problem.new(element_id: nil, field: nil, message: "Row #{row.number}: #{row.problem}")
          }
        end

        taken = taken&.to_set
        changed = of(:changed).select { |row| taken.nil? || taken.include?(row.number) }
        ChangeSet.new(additions: of(:new).map(&:element), updates: changed.flat_map do |row|
          ChangeSet.updates_between(@model.fetch(row.element.id), row.element)
        end)
      end

      private

      def headings(cells)
        known = FIELDS.to_h { |name| [ LexiconSheet.label(name).downcase, name ] }
        fields = cells.map { |cell| known[cell.to_s.delete_prefix("\uFEFF").strip.downcase] }
        wrong = cells.zip(fields).filter_map { |cell, field| cell if field.nil? && !cell.to_s.strip.empty? }
        wanted = "The first row names the columns: #{known.keys.map(&:capitalize).join(', ')}; “Word” is needed."
        raise UnreadableFile.new("Row 1 has no column “Word”. #{wanted}", line: 1) unless fields.include?(:name)
        if wrong.any?
          raise UnreadableFile.new("Row 1 has columns that a lexicon does not " \
                                   "have: #{wrong.map { |cell| "“#{cell}”" }.join(', ')}. #{wanted}", line: 1)
        end

        double = fields.compact.tally.find { |_, count| count > 1 }&.first
        if double
          raise UnreadableFile.new("Row 1 has the column “#{LexiconSheet.label(double)}” twice. #{wanted}", line: 1)
        end

        fields
      end

      def read(cells, number)
        values = values(cells)
        old = @by_key[Lexicon.key(values.fetch(:name, ""))]
        element = old ? old.with(**values, name: old.name) : Metamodel::LexiconEntry.new(id: @ids.next, **values)
        fault = Soundness.entry_faults(element).first
        row = Row.new(number:, word: element.name, state: state(old, element),
                      changes: old ? changes(old, element) : [], notes: [], element:)
        fault ? wrong(row, fault.last) : row
      rescue InvalidValue => error
        Row.new(number:, word: cells[@fields.index(:name)].to_s, state: :wrong, changes: [], notes: [],
                problem: error.message)
      end

      def state(old, element) = old.nil? ? :new : (old == element ? :same : :changed)

      def values(cells)
        @fields.zip(cells).to_h { |name, cell| [ name, cell.to_s.strip ] }.except(nil).to_h do |name, text|
          field = Metamodel::LexiconEntry.fetch_field(name)
          if Ledger::SheetCell.formula?(text)
            raise InvalidValue.new("#{field.label} is a formula (“#{text[0, 40]}”); write the value itself.",
                                   field: name, value: text)
          end

          [ name, parse(field, Ledger::SheetCell.text(text)) ]
        end
      end

      def parse(field, text)
        return field.default if field.type == :choice && text.empty?

        field.parse(field.type == :names ? text.split(BETWEEN).uniq(&:downcase) : text)
      end

      def changes(old, element)
        FIELDS.reject { |name| old[name] == element[name] }.map do |name|
          [ LexiconSheet.label(name), LexiconSheet.cell(old, name), LexiconSheet.cell(element, name) ]
        end
      end

      def wrong(row, message)
        row.state = :wrong
        row.problem = message
        row
      end

      def find_duplicates
        rows.select(&:element).group_by { |row| Lexicon.key(row.word) }.each_value do |list|
          list.drop(1).each { |row| wrong(row, "“#{row.word}” stands in row #{list.first.number} already; keep one " \
                                               "of the two.") unless row.state == :wrong }
        end
      end

      def find_circles
        usable = rows.reject { |row| row.state == :wrong }
        by_key = @by_key.merge(usable.to_h { |row| [ Lexicon.key(row.word), row.element ] })
        circles = Soundness.instead_circles(usable.map(&:element), by_key).to_h { |path| [ path.first.id, path ] }
        usable.each do |row|
          wrong(row, Soundness.circle_words(circles[row.element.id])) if circles.key?(row.element.id)
        end
      end

      # Many meanings of a short form are allowed; whoever brings one should know.
      def note_shared_short_forms
        shorts = Hash.new { |hash, short| hash[short] = [] }
        ids = rows.filter_map { |row| row.element&.id }.to_set
        (@by_key.values.reject { |entry| ids.include?(entry.id) } + rows.filter_map(&:element)).each do |entry|
          entry.short_forms.each { |short| shorts[short.downcase] << entry.name }
        end
        rows.each do |row|
          row.element&.short_forms.to_a.each { |short| (shorts[short.downcase] - [ row.word ]).first(3)
            .then { |others| row.notes << "#{short} stands for #{others.join(', ')} too" if others.any? } }
        end
      end
    end
  end
end
