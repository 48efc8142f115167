# frozen_string_literal: true

module Kelvath
  module Reading
    class Grammar
      # What can only be said when all statements were read.
      module Finish
        # The Intake::Catalog of what is there.
        def catalog
          leave_passing
          resolve_targets
          make_sound
          number_by_sequences
          state.tables.each_value { |table| type_computed(table) } unless dialect.platform.any_type?
          tell_rows
          dialect.finish(state, self)
          divided = Intake::Partitions.new(state.tables.values) { |table, object, message|
            log.note(*state.lines.fetch(table), message, object:)
          }
          tables, partitions = divided.parted
          Catalog.new(tables:, partitions:, views: state.views.values, schemas: schemas,
                      enumerations: state.enumerations.values, domains: state.domains.values,
                      sequences: state.sequences.values, routines: state.routines.values,
                      pieces: state.pieces + divided.pieces,
                      roles: state.roles.values,
                      log: log.remarks)
        end

        private

        # What a script needs only while it runs.
        def leave_passing
          state.tables.select { |_, table| @passing_tables.include?(table) }.each do |key, table|
            state.tables.delete(key)
            log.note(*state.lines[table], "#{table.title} lasts for a session only; it is left out.",
              object: table.title)
          end
        end

        # Only those that something is in, or that were made.
        def schemas = state.schemas.values.reject { |schema| dialect.platform.given_schema?(schema.name) }

        # Foreign keys may name tables that are made later, or in another spelling, and leave out the columns.
        def resolve_targets
          @places = state.tables.each_value.to_h { |table| [ table.place, table ] }
          @targets.each do |key, named, table|
            next unless table.foreign_keys.any? { |each| each.equal?(key) }

            target = @places[key.target] || state.find(:tables, named)
            next outside(key) unless target

            key.target_schema, key.target_table = target.place
            key.target_columns = columns_of(key, target)
          end
        end

        def columns_of(key, target)
          return target.keys.find(&:primary)&.columns.to_a.first(key.columns.size) if key.target_columns.empty?

          key.target_columns.map { |each| state.column(target, each)&.name || each }
        end

        # A table that is not in the script; its key is taken to be called as the columns that refer to it.
        def outside(key)
          key.target_columns = key.columns.dup if key.target_columns.empty?
        end

        def names_of(table)
          (table.keys + table.foreign_keys + table.checks + table.clauses + table.indexes).map(&:name)
        end

        # A column that takes its numbers from a sequence of its own counts by itself.
        def number_by_sequences
          state.owned.each do |sequence, (table, column)|
            table, column = state.owner(table, column) unless table.is_a?(Catalog::Table)
            next unless table && state.sequences.value?(sequence) && dialect.counts_by?(column, sequence)

            column.identity = true
            column.default_value = ""
            dialect.counter_named(table, column, sequence.place)
            state.sequences.delete_if { |_, each| each.equal?(sequence) }
          end
        end

        # What is computed has a type that some scripts do not say: that of its columns, if they share one.
        def type_computed(table)
          table.columns.select { |column| column.computed && column.native_type.empty? }.each do |column|
            types = table.columns.reject { |each| each.equal?(column) }
                         .select { |each| dialect.mentions?(column.computed, each.name) }.map(&:native_type).uniq
            column.native_type = types.first if types.one?
          end
        end

        # Which tables are filled.
        def tell_rows
          return if state.rows.empty?

          titles = state.rows.keys
          shown = titles.first(5).join(", ")
          more = titles.size > 5 ? " and #{titles.size - 5} more" : ""
          log.note(*state.rows.values.first, "Rows are not taken in; they are for #{shown}#{more}.")
        end
      end
    end
  end
end
