# frozen_string_literal: true

module Kelvath
  module Altering
    # Partitions of tables that stay: those that leave, that come, that go, and whose rows go along. One that goes
    # leaves its table first, as a new one may have its bounds.
    class Partitions
      # plan: an InPlace; partings: Partings.
      def initialize(plan, partings)
        @plan = plan
        @changes = plan.changes
        @touched = plan.touched
        @platform = plan.platform
        @speech = plan.speech
        @partings = partings
        refuse_spreading
      end

      # First of all: what is a table by itself from then on.
      def leaving
        start = @changes.start
        @partings.leaving.map do |id, parent_id|
          table, place = [ parent_id, id ].map { |each| @plan.start_writer.place(start.fetch(each)) }
          @speech.say(:detach, "partition", start.fetch(id), table:, place:)
        end
      end

      # When names are what they are to be: what is taken out of its table.
      def apart
        parts = gone + shifted.map(&:old) + catching.keys
        parts.map { |part| detach(@plan.mid.fetch(part.id), @changes.start.fetch(part.id).parent_id) }
      end

      # Of tables that are made, when they are.
      def of_new_tables = fresh.reject { |each| there?(each) }.flat_map { |each| writer.statements_of(each).first(1) }

      # Before tables change: what is new, what has other bounds, and rows of what is gone. What is out of its table for
      # a while would not change with it.
      def made
        fresh.select { |each| there?(each) }.flat_map { |each| writer.statements_of(each).first(1) } +
          shifted.map { |change| attach(change.new, writer.place(change.new), change.new.parent_id) } +
          catching.flat_map { |part, others| [ *others.map { |each| sorted_out(part, each) }, attached(part) ] } +
          along.map { |part| rows(part) }
      end

      # What nobody has any more.
      def dropped
        gone.map { |part| @speech.statement("drop", part, @platform.dropped("partition", there(part))) }
      end

      # When tables are what their parts must be.
      def joined
        @partings.coming.map do |id, part|
          attach(part, writer.place(@changes.goal.fetch(id)), part.parent_id)
        end
      end

      # Those that go with their rows, as nobody said that these go along: [Partition, …]
      def lost = gone - along

      # Those whose rows go into the others, unless somebody said that they may go.
      def along = @along ||= @touched.scattered.reject { |part| @plan.questions.lost?(part) }

      private

      def writer = @plan.goal_writer
      def there?(part)
        @changes.goal.ancestors(part).any? { |each| each.kind == :table && @changes.start.key?(each.id) }
      end
      def there(part) = @plan.mid_writer.place(@plan.mid.fetch(part.id))

      def gone = @touched.gone_partitions

      def fresh
        @fresh ||= writer.with_partitions(writer.tables).select { |each| each.kind == :partition && added?(each) }
      end

      # { partition that takes what no other one does => those that come beside it }: it may have rows of theirs.
      def catching
        @catching ||= begin
          coming = (fresh + shifted.map(&:new)).group_by(&:parent_id)
          coming.filter_map { |parent_id, others|
            part = @changes.goal.children(parent_id, :partition).find { |each| catches_all?(each) }
            [ part, others ] if part && !others.include?(part)
          }.to_h
        end
      end

      def catches_all?(part)
        @changes.start.key?(part.id) && [ part, @changes.start[part.id] ].all? { |each|
 each.bounds.casecmp?("default") }
      end

      def attached(part) = attach(part, writer.place(part), part.parent_id)

      # Rows go from where nothing else took them to where they belong now, as the server tells it.
      def sorted_out(part, other)
        sql = @platform.sorted_out(from: there(part), part: writer.place(other), **row_words(part))
        @speech.statement("fill", other, sql)
      end

      def added?(part) = @changes.added?(part.id) && !@touched.copied?(part.id) && !@partings.coming.value?(part)

      # Those with other bounds, or in another place.
      def shifted
        @shifted ||= @changes.changed(:partition).select do |each|
          each.fields.intersect?(%i[bounds parent_id]) && !@touched.copied?(each.id)
        end
      end

      def detach(part, parent_id)
        @speech.say(:detach, "partition", part, table: @plan.mid_writer.place(@plan.mid.fetch(parent_id)),
                                                place: @plan.mid_writer.place(part))
      end

      def attach(part, place, parent_id)
        @speech.say(:attach, "partition", part, table: writer.place(@changes.goal.fetch(parent_id)), place:,
                                                bounds: part.bounds)
      end

      # Into the table, which knows where each belongs; one that has no place stops the script.
      def rows(part)
        said = row_words(part)
        @speech.statement("fill", part, "INSERT INTO #{said[:table]} (#{said[:names]})#{said[:given]}\n" \
                                        "SELECT #{said[:names]} FROM #{there(part)}")
      end

      # The table that a partition was of, its columns, and what is said where numbers are given to it.
      def row_words(part)
        root = @plan.mid.ancestors(@plan.mid.fetch(part.id)).find { |each| each.kind == :table }
        columns = @plan.mid.children(root.id, :column).select { |each| each.computed.empty? }
        given = columns.any? { |each| each.options["numbering"] == "always" } ? " OVERRIDING SYSTEM VALUE" : ""
        { table: @plan.mid_writer.place(root), names: columns.map { |each|
 @platform.quote(each.name) }.join(", "), given: }
      end

      def refuse_spreading
        change = @changes.changed(:partition).find do |each|
          spread(each.old) != spread(each.new) && !@touched.copied?(each.id)
        end
        return unless change

        raise InvalidValue.new("#{change.new.name} is spread otherwise, which no statement does to a partition: take " \
                               "it out of its table first.", field: :from, value: change.new.name)
      end

      def spread(part) = part.options.select { |name, _| name.start_with?("partition by ") }
    end
  end
end
