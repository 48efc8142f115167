# frozen_string_literal: true

module Kelvath
  module Altering
    # What is called otherwise afterwards, one step after the other, so that no name is taken twice: what goes away and
    # stands in the way of a name is moved aside, and so is one of two that change places.
    class Renames
      ASIDE = "old_"

      # changes: Changes; touched: Touched; speech: Speech.
      def initialize(changes, touched, speech, platform)
        @changes = changes
        @touched = touched
        @speech = speech
        @platform = platform
        @steps = []
        @now = {} # { id => element as it is called by now }
        @places = changes.start.updated(put: changes.added(:schema), drop: [])
        schemas
        @places = mid
        tables
        columns
      end

      # [Ddl::Statement, …]
      def statements = @steps

      # The Model of the start with the names of the goal, and those that were moved aside.
      def mid = @places.updated(put: @now.values, drop: [])

      private

      def schemas
        renamed(@changes.changed(:schema)).each do |change|
          take(:rename_schema, "schema", change.old, to: change.new.name)
        end
      end

      # Tables, sequences and types share their names.
      def tables
        changes = %i[table partition sequence enumeration].flat_map { |kind| moving(@changes.changed(kind)) }
        gone = %i[table partition sequence].flat_map { |kind| @changes.removed(kind) }
        wanted = changes.map { |each| key(each.new, @changes.goal) } +
                 %i[table partition sequence view].flat_map { |kind| @changes.added(kind).map { |each|
 key(each, @changes.goal) } }
        @taken = %i[table partition sequence enumeration].flat_map { |kind| @places.all(kind).map { |each|
 key(each, @places) } }
                                               .tally
        aside(gone.select { |each| wanted.include?(key(each, @places)) })
        each_free(changes, ->(each) { key(each.new, @changes.goal) }) { |each| move(each) }
      end

      # The element as it is called by now.
      def now(id) = @now[id] || @places.fetch(id)

      # What a name is taken by: two of one key cannot be.
      def key(element, model)
        return element.name.downcase if element.kind == :column

        element.name_parts(model).map(&:downcase).unshift(sort(element))
      end

      def sort(element) = element.kind == :enumeration ? "type" : "relation"

      def move(change)
        old, new = change.old, change.new
        if change.fields.include?(:schema_id)
          now = now(old.id)
          target = new.schema(@changes.goal)
          refuse_move(new) unless @platform.alters?(:move_table)
          @steps << @speech.say(:move_table, "rename", new, from: place(now), place: place(now.with(schema_id:
            new.schema_id)), to: quote(target&.name || @platform.class::FIRST_SCHEMA))
          put(now.with(schema_id: new.schema_id))
        end
        take(renaming(old), "rename", old, to: new.name) unless old.name == new.name
      end

      def renaming(element) = element.kind == :partition ? :rename_table : :"rename_#{element.kind}"

      def refuse_move(table)
        raise InvalidValue.new("#{@platform.title} cannot take #{table.name} to another schema; make it there and " \
                               "copy its rows.", field: :schema_id, value: table.name)
      end

      def columns
        by_table = renamed(@changes.changed(:column)).reject { |each| dropped_before?(each.old) }
                                                     .group_by { |each| each.new.parent_id }
        tables = [ *by_table.keys, *parted.map(&:parent_id), *clashing.map(&:parent_id) ].uniq
        tables.each { |id| columns_of(id, by_table.fetch(id, [])) }
      end

      def columns_of(table_id, changes)
        @taken = @places.children(table_id, :column).map { |each| key(each, @places) }.tally
        aside((parted + clashing).select { |each| each.parent_id == table_id })
        each_free(changes, ->(each) { key(each.new, @changes.goal) }) do |each|
          take(:rename_column, "rename", each.old, to: each.new.name, table: place(now(table_id)))
        end
      end

      # Columns whose values cannot become those of the new type; they stand aside until these were filled.
      def parted
        @parted ||= @changes.changed(:column).map(&:old)
                            .select { |each| @touched.parted?(each.id) && each.computed.empty? }
      end

      # Columns that go away and bear the name of one that comes.
      def clashing
        @clashing ||= @changes.removed(:column).select do |each|
          @changes.goal.key?(each.parent_id) && each.computed.empty? &&
            @changes.goal.children(each.parent_id, :column).any? { |other| other.name.casecmp?(each.name) }
        end
      end

      # What is computed has gone by then.
      def dropped_before?(column) = @touched.remade?(column.id)

      def aside(elements)
        elements.each do |each|
          table = place(now(each.parent_id)) if each.kind == :column
          take(renaming(each), "rename", each, to: free(each), **({ table: } if table).to_h)
        end
      end

      def free(element)
        taken = @places.children(element.parent_id, element.kind).to_set { |each| now(each.id).name.downcase } |
                @changes.goal.children(element.parent_id, element.kind).to_set { |each| each.name.downcase }
        names = Naming::TakenNames.new(limit: @platform.identifier_limit)
        taken.each { |name| names.claim(name) }
        names.take("#{ASIDE}#{element.name}")
      end

      # Yields each change when its name is free; where all wait for one another, one of them is moved aside first.
      def each_free(changes, wanted)
        waiting = changes.dup
        until waiting.empty?
          done = waiting.select do |each|
            next if @taken.fetch(wanted.call(each), 0).positive? && !same?(each)

            yield each
            true
          end
          done.empty? ? aside([ now(waiting.first.id) ]) : waiting -= done
        end
      end

      # Does only the size of letters change?
      def same?(change) = change.old.name.casecmp?(change.new.name) && now(change.id).name == change.old.name

      def take(template, kind, element, to:, **parts)
        now = now(element.id)
        from = element.kind == :column || element.kind == :schema ? quote(now.name) : place(now)
        return put(now.with(name: to)) if element.kind == :column && @changes.heirs.follows?(element.id)

        parts = { type: @platform.write_type(@platform.type_of(now, @places)), **parts } if element.kind == :column
        @steps << @speech.say(template, kind, @changes.goal[element.id] || element, from:, to: quote(to),
                              place: (place(now.with(name: to)) unless element.kind == :schema),
                              **texts(from, to, parts[:table]), **parts)
        put(now.with(name: to))
      end

      # The names as texts, for databases that rename by them.
      def texts(from, to, table)
        { from_text: @platform.literal([ table, from ].compact.join(".")), to_text: @platform.literal(to) }
      end

      def put(element)
        if @taken
          @taken[key(now(element.id), @places)] -= 1
          @taken[key(element, @places)] = @taken.fetch(key(element, @places), 0) + 1
        end
        @now[element.id] = element
      end

      def renamed(changes) = changes.select { |each| each.fields.include?(:name) }
      def moving(changes) = changes.select { |each| each.fields.intersect?(%i[name schema_id]) }
      def place(element) = @platform.name_parts(element, @places).map { |part| quote(part) }.join(".")
      def quote(name) = @platform.quote(name)
    end
  end
end
