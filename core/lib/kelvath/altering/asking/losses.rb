# frozen_string_literal: true

module Kelvath
  module Altering
    # What a script takes away from rows that are there, or where it will stop because of them, each by name.
    class Losses
      # kind: :dropped, :narrowed, :parted, :filled, :emptied, :history (these lose something), :unfilled, :unique,
      # :checked or :referred (rows may be
      # refused); words: a sentence; count: SQL that counts the rows concerned in the start's database, or nil.
      Loss = Struct.new(:kind, :element_id, :words, :count, keyword_init: true) do
        # Will the script stop at such rows, and lose nothing?
        def stops? = %i[unfilled unique checked referred].include?(kind)
      end

      # writer: a Ddl::Writer of the start's model; carried: ids of columns whose values go elsewhere;
      # merged: ids of tables of which all goes elsewhere; homeless: foreign keys to tables without rows; partitions:
      # those that go with their rows.
      def initialize(changes, touched, questions, writer, carried: Set.new, merged: Set.new, homeless: [],
                     partitions: [])
        @homeless = homeless
        @partitions = partitions
        @merged = merged
        @changes = changes
        @touched = touched
        @questions = questions
        @writer = writer
        @carried = carried
      end

      # [Loss, …]
      def all
        tables + history + columns + types + values + filled + emptied + unique + checked + referred
      end

      private

      def tables
        @changes.removed(:table).reject { |each| each.outside || @merged.include?(each.id) }.map do |table|
          loss(:dropped, table, "The table #{table.name} is dropped with its rows.",
"SELECT count(*) FROM #{place(table)}")
        end + unhoused + partitions
      end

      def partitions
        @partitions.map do |each|
          of = @changes.start.fetch(each.parent_id).name
          loss(:dropped, each, "The partition #{each.name} of #{of} is dropped with its rows.",
               "SELECT count(*) FROM #{place(each)}")
        end
      end

      def history
        @touched.forgetful.map { |id| @changes.start.fetch(id) }.map do |table|
          loss(:history, table,
"What rows of #{table.name} were before is lost: it does not fit what is wanted of them now.", nil)
        end
      end

      # Rows of a table that is spread over parts find no place before the parts are made.
      def unhoused
        @touched.copied.map { |id| @changes.goal.fetch(id) }
                .select { |each| Copies.unhoused?(each, @changes.goal) }.map do |table|
          loss(:dropped, table, "The table #{table.name} is made anew without its rows: its parts are not there yet.",
               "SELECT count(*) FROM #{place(@changes.start.fetch(table.id))}")
        end
      end

      def columns
        gone = @changes.removed(:column).reject { |each| @carried.include?(each.id) }
        gone.select { |each| kept_table?(each) && each.computed.empty? }.map do |column|
          loss(:dropped, column, "#{title(column)} is dropped with its values.", counted(column, "IS NOT NULL"))
        end
      end

      def types
        @changes.changed(:column).filter_map do |change|
          way = @touched.way(change.id)
          next unless kept_column?(change) && %i[less apart].include?(way)

          way == :apart ? parted(change) : narrowed(change)
        end
      end

      # Texts that an enumerated type takes no more.
      def values
        @changes.changed(:enumeration).filter_map do |change|
          gone = change.old.value_texts - change.new.value_texts
          next if gone.empty?

          loss(:checked, change.old,
               "#{change.old.name} no longer takes #{gone.join(', ')}: rows with it stop the script.",
               nil)
        end
      end

      def narrowed(change)
        from, to = [ change.old, change.new ].map { |each| @changes.platform.write_type(each.native_type) }
        loss(:narrowed, change.old, "#{title(change.old)} becomes #{to} from #{from}: what does not fit is cut or " \
                                    "rounded, or stops the script.", too_long(change))
      end

      def parted(change)
        return if @questions.value(change.new)

        from, to = [ change.old, change.new ].map { |each| @changes.platform.write_type(each.native_type) }
        loss(:parted, change.old, "The values of #{title(change.old)} are lost: #{from} cannot become #{to}.",
             counted(change.old, "IS NOT NULL"))
      end

      def filled
        @changes.changed(:column).select { |each| each.fields.include?(:mandatory) && kept_column?(each) }
                .select { |each| @questions.filled?(each.new) }.map do |change|
          filling = @questions.filling(change.new)
          loss(filling ? :filled : :unfilled, change.old,
               "#{title(change.new, @changes.goal)} becomes mandatory: rows without a value " \
               "#{filling ? "get #{filling}" : 'stop the script'}.", counted(change.old, "IS NULL"))
        end
      end

      def emptied
        @homeless.map do |key|
          column = @changes.start.fetch(key.column_ids.first)
          target = @changes.goal.fetch(key.target_table_id).name
          loss(:emptied, column, "#{title(column)} is emptied: the rows of #{target} that it named are not there.",
               counted(column, "IS NOT NULL"))
        end
      end

      def unique
        (@changes.added(:key) + @changes.changed(:key).map(&:new) +
          (@changes.added(:index) + @changes.changed(:index).map(&:new)).select(&:unique))
          .select { |each| old_table?(each) && over_other?(each) }.map do |key|
          names = key.column_ids.map { |id| @changes.goal[id]&.name }.join(", ")
          loss(:unique, key, "#{@changes.goal.fetch(key.parent_id).name} (#{names}) becomes unique: rows alike in it " \
                             "stop the script.", alike(key))
        end
      end

      def over_other?(key)
        before = @changes.change(key.id)
        before.nil? || before.fields.intersect?(%i[column_ids unique primary expression condition])
      end

      def checked
        changed = @changes.changed(:check).select { |each| each.fields.include?(:condition) }
                          .reject { |each| Widening.wider?(condition(each.old, @changes.start), condition(each.new)) }
        (@changes.added(:check) + changed.map(&:new)).select { |each| old_table?(each) }.map do |check|
          loss(:checked, check, "#{@changes.goal.fetch(check.parent_id).name} gets the condition " \
                                "#{condition(check)}: other rows stop the script.", breaking(check))
        end
      end

      def condition(check, model = @changes.goal) = Ddl::Names.text(model, check, :condition)

      # Rows that a condition does not let through, where all that it names is there already.
      def breaking(check)
        names = Metamodel::Expression.ids(check.condition)
        return unless names.any? && names.all? { |id| @changes.start.key?(id) && @touched.way(id) == :same }

        written = Metamodel::Expression.written(check.condition) { |id| quote(@changes.start.fetch(id)) }
        "SELECT count(*) FROM #{place(@changes.start.fetch(check.parent_id))} WHERE NOT (#{written})"
      end

      def referred
        (@changes.added(:foreign_key) + @changes.changed(:foreign_key).select { |each|
          each.fields.intersect?(%i[column_ids target_table_id target_column_ids])
        }.map(&:new) - @homeless).select { |each| old_table?(each) }.map do |key|
          target = @changes.goal.fetch(key.target_table_id).name
          loss(:referred, key, "#{@changes.goal.fetch(key.parent_id).name} refers to #{target}: rows that name none " \
                               "of it stop the script.", orphans(key))
        end
      end

      def kept_table?(column) = @changes.goal.key?(column.parent_id)
      def old_table?(part) = @changes.start.key?(part.parent_id)
      def kept_column?(change) = change.old.computed.empty? && change.new.computed.empty?
      def title(column, model = @changes.start) = "#{model.fetch(column.parent_id).name}.#{column.name}"
      def place(table) = @writer.place(table)
      def quote(element) = @writer.quote(element.name)
      def loss(kind, element, words, count) = Loss.new(kind:, element_id: element.id, words:, count:)

      def counted(column, condition)
        "SELECT count(*) FROM #{place(@changes.start.fetch(column.parent_id))} WHERE #{quote(column)} #{condition}"
      end

      def too_long(change)
        length = @changes.platform.logical_type(change.new.native_type)[:length] or return
        return unless TypeChange::TEXTS.include?(@changes.platform.logical_type(change.old.native_type)[:type])

        "SELECT count(*) FROM #{place(@changes.start.fetch(change.old.parent_id))} " \
          "WHERE #{format(@changes.platform.class::CHARACTERS, quote(change.old))} > #{length}"
      end

      # Rows beside the first of each that are alike, where all columns are there already.
      def alike(key)
        columns = before(key.column_ids) or return
        return if columns.empty?

        names = columns.map { |each| quote(each) }
        present = names.map { |name| "#{name} IS NOT NULL" }.join(" AND ")
        table = place(@changes.start.fetch(key.parent_id))
        "SELECT coalesce(sum(n - 1), 0) FROM (SELECT count(*) AS n FROM #{table} " \
          "WHERE #{present} GROUP BY #{names.join(', ')} HAVING count(*) > 1) alike"
      end

      def orphans(key)
        columns, targets = before(key.column_ids), before(key.target_column_ids)
        return unless columns && targets && columns.any? && @changes.start.key?(key.target_table_id)

        present = columns.map { |each| "a.#{quote(each)} IS NOT NULL" }
        same = columns.zip(targets).map { |one, two| "b.#{quote(two)} = a.#{quote(one)}" }
        "SELECT count(*) FROM #{place(@changes.start.fetch(key.parent_id))} a WHERE #{present.join(' AND ')} AND NOT " \
          "EXISTS (SELECT 1 FROM #{place(@changes.start.fetch(key.target_table_id))} b WHERE #{same.join(' AND ')})"
      end

      # The columns as they are at the start; nil unless all are.
      def before(ids) = ids.map { |id| @changes.start[id] }.then { |list| list unless list.any?(&:nil?) }
    end
  end
end
