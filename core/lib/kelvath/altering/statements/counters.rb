# frozen_string_literal: true

module Kelvath
  module Altering
    # Sequences by which columns count: they are called by their table and column, and go by other names when these do.
    # One that goes makes room for one that comes under its name.
    class Counters
      # A column that counts: place: [schema or nil, name of the sequence].
      Counter = Struct.new(:column, :place)

      # plan: an InPlace.
      def initialize(plan)
        @changes = plan.changes
        @touched = plan.touched
        @platform = plan.platform
        @speech = plan.speech
        @before, @after = [ plan.mid, @changes.goal ].map { |model| counters(model) }
        @called = @before.to_h { |id, _| [ id, was(id) ] }
      end

      # [Ddl::Statement, …], when tables and columns have their new names.
      def statements
        moved = @before.keys.select { |id| stays?(id) && @called[id] != @after[id].place }
        blocked = moved.select { |id| @called.any? { |other, place| other != id && place == @after[id].place } }
        aside = @before.keys.select { |id| !stays?(id) && coming.include?(@called[id]) } | blocked
        aside.map { |id| rename(id, free(id)) } + moved.map { |id| rename(id, @after[id].place.last) }
      end

      # Those of a table that was made under another name for a while, by names that the database gave.
      def named_again(table, name_for_a_while)
        @after.each_value.select { |each| each.column.parent_id == table.id }.filter_map do |each|
          given = @platform.counter_name(each.column, table: name_for_a_while)
          say(each.column, [ each.place.first, given ], each.place.last) unless given == each.place.last
        end
      end

      private

      # { id of a column => Counter }
      def counters(model)
        return {} unless @platform.alters?(:rename_sequence)

        model.all(:column).select(&:identity).filter_map { |column|
          table = model.fetch(column.parent_id)
          name = @platform.counter_name(column, table: table.name)
          [ column.id, Counter.new(column, [ table.schema(model)&.name, name ]) ] if name
        }.to_h
      end

      # What it is called when its table and column were: that does not change with them.
      def was(id)
        column = @changes.start.fetch(id)
        table = @changes.start.fetch(column.parent_id)
        [ @before[id].place.first, @platform.counter_name(column, table: table.name) ]
      end

      def stays?(id)
        column = @after[id]&.column
        column && @before.key?(id) && !@touched.copied?(column.parent_id) &&
          !@touched.parted?(id) && !@touched.remade?(id)
      end

      # Places of those that are made.
      def coming = @coming ||= @after.reject { |id, _| stays?(id) }.map { |_, each| each.place }.to_set

      def rename(id, name)
        from = @called[id]
        @called[id] = [ from.first, name ]
        say(@before[id].column, from, name)
      end

      def say(column, from, name)
        place = from.compact.map { |part| @platform.quote(part) }.join(".")
        @speech.say(:rename_sequence, "rename", @changes.goal[column.id] || column, from: place,
                                                                                     to: @platform.quote(name))
      end

      def free(id)
        @names ||= Naming::TakenNames.new(limit: @platform.identifier_limit).tap do |names|
          [ *@called.values, *@after.values.map(&:place) ].each { |_, name| names.claim(name) }
        end
        @names.take("#{Renames::ASIDE}#{@called[id].last}")
      end
    end
  end
end
