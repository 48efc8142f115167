# frozen_string_literal: true

module Kelvath
  # A stage, or all elements of one kind, as a spreadsheet: groups of rows with the same columns.
  class Ledger
    # kind: :text, :flag, :number, :long or :computed; width in characters; choices: what may be
    # typed, where that is a list.
    Column = Struct.new(:name, :label, :kind, :width, :choices, keyword_init: true)
    # cells: { column name => text }; editable: false for what is computed; origin: where that comes
    # from; tag: how the element is to be named in an address.
    # inherited: { column name => whose value it is }, of cells that the element does not say itself.
    # decided: { column name => text as it was derived }, of cells that a person decided; nil of what is there by hand.
    # depth: how many columns it is within.
    Row = Struct.new(:id, :cells, :editable, :origin, :inherited, :decided, :depth, keyword_init: true)
    # id: of the element whose members are the rows, or "rows-3" for a stretch of an ungrouped ledger.
    Group = Struct.new(:id, :title, :parent_id, :rows, keyword_init: true)
    # How a person looks at a ledger. columns: names in order, nil for all; sort: a column's name, with
    # "-" before it for downwards; filter: text that a row must hold; flat: not in groups; other_names: with a column of
    # the names of the other side.
    View = Struct.new(:columns, :sort, :filter, :flat, :other_names, keyword_init: true) do
      # Is nothing chosen: its usual columns and order, all rows, in groups?
      def plain? = columns.nil? && sort.to_s.empty? && filter.to_s.strip.empty? && !flat
    end

    STRETCH = 60 # rows that an ungrouped ledger shows at once

    # Kinds that have a ledger of their own, beside those of the stages.
    KINDS = Metamodel.kinds(&:listed?).freeze

    # The ledger at an address: "concept" (entities), "logical" (attributes), the id of a design (its
    # columns) or "kind:domain" (all elements of a kind). previous: an older ledger of the same address
    # and view, whose groups stay where nothing changed. decided:
    # Derivation::Again::Marks of a design's columns, if they are to be marked; names: Renaming::OtherNames, if a column
    # is to show them. Raises UnknownName, NotFound.
    def self.of(model, address, view: View.new, previous: nil, decided: nil, names: nil)
      previous = nil if names # which depend on more than what a group shows
      ledger = case address
      when "concept" then EntityLedger.new(model)
      when "logical" then AttributeLedger.new(model, previous: previous)
      when /\Akind:(\w+)\z/ then KindLedger.new(model, kind_of(Regexp.last_match(1)))
      else ColumnLedger.new(model, model.fetch(address, :design).id, previous:, decided:)
      end
      ledger.see(view, names)
    end

    # The kind (a symbol) of a ledger of all elements of one kind, by its name. Raises UnknownName.
    def self.kind_of(name)
      KINDS.find { |kind| kind.to_s == name } ||
        raise(UnknownName, "There is no ledger of “#{name}”; known are #{KINDS.join(', ')}.")
    end

    attr_reader :model, :view

    def initialize(model)
      @model = model
    end

    # Is looked at in a View from now on, with Renaming::OtherNames if it shows those. Answers itself.
    def see(view, names = nil)
      @view = view
      @names = names
      self
    end

    # All columns there are, and those that are shown, in order.
    def all_columns = @all_columns ||= with_other_names([ *self.class::COLUMNS, *custom_columns ]).each(&:freeze)

    # The columns that are shown, in their order.
    def columns
      @columns ||= view.columns ? view.columns.filter_map { |name| all_columns.find { |column| column.name == name } }
                                              .then { |list| list.empty? ? all_columns : list } : all_columns
    end

    # Groups as they are shown: filtered, sorted, in stretches.
    def groups = @groups ||= view.plain? && grouped? ? all_groups : shown_groups

    # Groups of all rows.
    def all_groups = @all_groups ||= build_groups

    # The row of that id, or nil.
    def row(id) = rows[id]

    # Changes from an older ledger of the same address and view.
    def changed_since(older) = Changes.between(older, self)

    # How many rows it holds.
    def weight = all_groups.sum { |group| group.rows.size }

    # All rows, whatever is chosen: { element id => Row }.
    def rows = @rows ||= all_groups.flat_map(&:rows).to_h { |row| [ row.id, row ] }

    # What a new row adds, or nil if rows cannot be added here.
    def adds = nil

    # Do rows have an order of their own, that can be changed?
    def ordered?
      view.sort.to_s.empty? && !view.flat && element_kind && element_kind != :relationship &&
        Metamodel.fetch(element_kind).fields.key?(:position)
    end

    OTHER_LABEL = nil # what stands above them, in ledgers that have them
    OTHER = "other_name" # the column of the names of the other side

    # Do rows stand in groups by what they are within?
    def grouped? = true

    private

    # The columns, with that of the other names behind the own one.
    def with_other_names(columns)
      return columns unless @names && self.class::OTHER_LABEL

      other = Column.new(name: OTHER, label: self.class::OTHER_LABEL, kind: :computed, width: 24)
      [ columns.first, other, *columns.drop(1) ]
    end

    # The cell of that column.
    def other_cell = @names && self.class::OTHER_LABEL ? { OTHER => yield.to_s } : {}

    def self.column(name, label, kind = :text, width: 16, choices: nil)
      Column.new(name:, label:, kind:, width:, choices:)
    end

    private_class_method :column

    def yes(flag) = flag ? "yes" : ""

    def shown_groups
      return stretches(sorted(all_groups.flat_map { |group| kept(group.rows) })) if view.flat || !grouped?

      all_groups.map { |group| Group.new(**group.to_h, rows: sorted(kept(group.rows))) }.reject do |group|
        group.rows.empty? && filtering?
      end
    end

    def stretches(rows)
      parts = rows.each_slice(STRETCH).to_a
      parts = [ [] ] if parts.empty?
      parts.each_with_index.map { |part, index| Group.new(id: "rows-#{index}", title: nil, rows: part) }
    end

    def filtering? = !view.filter.to_s.strip.empty?

    # Every word of the filter must stand somewhere in the row; "column:word" in that column.
    def kept(rows)
      return rows unless filtering?

      words = view.filter.downcase.split
      rows.select { |row| words.all? { |word| holds?(row, word) } }
    end

    def holds?(row, word)
      label, mark, rest = word.partition(":")
      column = mark.empty? ? nil :
                 all_columns.find { |each| each.label.downcase.delete(" ") == label || each.name == label }
      return row.cells[column.name].to_s.downcase.include?(rest) if column

      row.cells.each_value.any? { |text| text.to_s.downcase.include?(word) }
    end

    def sorted(rows)
      name = view.sort.to_s.delete_prefix("-")
      column = all_columns.find { |each| each.name == name } or return rows
      list = rows.sort_by.with_index { |row, index| [ sort_key(row.cells[name].to_s, column.kind), index ] }
      view.sort.start_with?("-") ? list.reverse : list
    end

    # Empty cells come last, numbers by value, text without regard to case.
    def sort_key(text, kind)
      return [ 1, 0, "" ] if text.empty?

      kind == :number ? [ 0, text.to_f, "" ] : [ 0, 0, text.downcase ]
    end

    # -- custom fields --

    def element_kind = nil

    def custom_fields = @custom_fields ||= model.all(:custom_field).select { |field| field.of == element_kind.to_s }

    def custom_columns
      custom_fields.map do |field|
        kind = { "number" => :number, "yes or no" => :flag }.fetch(field.type, :text)
        Column.new(name: "custom-#{field.id}", label: field.name, kind:, width: 16,
                   choices: field.type == "one of" ? field.choices : nil)
      end
    end

    def custom_cells(id)
      return {} if custom_fields.empty?

      values = model.children(id, :custom_value).to_h { |value| [ value.custom_field_id, value.value ] }
      custom_fields.to_h { |field| [ "custom-#{field.id}", values.fetch(field.id, "") ] }
    end
  end
end

require_relative "ledger/changes"
require_relative "ledger/stages"
require_relative "ledger/kinds"
require_relative "ledger/cells"
require_relative "ledger/sheet_cell"
require_relative "ledger/sheet"
