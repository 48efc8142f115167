# frozen_string_literal: true

module Kelvath
  module Altering
    # Then: columns that come, that change, that get values and that go, with the names of the goal.
    class Columns
      # plan: an InPlace.
      def initialize(plan)
        @plan = plan
        @changes = plan.changes
        @touched = plan.touched
        @questions = plan.questions
        @platform = plan.platform
        @speech = plan.speech
        @writer = plan.goal_writer
      end

      # Those that come, and what rows get: [Ddl::Statement, …]
      def statements
        plain, computed = coming.partition { |each| each.computed.empty? }
        history(:forget_history) + plain.flat_map { |each|
 added(each) } + @plan.moves.statements + plain.flat_map { |each|
 settled(each) } +
          altered.flat_map { |each| changed(each) } + computed.map { |each| add(each) } +
          history(:keep_history)
      end

      # Those that stand elsewhere, if somebody wants them in order and the database can move them.
      def placed
        return [] unless @plan.recipe.column_order == "as designed" && @platform.alters?(:place_column)

        @touched.order.other.reject { |id| @touched.copied?(id) }.flat_map { |id| in_order(id) }
      end

      # Those that go.
      def gone
        leaving.flat_map do |column|
          now = @plan.mid.fetch(column.id)
          table = @plan.mid_writer.place(@plan.mid.fetch(column.parent_id))
          [ *defaultless(now, table),
            @speech.say(:drop_column, "drop", column, name: @platform.quote(now.name), table:) ]
        end
      end

      private

      def in_order(table_id)
        now, wanted = @touched.order.left(table_id), @touched.order.wanted(table_id)
        wanted.each_with_index.filter_map do |id, index|
          next if now[index] == id

          now.insert(index, now.delete(id))
          column = goal.fetch(id)
          at = index.zero? ? "FIRST" : "AFTER #{quote(goal.fetch(wanted[index - 1]))}"
          @speech.say(:place_column, "column", column, table: table_of(column), column: @writer.definition(column), at:,
                                                       note: @platform.class::NOTES[:redefine])
        end
      end

      # Where a default is a thing apart, its column cannot go before it.
      def defaultless(column, table)
        return [] if column.default_value.empty? || !@platform.supports?(:defaults_apart)

        [ say_of(:no_default, "default", column, table) ]
      end

      # A statement about a column of a table, whose names stand in it as SQL and as texts.
      def say_of(template, kind, column, table, note: nil, **parts)
        @speech.say(template, kind, column, note:, table:, name: quote(column), table_text: @platform.literal(table),
                                            name_text: @platform.literal(column.name), **parts)
      end

      def history(template)
        @touched.forgetful.map { |id| goal.fetch(id) }.map { |table|
          @speech.say(template, "column", table, table: @writer.place(table))
        }
      end

      def goal = @changes.goal
      def table_of(column) = @writer.place(goal.fetch(column.parent_id))
      def quote(column) = @platform.quote(column.name)

      # Is its table altered, and neither new nor made anew nor gone?
      def within?(column)
        [ @changes.start, goal ].all? { |model| model.key?(column.parent_id) } && !@touched.copied?(column.parent_id)
      end

      def top?(column) = goal.fetch(column.parent_id).kind == :table

      # Columns that are added to tables that are there.
      def coming
        @coming ||= (@changes.added(:column) + goal.all(:column).select { |each| remade?(each) })
                    .select { |each| within?(each) && top?(each) }
                    .reject { |each| @changes.heirs.follows?(each.id) }
      end

      def remade?(column) = !@changes.added?(column.id) && @touched.remade?(column.id)

      def altered
        @changes.changed(:column).select { |each| within?(each.new) && !@touched.remade?(each.id) }
                .reject { |each| @changes.heirs.follows?(each.id) }
      end

      def leaving
        away = @changes.removed(:column).select { |each| within?(each) && each.computed.empty? }
                       .reject { |each| @changes.heirs.follows?(each.id) }
        away + coming.select { |each| remade?(each) }.map { |each| @changes.start.fetch(each.id) }
                     .select { |each| each.computed.empty? }
      end

      # One that is filled afterwards may be empty until then.
      def added(column) = [ add(later?(column) ? column.with(mandatory: false) : uncounted(column)), *numbered(column) ]

      def add(column)
        note = @platform.class::NOTES[:add_computed] if column.stored
        note ||= @platform.class::NOTES[:add_numbered] if column.identity
        @speech.say(:add_column, "column", column, note:, table: table_of(column), column: @writer.definition(column))
      end

      def later?(column)
        filled_by_hand?(column) || @touched.recast?(column.id) ||
          (@questions.filled?(column) && @plan.moves.fills?(column))
      end

      def filled_by_hand?(column)
        value = @questions.value(column)
        !value.nil? && !(value == column.default_value)
      end

      # Where only a key's column can count, rows are numbered by hand until there is one.
      def uncounted(column) = counts_late?(column) ? column.with(identity: false, mandatory: false) : column
      def counts_late?(column) = column.identity && @platform.alters?(:redefine)

      def numbered(column)
        return [] unless counts_late?(column)

        @platform.class::NUMBERING.map do |template|
          @speech.statement("fill", column, format(template, table: table_of(column), name: quote(column)))
        end
      end

      # Values for one that was added, then what they make possible.
      def settled(column)
        return [] unless later?(column)

        value = @questions.value(column)&.then { |text| stated(column, text) } || taken_over(column)
        fill = value ? [ fill(column, value) ] : []
        column.mandatory ? fill + mandatory(column) : fill
      end

      # The values of the column that stands aside, as such of the new type.
      def taken_over(column)
        "CAST(#{quote(@plan.mid.fetch(column.id))} AS #{@writer.type_alone(column)})" if @touched.recast?(column.id)
      end

      # SQL that a person gave; the old column stands aside by then.
      def stated(column, value)
        now = @plan.mid[column.id]
        now ? @plan.stated(value, @changes.start.fetch(column.id).name, now.name) : value
      end

      def fill(column, value, where: nil)
        @speech.statement("fill", column, "UPDATE #{table_of(column)} SET #{quote(column)} = #{value}" \
                                          "#{@plan.clocks_kept(column)}#{" WHERE #{where}" if where}")
      end

      def mandatory(column)
        return [ redefined(column) ] if @platform.alters?(:redefine)

        @plan.gently(:mandatory, "column", column, table: table_of(column), name: quote(column),
                                                   type: @writer.type_text(column))
      end

      def changed(change) = @platform.alters?(:redefine) ? at_once(change) : step_by_step(change)

      def filled(change)
        return [] unless change.fields.include?(:mandatory) && @questions.filled?(change.new)

        value = @questions.filling(change.new)
        value ? [ fill(change.new, value, where: "#{quote(change.new)} IS NULL") ] : []
      end

      # -- where a column is defined anew as a whole --

      # What fills it may only fit the new type.
      def at_once(change)
        fill = filled(change)
        return cut(change) + fill + again(change) unless fill.any? && change.fields.include?(:native_type)

        cut(change) + [ redefined(change.new.with(mandatory: false, identity: false)) ] + fill + again(change)
      end

      # Texts that are too long are cut beforehand: the database would stop at them.
      def cut(change)
        length = @platform.logical_type(change.new.native_type)[:length]
        return [] unless @touched.way(change.id) == :less && length

        name = quote(change.new)
        first_as_text(change) << fill(change.new, "LEFT(#{name}, #{length})", where: "CHAR_LENGTH(#{name}) > #{length}")
      end

      # What was no text is one that is long enough, before it is cut.
      def first_as_text(change)
        return [] if TypeChange::TEXTS.include?(@platform.logical_type(change.old.native_type)[:type])

        wide = @platform.native_type(Logical::ValueType.new(name: "text", length: 60))
        [ redefined(change.new.with(native_type: @platform.read_type(wide), mandatory: false, identity: false,
                                    default_value: "", options: {})) ]
      end

      def again(change)
        return [] if (change.fields - [ :name ]).empty?

        [ redefined(@plan.recounted.include?(change.id) ? change.new.with(identity: false) : change.new,
                    rewrites: change.fields.include?(:native_type)) ]
      end

      def redefined(column, rewrites: true)
        note = @platform.class::NOTES[:redefine] if rewrites
        @speech.say(:redefine, "column", column, note:, table: table_of(column), column: @writer.definition(column))
      end

      # -- where each of its facts is altered by itself --

      def step_by_step(change)
        steps = []
        steps.concat(typed(change)) if retyped?(change)
        steps.concat(defaulted(change)) if retyped?(change) || change.fields.include?(:default_value)
        if change.fields.include?(:mandatory)
          steps.concat(filled(change))
          type = @writer.type_text(change.new)
          steps.concat(change.new.mandatory ? mandatory(change.new) : [ fact(:optional, change.new, type:) ])
        end
        steps.concat(numbering(change)) if change.fields.include?(:identity) || numbered_otherwise?(change)
        steps
      end

      # Is its type said anew? Its default is taken away for that.
      def retyped?(change) = change.fields.include?(:native_type) || formed?(change)

      # Does an option change that says how values are kept?
      def formed?(change)
        return false unless change.fields.include?(:options)

        change.old.options.except(*NUMBERING) != change.new.options.except(*NUMBERING)
      end
      NUMBERING = [ "numbering", "numbered by" ].freeze

      def numbered_otherwise?(change)
        change.old.options[NUMBERING.first] != change.new.options[NUMBERING.first] && @platform.alters?(:renumber)
      end

      def typed(change)
        type = @writer.type_text(change.new)
        name = quote(change.new)
        return [] if @touched.way(change.id) == :same && !formed?(change)

        before = change.old.default_value.empty? ? [] : [ fact(:no_default, change.new) ]
        null = change.old.mandatory ? " NOT NULL" : " NULL"
        before + [ fact(:type, change.new, type:, null:, value: "CAST(#{name} AS #{@writer.type_alone(change.new)})",
                        note: (@platform.class::NOTES[:type] if rewrites?(change))) ]
      end

      # A longer text of the same sort is what it was.
      def rewrites?(change)
        sorts = [ change.old, change.new ].map { |each| @platform.logical_type(each.native_type)[:type] }
        !(sorts.all? { |sort| TypeChange::TEXTS.include?(sort) } && @touched.way(change.id) == :kept)
      end

      def defaulted(change)
        return change.old.default_value.empty? || retyped?(change) ? [] :
          [ fact(:no_default, change.new) ] if change.new.default_value.empty?

        kept = retyped?(change) || change.old.default_value.empty?
        (kept ? [] : defaultless(change.new,
table_of(change.new))) + [ fact(:default, change.new, value: @writer.default_sql(change.new)) ]
      end

      def numbering(change)
        return change.old.identity ? [ fact(:unnumber, change.new) ] : [] unless change.new.identity

        said = Ddl::Writer.numbered_when(change.new)
        return [ fact(:renumber, change.new, when: said) ] if change.old.identity

        [ fact(:number, change.new, when: said), *@plan.counted(change.new) ]
      end

      def fact(template, column, note: nil, **parts)
        kind = template == :no_default && @platform.supports?(:defaults_apart) ? "default" : "column"
        say_of(template, kind, column, table_of(column), note:, **parts)
      end
    end
  end
end
