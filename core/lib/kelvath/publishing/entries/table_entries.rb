# frozen_string_literal: true

module Kelvath
  module Publishing
    # The pages of tables.
    class TableEntries < Entries
      # The Entry of a table of a design.
      def of(table, design)
        entry(table, "table", table.label(@model), design.name, {
          "definition" => -> { passage(table.comment) }, "columns" => -> { columns(table, design) },
          "indexes" => -> { indexes(table) },
          "partitions" => -> { partitions(table) }, "checks" => -> { checks(table) }, "referred" => -> {
 referred(table) },
          "used" => -> { used(table.id, source(table)) }
        })
      end

      private

      def source(table) = [ *@model[table.source_id] ].select { |each| each.kind == :entity }

      # A row is a column and how deep it is within others.
      def columns(table, design)
        platform = Platforms.of(@model, design)
        keys, foreign = keys(table), foreign(table)
        name = ->((column, depth)) { "#{'– ' * depth}#{column.name}" }
        chosen("Columns", [ "Column", name ], Metamodel::Column.nested(@model, table.id), {
          "type" => [ "Type", ->((column, _)) { platform.write_type(column.native_type) } ],
          "mandatory" => [ "Not null", ->((column, _)) { mark(column.mandatory) } ],
          "default" => [ "Default", ->((column, _)) { column.default_value } ],
          "key" => [ "Key", ->((column, _)) { keys.fetch(column.id, []).join(", ") } ],
          "leads" => [ "Leads to", ->((column, _)) { foreign.fetch(column.id, "") } ],
          "from" => [ "From", ->((column, _)) { origin(column) } ],
          "comment" => [ "Comment", ->((column, _)) { column.comment } ],
          **custom_columns(:column) { |column, _| column }
        })
      end

      # The attribute that a column comes from.
      def origin(column)
        attribute = @model[column.source_id]
        owner = @model[attribute&.parent_id] or return ""
        [ Link.new(owner.label(@model), owner.id), ".#{attribute.label(@model)}" ]
      end

      # { column's id => ["PK", "AK1", "FK"] }
      def keys(table)
        found = Hash.new { |hash, id| hash[id] = [] }
        primary, others = @model.children(table.id, :key).partition(&:primary)
        primary.flat_map(&:column_ids).each { |id| found[id] << "PK" }
        others.each_with_index { |key, index| key.column_ids.each { |id| found[id] << "AK#{index + 1}" } }
        @model.children(table.id, :foreign_key).flat_map(&:column_ids).uniq.each { |id| found[id] << "FK" }
        found
      end

      # { column's id => Link to the table that it leads to }
      def foreign(table)
        @model.children(table.id, :foreign_key).flat_map do |key|
          target = @model[key.target_table_id] or next []
          key.column_ids.map { |id| [ id, Link.new(target.label(@model), target.id) ] }
        end.to_h
      end

      def indexes(table)
        rows = @model.children(table.id, :index).map do |index|
          columns = index.column_ids.filter_map { |id| @model[id] }.map do |column|
            index.descending_ids.include?(column.id) ? "#{column.name} (falling)" : column.name
          end
          said = columns.empty? ? Ddl::Names.text(@model, index, :expression) : columns.join(", ")
          [ index.name, mark(index.unique), said ]
        end
        sheet("Indexes", %w[Index Unique Over], rows)
      end

      def partitions(table)
        rows = Metamodel::Partition.of(@model, table).map do |part|
          [ part.label(@model), @model[part.parent_id].label(@model), part.bounds, part.comment ]
        end
        sheet("Partitions", [ "Partition", "Part of", "Which rows", "Comment" ], rows)
      end

      def checks(table)
        rows = @model.children(table.id, :check).map do |check|
          [ check.name, Ddl::Names.text(@model, check, :condition) ]
        end
        sheet("Checks", %w[Check Condition], rows)
      end

      # Tables that lead here.
      def referred(table)
        keys = @model.referrers(table.id, :foreign_key).select { |key| key.target_table_id == table.id }
        from = keys.map { |key| [ @model[key.parent_id], key.name ] }.select(&:first)
        rows = from.map { |owner, name| [ Link.new(owner.label(@model), owner.id), name ] }
        sheet("Referred to by", %w[Table By], rows.sort_by { |link, _| link.text })
      end
    end
  end
end
