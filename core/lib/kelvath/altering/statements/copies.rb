# frozen_string_literal: true

module Kelvath
  module Altering
    # Tables that cannot be altered into what they are to be: each is made anew beside the old one, gets its rows, and
    # takes its place.
    class Copies
      FRESH = "new_"

      # Can a table take no rows as it is made, since it has no parts yet? model: the goal.
      def self.unhoused?(table, model)
        table.kind == :table && Metamodel::Partition.spread?(table) &&
          model.children(table.id, :partition).empty?
      end

      # plan: an InPlace.
      def initialize(plan)
        @plan = plan
        @changes = plan.changes
        @touched = plan.touched
        @questions = plan.questions
        @platform = plan.platform
      end

      # [Ddl::Statement, …], when everything has its new name.
      def statements
        @touched.copied.map { |id| goal.fetch(id) }.select { |each| each.kind == :table }.sort_by(&:name)
                .flat_map { |table| copy(table) }
      end

      private

      def goal = @changes.goal
      def quote(name) = @platform.quote(name)

      def copy(table)
        name = free(table)
        fresh = @plan.goal_writer.place(table.with(name:))
        note = @platform.class::NOTES[:copy]
        parts = Metamodel::Partition.of(goal, table).map { |each| [ each, free(each) ] }
        [ @plan.speech.statement("table", table, made(table, fresh), note:), *parts_made(table, name, parts),
          *rows(table, fresh),
          @plan.speech.statement("drop", table, @platform.dropped("table", place(table))),
          renamed(table, fresh), *parts.map { |part, called| renamed(part, called_place(part, called)) },
          *@plan.counters.named_again(table, name), *counted(table) ].compact
      end

      def renamed(table, fresh)
        place = @plan.goal_writer.place(table)
        @plan.speech.say(:rename_table, "rename", table, from: fresh, to: quote(table.name), place:,
                         from_text: @platform.literal(fresh), to_text: @platform.literal(table.name))
      end

      # Partitions of the table, as it is called for a while; they are too.
      def parts_made(table, name, parts)
        return [] if parts.empty?

        called = [ table.with(name:), *parts.map { |part, free| part.with(name: free) } ]
        writer = @plan.writer(goal.updated(put: called, drop: []))
        called.drop(1).flat_map { |part| writer.statements_of(part).first(1) }
      end

      def called_place(part, name) = @plan.goal_writer.place(part.with(name:))

      # The statement that makes the table, under another name.
      def made(table, fresh)
        sql = @plan.goal_writer.statements_of(table).first.sql
        sql.sub(/^(CREATE(?: \w+)* TABLE )#{Regexp.escape(@plan.goal_writer.place(table))}/) {
 "#{::Regexp.last_match(1)}#{fresh}" }
      end

      def free(table)
        @taken ||= Naming::TakenNames.new(limit: @platform.identifier_limit).tap do |names|
          [ goal, @plan.mid ].each { |model| %i[table partition].each { |kind|
            model.all(kind).each { |each| names.claim(each.name) } } }
        end
        @taken.take("#{FRESH}#{table.name}")
      end

      def place(table) = @plan.mid_writer.place(@plan.mid.fetch(table.id))

      def rows(table, target)
        return if self.class.unhoused?(table, goal)

        pairs = goal.children(table.id, :column).filter_map { |column|
          value = carried(column) if column.computed.empty?
          [ quote(column.name), value ] if value
        }
        return if pairs.empty?

        numbers = pairs_numbered?(table)
        [ *(@plan.speech.say(:numbers_given, "setting", table, table: target) if numbers),
          @plan.speech.statement("fill", table, "INSERT INTO #{target} (#{pairs.map(&:first).join(', ')})" \
                                              "#{given(table)}\n" \
                                              "SELECT #{pairs.map(&:last).join(', ')} FROM #{place(table)}"),
          *(@plan.speech.say(:numbers_counted, "setting", table, table: target) if numbers) ]
      end

      # Columns that count go on behind the numbers that were copied.
      def counted(table)
        return [] if @platform.alters?(:numbers_given) || self.class.unhoused?(table, goal)

        numbered(table).flat_map { |column| @plan.counted(column) }
      end

      # What is said where numbers are given that the database would give always (SQL:2016, 14.11).
      def given(table)
        return "" if @platform.alters?(:numbers_given)

        numbered(table).any? { |each| each.options["numbering"] == "always" } ? " OVERRIDING SYSTEM VALUE" : ""
      end

      def numbered(table) = goal.children(table.id, :column).select(&:identity)

      # Are numbers written that the database would give by itself?
      def pairs_numbered?(table)
        @platform.alters?(:numbers_given) && goal.children(table.id, :column).any?(&:identity)
      end

      # What a column of the goal gets from a row as it was; nil for its default.
      def carried(column)
        return "NULL" if @plan.homeless.any? { |key| key.column_ids.include?(column.id) }

        old = @plan.mid[column.id]
        filling = @questions.filling(column)
        return @questions.value(column) || (filling if @questions.filled?(column)) if old.nil?
        return parted(column, old) if @touched.way(column.id) == :apart

        value = cast(column, old)
        @questions.filled?(column) && filling ? "coalesce(#{value}, #{filling})" : value
      end

      # Its values cannot become those of the new type; somebody may have said what takes their place.
      def parted(column, old)
        said = @questions.value(column) or return (@questions.filling(column) if @questions.filled?(column))
        @plan.stated(said, @changes.start.fetch(column.id).name, old.name)
      end

      def cast(column, old)
        name = quote(old.name)
        case @touched.way(column.id)
        when :same then name
        when :kept then @platform.class::ANY_TYPE ? name : "CAST(#{name} AS #{@plan.goal_writer.type_alone(column)})"
        else @platform.alters?(:redefine) ? cut(column, name) :
          "CAST(#{name} AS #{@plan.goal_writer.type_alone(column)})"
        end
      end

      def cut(column, name)
        length = @platform.logical_type(column.native_type)[:length]
        length ? "LEFT(#{name}, #{length})" : name
      end
    end
  end
end
