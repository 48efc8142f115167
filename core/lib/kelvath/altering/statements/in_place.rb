# frozen_string_literal: true

module Kelvath
  module Altering
    # The statements of an alteration in an order that runs: what hangs on things that change is taken down; names
    # change; what is new is made; columns change and get values; what nobody needs goes; what was taken down is put up
    # again.
    class InPlace
      attr_reader :changes, :touched, :questions, :recipe, :platform, :speech, :start_writer, :goal_writer,
                  :mid_writer, :moves, :partitions

      # recipe: a Metamodel::Recipe.
      def initialize(changes, touched, questions, recipe, partings)
        @changes = changes
        @touched = touched
        @questions = questions
        @recipe = recipe
        @start_writer = writer(changes.start)
        @goal_writer = writer(changes.goal)
        @platform = @goal_writer.platform
        @speech = Speech.new(@goal_writer)
        @renames = Renames.new(changes, touched, @speech, @platform)
        @mid_writer = writer(mid)
        @moves = Moves.new(self)
        @partings = partings
        @partitions = Partitions.new(self, partings)
      end

      # [Ddl::Statement, …]
      def statements
        return [] if @changes.none? && @partings.none?

        columns, others, up = Columns.new(self), Others.new(self), BuildingUp.new(self)
        inheritance = Inheritance.new(self)
        list = [ partitions.leaving, TakingDown.new(self).statements, inheritance.ended,
                 others.places, @renames.statements, counters.statements,
                 partitions.apart, partitions.made, others.made, partitions.of_new_tables, Copies.new(self).statements,
                 columns.statements, columns.gone, partitions.dropped, others.dropped,
                 others.routines(for_views: true), up.statements, columns.placed, others.routines(for_views: false),
                 partitions.joined, inheritance.begun, up.rest, others.last ].flatten(1)
        list.empty? ? list : around(list)
      end

      def counters = @counters ||= Counters.new(self)

      # The model between start and goal: what the start holds, called as in the goal.
      def mid = @mid ||= @renames.mid

      # A writer for a model with the design.
      def writer(model)
        design = model.all(:design).first
        Platforms.fetch(design.platform).writer_class.new(model, design, recipe: @recipe)
      end

      # Views with those first that others name.
      def in_order(views)
        left = views.to_h { |each| [ each.id, each ] }
        ordered = []
        until left.empty?
          ready = left.each_value.reject { |each| each.referenced_ids.any? { |id| left.key?(id) && id != each.id } }
          ready = left.values if ready.empty?
          ordered.concat(ready)
          ready.each { |each| left.delete(each.id) }
        end
        ordered
      end

      # How a constraint is called in the database, as it stands in SQL. Raises InvalidValue if that cannot be known.
      def name_in_database(part, model)
        return @platform.quote(part.name) unless part.name.empty? || @platform.nameless?(part)
        return @platform.quote("PRIMARY") if @platform.nameless?(part)

        table = model.fetch(part.parent_id)
        columns = part.class.fields.key?(:column_ids) ? part.column_ids.filter_map { |id| model[id]&.name } : []
        name = @platform.given_name(part, table: table.name, columns:)
        return @platform.quote(name) if name

        raise InvalidValue.new("The #{part.class.title} of #{table.name} (#{columns.join(', ')}) has no name by " \
                               "which it can be dropped; give it the one that it has in the database.",
                               field: :name, value: "")
      end

      # Ids of columns that count and are in a key which is taken down, or begin to count.
      def recounted
        @recounted ||= [ @changes.start, @changes.goal ].flat_map { |model|
          model.all(:key).select { |each| @changes.added?(each.id) || @touched.redone?(each) }
               .select { |each| [ @changes.start, @changes.goal ].all? { |side| side.key?(each.parent_id) } }
               .flat_map(&:column_ids).select { |id| model[id]&.identity }
        }.to_set.merge(@changes.changed(:column).select { |each|
          each.fields.include?(:identity) && each.new.identity
        }.map(&:id))
      end

      # Statements by which a column that begins to count goes on behind the numbers that are there.
      def counted(column)
        table = @goal_writer.place(@changes.goal.fetch(column.parent_id))
        @platform.class::COUNTING.map do |template|
          @speech.statement("fill", column, format(template, table:, name: @platform.quote(column.name),
                                                             table_text: @platform.literal(table),
                                                             name_text: @platform.literal(column.name)))
        end
      end

      # One statement, or the gentle ones if the recipe asks for these and the platform has them. Answers a list.
      def gently(template, kind, element, **parts)
        gentle = @platform.class::GENTLY[template] if @recipe.big_tables == "gently"
        gentle = nil if (element.kind == :key && element.primary) || spread?(element)
        words = { add_key: :add_constraint, add_check: :add_constraint, add_foreign_key: :add_constraint }
        unless gentle
          note = @platform.class::NOTES[template] if grown?(element)
          return [ @speech.say(words.fetch(template, template), kind, element, note:, **parts) ]
        end

        parts = { name: "", type: "", check: @platform.quote("#{element.name}_not_null"), **parts }
        gentle.map { |each| @speech.statement(kind, element, format(each, **parts)) }
      end

      # The same of a statement that is written already.
      def gently_made(template, made)
        element = @changes.goal.fetch(made.element_id)
        made.note = @platform.class::NOTES[template] if grown?(element)
        gently = @recipe.big_tables == "gently" && @changes.start.key?(element.parent_id) && !spread?(element)
        return [ made ] unless gently

        change = @platform.class::GENTLY[template] or return [ made ]
        made.sql = change.call(made.sql)
        made.note = nil
        [ made ]
      end

      # Was what it names made anew, so that rights on it are gone?
      def made_again?(id)
        change = @changes.change(id)
        routine = change&.new&.kind == :routine && !@touched.replaced?(change)
        routine || @touched.views.include?(id) || @touched.copied.include?(id)
      end

      # Foreign keys whose columns can only be emptied.
      def homeless = @homeless ||= @touched.homeless { |id| @moves.houses?(id) }

      # What keeps columns as they are that get the time whenever a row is written: ", seen_at = seen_at".
      def clocks_kept(column)
        mid.children(column.parent_id, :column).select { |each|
 each.options["set at each change"] && each.id != column.id }
           .map { |each| @platform.quote(each.name) }.map { |name| ", #{name} = #{name}" }.join
      end

      # What rights are granted on: "SEQUENCE sailing_no".
      def granted(writer, model, grant)
        on = model.fetch(grant.on_id)
        sort = @platform.class::GRANTED.fetch(on.kind, "")
        "#{sort}#{writer.place(on)}"
      end

      # A text in which a column that stands aside is called as it is by then.
      def stated(sql, old_name, name)
        return sql if old_name == name

        bytes = sql.b
        Ddl::Lexer.tokens(sql).reverse_each do |token|
          next unless token.name? && token.value.casecmp?(old_name)

          bytes[token.from...token.to] = @platform.quote(name).b
        end
        bytes.force_encoding(sql.encoding)
      end

      private

      # Of a table with partitions less can be said gently.
      def spread?(element)
        @changes.goal[element.parent_id]&.then { |table| @changes.goal.children(table.id, :partition).any? }
      end

      # Can it have many rows?
      def grown?(element) = @changes.start.key?(element.kind == :table ? element.id : element.parent_id)

      def around(list)
        before, after = @platform.around_alteration(tables_of(list), gentle: gentle?)
        return list if before.nil?

        element = @changes.goal.all(:design).first
        [ before, after ].map { |sqls| sqls.map { |sql| @speech.statement("setting", element, sql) } }
                         .then { |first, last| first + list + last }
      end

      # The tables that statements are about, as they are on either side.
      def tables_of(list)
        list.map(&:element_id).uniq.flat_map { |id| [ @changes.start, @changes.goal ].filter_map { |model|
          element = model[id]
          element && (element.kind == :table ? element : model.of_kind(element.parent_id, :table))
        } }
      end

      # Statements that keep nobody waiting stand in no transaction.
      def gentle? = @recipe.big_tables == "gently" && @platform.class::GENTLY.any?
    end
  end
end
