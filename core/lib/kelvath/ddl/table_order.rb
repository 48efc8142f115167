# frozen_string_literal: true

module Kelvath
  module Ddl
    # The tables of a design with referenced ones first; circles are broken by name.
    class TableOrder
      def initialize(model, design_id)
        @model = model
        @platform = Platforms.of(model, model.fetch(design_id))
        @all = Metamodel::Design.tables(model, design_id).sort_by(&:name)
        @waiting_for = @all.to_h { |table| [ table.id, targets(table) ] }
      end

      # Kahn's algorithm: the first by name of those that wait for nothing.
      def tables
        waiters = Hash.new { |hash, id| hash[id] = [] }
        @waiting_for.each { |id, targets| targets.each { |target| waiters[target] << id } }
        left = @all.to_h { |table| [ table.id, table ] }
        ready = @all.select { |table| @waiting_for[table.id].empty? }
        ordered = []
        until left.empty?
          table = ready.shift || left.each_value.first
          next unless left.delete(table.id)

          ordered << table
          waiters[table.id].each do |id|
            ready << left[id] if @waiting_for[id].delete?(table.id) && @waiting_for[id].empty? && left[id]
          end
        end
        ordered
      end

      private

      # Ids of the tables that one refers to, inherits from, or takes numbers of a sequence from.
      def targets(table)
        said = table.options.values.grep(String).flat_map { |text| Metamodel::Expression.ids(text) }
        (@model.children(table.id, :foreign_key).map(&:target_table_id) +
          said.select { |id| @model.of_kind(id, :table) } + numbering(table)).to_set.delete(table.id)
      end

      # Those whose column owns the sequence that a default asks.
      def numbering(table)
        defaults = @model.children(table.id, :column).map(&:default_value).grep(NEXT)
        return [] if defaults.empty?

        @counters ||= @model.all(:column).select(&:identity).filter_map { |column|
          owner = @model.fetch(column.parent_id)
          name = @platform.counter_name(column, table: owner.name)
          [ name.split(".").last, owner.id ] if name
        }.to_h
        defaults.filter_map { |text| @counters[text[NEXT, 1].delete('"').split(".").last] }
      end
      NEXT = /\Anextval\s*\(\s*'([^']+)'/i
    end
  end
end
