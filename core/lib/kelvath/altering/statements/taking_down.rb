# frozen_string_literal: true

module Kelvath
  module Altering
    # First: what hangs on things that change is taken down, with the names of the start.
    class TakingDown
      # plan: what all parts of an alteration share, an InPlace.
      def initialize(plan)
        @plan = plan
        @changes = plan.changes
        @touched = plan.touched
        @platform = plan.platform
        @speech = plan.speech
        @writer = plan.start_writer
      end

      # [Ddl::Statement, …]
      def statements
        triggers + views + rights + foreign_keys + parts(:check, :drop_check) + parts(:clause, :drop_check) + indexes +
          unnumbered + keys + computed
      end

      private

      def start = @changes.start

      def triggers
        start.all(:trigger).select { |each| stays?(each) && @touched.trigger?(each) }.map do |each|
          @speech.say(:drop_trigger, "drop", each, name: quote(each), table: table_of(each))
        end
      end

      # Views that name other views before these.
      def views
        @plan.in_order(start.all(:view).select { |each| @touched.views.include?(each.id) }).reverse.map do |view|
          kind = view.options["materialized"] ? "materialized view" : "view"
          @speech.statement("drop", view, @platform.dropped(kind, @writer.place(view)))
        end
      end

      # Rights that nobody shall have any more, on what stays.
      def rights
        return [] unless @platform.supports?(:roles) && @platform.alters?(:revoke)

        gone = @changes.removed(:grant) + @changes.changed(:grant).map(&:old)
        gone.select { |each| @changes.goal.key?(each.on_id) && !@touched.views.include?(each.on_id) }.map do |grant|
          @speech.say(:revoke, "revoke", grant, rights: grant.privileges.map(&:upcase).join(", "),
                                                on: @plan.granted(@writer, start, grant),
                                                role: @platform.grantee(start.fetch(grant.parent_id).name))
        end
      end

      def foreign_keys
        return [] unless @platform.alters?(:drop_foreign_key)

        start.all(:foreign_key).select { |each| @touched.redone?(each) }.flat_map do |key|
          name = @plan.name_in_database(key, start)
          [ @speech.say(:drop_foreign_key, "drop", key, name:, table: table_of(key)), *own_index(key, name) ]
        end
      end

      # The index that the database made for a foreign key that had none goes with it.
      def own_index(key, name)
        return [] unless @platform.supports?(:foreign_keys_indexed) && stays?(key)

        others = %i[key index].flat_map { |kind| start.children(key.parent_id, kind) }
        size = key.column_ids.size
        return [] if others.any? { |each|
 (each.kind == :key || each.plain?) && each.column_ids.first(size).sort == key.column_ids.sort }

        [ @speech.say(:drop_index, "drop", key, name:, table: table_of(key), place: name) ]
      end

      def parts(kind, template)
        down(kind).map do |each|
          @speech.say(template, "drop", each, name: @plan.name_in_database(each, start), table: table_of(each))
        end
      end

      def indexes
        down(:index).map do |index|
          place = [ *@platform.name_parts(start.fetch(index.parent_id), start)[0...-1], index.name ]
                  .map { |part| @platform.quote(part) }.join(".")
          @speech.say(:drop_index, "drop", index, name: quote(index), table: table_of(index), place:)
        end
      end

      def keys
        down(:key).sort_by { |each| each.primary ? 1 : 0 }.map do |key|
          @speech.say(key.primary ? :drop_primary_key : :drop_key, "drop", key,
                      name: @plan.name_in_database(key, start), table: table_of(key))
        end
      end

      # Where a column that counts must be a key's, it stops counting before the key goes.
      def unnumbered
        return [] unless @platform.alters?(:redefine)

        @plan.recounted.filter_map do |id|
          column = start[id] or next
          @speech.say(:redefine, "column", column, table: table_of(column),
                                                   column: @writer.definition(column.with(identity: false)))
        end
      end

      # What is computed and made again, or goes.
      def computed
        gone = start.all(:column).select { |each| !each.computed.empty? && each.parent_id && stays?(each) }
        gone.select { |each| @changes.removed?(each.id) || @touched.remade?(each.id) }
            .reject { |each| @touched.copied?(each.parent_id) }.map do |column|
          @speech.say(:drop_column, "drop", column, name: quote(column), table: table_of(column))
        end
      end

      # Parts of a kind that are taken down one by one: not those that go with their table, or are inside a new one.
      def down(kind)
        start.all(kind).select do |each|
          stays?(each) ? @touched.redone?(each) && apart?(each) : in_the_way?(each)
        end
      end

      # Has a table that goes something by whose name something new is called?
      def in_the_way?(part)
        return false unless %i[key index].include?(part.kind) && @platform.supports?(:indexes_in_schema)

        @coming ||= %i[key index].flat_map { |kind| @changes.added(kind).map { |each| each.name.downcase } }.to_set
        @platform.alters?(:drop_key) && @coming.include?(part.name.downcase)
      end

      # What the database knows by its name wherever it is must make room for its like.
      def apart?(part)
        return true unless @touched.copied?(part.parent_id)

        %i[key index].include?(part.kind) && @platform.supports?(:indexes_in_schema) && @platform.alters?(:drop_key)
      end

      def stays?(part) = @changes.goal.key?(part.parent_id)
      def table_of(part) = @writer.place(start.fetch(part.parent_id))
      def quote(element) = @platform.quote(element.name)
    end
  end
end
