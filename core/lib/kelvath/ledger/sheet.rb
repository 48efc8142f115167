# frozen_string_literal: true

module Kelvath
  class Ledger
    # A ledger as a plain sheet of texts, out and in. What comes in changes rows that are there and adds
    # those that are not; it removes nothing.
    class Sheet
      MOST_ROWS = 20_000
      # change: all of it; problems: [[row number, sentence], …]; with any of them nothing is taken.
      Reading = Struct.new(:change_set, :problems, :rows, keyword_init: true)

      # [[headings], [cells], …] of what a ledger shows; grouped rows say in front what they stand within.
      def self.out(ledger)
        owner = ledger.grouped?
        head = [ *("Within" if owner), *ledger.columns.map(&:label) ]
        body = ledger.groups.flat_map { |group| group.rows.map do |row|
          [ *(owner_title(ledger, group, row) if owner), *ledger.columns.map { |column| row.cells[column.name].to_s } ]
        end }
        [ head, *body ]
      end

      def self.owner_title(ledger, group, row)
        return group.title if group.title

        parent = ledger.model[ledger.model[row.id]&.parent_id || row.id.split(".").first]
        parent ? parent.label(ledger.model) : ""
      end

      # ledger: of the address that is read into.
      def initialize(ledger, ids:)
        @ledger = ledger
        @draft = Draft.new(ledger.model, ids:)
        @problems = []
      end

      # rows: [[headings], [cells], …] -> Reading. Raises UnreadableFile for headings that do not fit.
      def read(rows)
        rows = rows.reject { |row| row.all? { |cell| cell.to_s.strip.empty? } }
        raise UnreadableFile, "The file is empty; its first row should hold headings: #{known}." if rows.empty?
        if rows.size > MOST_ROWS
          raise UnreadableFile, "The file has #{rows.size} rows; #{MOST_ROWS} at most go in at once."
        end

        head, *body = rows
        columns = headings(head)
        body.each_with_index { |row, index| read_row(columns, row, index + 2) }
        Reading.new(change_set: @problems.empty? ? checked : ChangeSet.new, problems: @problems, rows: body.size)
      end

      private

      def model = @draft.model
      def known = [ *("Within" if @ledger.grouped?), *@ledger.all_columns.map(&:label) ].join(", ")

      # [column, "within" or nil for a heading that is passed over, …] in the order of the file.
      def headings(head)
        columns = head.map do |text|
          label = text.to_s.strip
          next :within if label.casecmp?("Within")

          found = @ledger.all_columns.find { |each| [ each.label, each.name ].any? { |name| name.casecmp?(label) } }
          next found if found || label.empty?

          raise UnreadableFile.new("The heading “#{label}” is not known here; known are #{known}.", line: 1)
        end
        unless columns.include?(key_column)
          raise UnreadableFile.new("A heading “#{key_column.label}” is missing: it tells which row is which.", line: 1)
        end

        if @ledger.grouped? && !columns.include?(:within)
          raise UnreadableFile.new("A heading “Within” is missing: it tells what each row belongs to.", line: 1)
        end

        columns
      end

      def key_column = @ledger.all_columns.first

      def read_row(columns, row, number)
        cells = columns.zip(row).reject { |column, _| column.nil? }.to_h { |column, cell| [ column, cell.to_s.strip ] }
        refuse_formula(cells)
        cells = cells.transform_values { |cell| SheetCell.text(cell) }
        id = row_id(cells, number) or return
        cells.each do |column, text|
          write(id, column, text) unless column == :within || column == key_column || column.kind == :computed
        end
      rescue Error => error
        @problems << [ number, error.message ]
      end

      # What a spreadsheet program would run is not taken as text without a word.
      def refuse_formula(cells)
        formula = cells.each_value.find { |text| SheetCell.formula?(text) } or return
        raise InvalidValue.new("“#{formula[0, 40]}” begins like a formula; put a letter before it or take the " \
                               "sign away.", field: :cell, value: formula)
      end

      # Cells of migrated attributes and cells as they are already need no writing.
      def write(id, column, text)
        return unless model.key?(id)

        now = @ledger.row(id)&.cells&.fetch(column.name, nil)
        Cells.assign(@draft, id, column.name, text) unless text == now || (now.nil? && text.empty?)
      end

      # The row that is meant, made if it is not there; nil for one that is computed.
      def row_id(cells, _number)
        name = cells.fetch(key_column)
        raise InvalidValue.new("#{key_column.label} is empty.", field: :name, value: "") if name.empty?

        owner = @ledger.grouped? ? owner_named(cells[:within]) : nil
        found = index[[ owner&.id, name.downcase ]]
        return found.editable ? found.id : nil if found

        made_ids[[ owner&.id, name.downcase ]] ||= Cells.make(@draft, @ledger.adds.to_s, name, owner&.id).id
      end

      def made_ids = @made_ids ||= {}

      # { [owner id, name] => row } of the rows there were.
      def index
        @index ||= @ledger.all_groups.flat_map { |group|
          group.rows.map { |row| [ [ @ledger.grouped? ? group.id : nil, row.cells[key_column.name].downcase ], row ] }
        }.to_h
      end

      def owner_named(text)
        owners[text.to_s.downcase] || raise(InvalidValue.new("There is nothing called “#{text}” that this row could " \
                                                             "stand within.", field: :within, value: text))
      end

      def owners
        @owners ||= begin
          kinds = @ledger.is_a?(KindLedger) ? Metamodel.fetch(@ledger.kind).within :
                    (@ledger.is_a?(AttributeLedger) ? [ :entity ] : [ :table ])
          kinds.flat_map { |kind| @ledger.model.all(kind) }.to_h do |element|
            [ element.label(@ledger.model).downcase, element ]
          end
        end
      end

      # The whole must hold together, or nothing is taken.
      def checked
        change = @draft.change_set
        Invariants.check(change, model)
        change
      rescue InvalidChange => error
        error.problems.map(&:message).uniq.each { |message| @problems << [ nil, message ] }
        ChangeSet.new
      end
    end
  end
end
