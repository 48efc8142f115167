# frozen_string_literal: true

module Kelvath
  module Running
    # The way back from what statements of ours have left in a database: the inverse of each that ran, and nothing else.
    # What they changed is what differs between the database as it was and as the reader tells it after them; each thing
    # keeps its identity through renames. What others have made or changed meanwhile is not touched: where it stands in
    # the way, there is no way back by itself, and it is said why.
    class WayBack
      # before: an Altering::Side of what was there; ran: the text of the statements that have run, as a script, or,
      # where nobody knows which of the last ones have, the texts that it may be; now: an Intake::Catalog of what is
      # there.
      def initialize(before, ran, now, ids:)
        @before = before
        @ids = ids
        @states = States.new(before, ids:)
        @now = now
        @ran = Array(ran)
        @told_by = nearest
        @left_by = made_alike(@told_by)
        merge
      end

      # Which of the texts has run, by what is there.
      attr_reader :told

      # Does the catalog tell whether they have run? Not if they changed rows alone.
      def telling? = @sides.one? || @sides.values.each_cons(2).none? { |one, other| Running.same?(one, other) }

      # Is nothing of it left?
      def clean? = @refusals.empty? && alteration.equal?

      # Why there is no way back by itself, as lines: what others have done since to what the statements made.
      def refusals = @refusals + questions

      # What going back makes again without what was in it, as lines.
      def not_brought_back
        @not_brought_back ||= begin
          there = Altering.between(@states.start, @told_by, identified: true)
          there.losses.reject(&:stops?).map(&:words) + refilled(there)
        end
      end

      # Rows that statements have taken away or written over in what was there before, as lines. statements: [[SQL, how
      # many rows it has written, nil if that is not known], …]
      def written_over(statements)
        made = statements.filter_map { |sql, _| Clearing.made(sql) }
        statements.filter_map do |sql, rows|
          words, table, columns = rows&.zero? ? nil : Clearing.told(sql)
          name = words && was_there(table, columns, made) and "#{format(words, name)}."
        end.uniq
      end

      # [Altering::Losses::Loss, …] of what going back would drop or cut; a count is asked of the database as it is.
      def losses = alteration.losses.reject(&:stops?)

      # The Ddl::Script of it; what it changes back, as lines.
      def script = alteration.script
      def left = Running.differences(side(@goal.values), side(now_parts.values)).map(&:to_s)

      # The Model of what is there, in the ids of what was.
      def model = @model ||= side(now_parts.values).model

      private

      def parts(side) = Derivation::Again::Parts.of(side.model, side.design_id)
      def side(elements)
        Altering::Side.new(model: Model.of([ @before.design, *elements ]), design_id: @before.design_id, told: true)
      end

      # Of the states that may be there, the one that is most like it.
      def nearest
        @sides = @ran.to_h { |text| [ text, text.strip.empty? ? @states.start : @states.after(text) ] }
        @told = @sides.one? ? @ran.first : @ran.min_by { |text| strangeness(@sides[text]) }
        @sides[@told]
      end

      # A column that was made mandatory while its table was copied has got values where it had none.
      def refilled(alteration)
        taken = Ddl::Client.new(@before.platform).statements(@told.to_s).filter_map { |sql, _|
 Clearing.taken_from(sql) }.to_set
        alteration.losses.select { |each| each.kind == :unfilled }.filter_map do |loss|
          column = @states.start.model.fetch(loss.element_id)
          table = @states.start.model.fetch(column.parent_id)
          names = [ table, @told_by.model[table.id] ].compact.map { |each| each.name.downcase }
          next unless names.any? { |name| taken.include?(name) }

          "#{table.name}.#{column.name} was made mandatory as its table was copied: rows without a value may have " \
            "got one, which stays."
        end
      end

      # How much of what is there is other than in a state; what others made beside it counts for nothing.
      def strangeness(side)
        @there ||= Altering::Side.of_catalog(@now, @before.platform.key, ids: @ids)
        Running.differences(side, @there).count do |each|
          each.right.nil? || each.field || !ALONE.include?(each.kind)
        end
      end

      # What was dropped and is there again, in all as it was but for its rows, needs no way back: it is as good as
      # that.
      def made_alike(side)
        start = parts(@states.start)
        fresh = parts(side)
        lost = start.reject { |id, _| fresh.key?(id) }
        made = fresh.values.reject { |each| start.key?(each.id) }
        return side if lost.empty? || made.empty?

        other = Running.differences(@states.start, side).to_set { |each| each.path.split(" · ").first(2) }
        tables = other.to_set(&:first)
        pairs = Matching::Designs.new(lost, made, every: true).correspondence
        alike = Matching::Correspondence.new
        pairs.pairs.each do |pair|
          path = outlined(fresh[pair.right_id], fresh)
          next if fresh[pair.right_id].kind == :table ? tables.include?(path.first) : other.include?(path)

          alike.take(pair.left_id, pair.right_id, pair.how)
        end
        side(alike.aligned(fresh.values).values)
      end

      # The first two parts of an element's path, as differences have it.
      def outlined(element, elements)
        parent = elements[element.parent_id]
        return outlined(parent, elements) if parent && parent.kind != :table

        name = element.values[:name].to_s.downcase
        parent ? [ label(parent), name ] : [ label(element) ]
      end

      def label(table) = table.label(@states.start.model).downcase

      # What is there, in the ids of what was: by what it is called after the statements, then by what it was called
      # before them.
      def now_parts
        @now_parts ||= begin
          there = Altering::Side.of_catalog(@now, @before.platform.key, ids: @ids)
          theirs = parts(there).each_value.map do |each|
            next each unless each.parent_id == there.design_id

            each.class.new(id: each.id, parent_id: @before.design_id, **each.values)
          end
          known = parts(@left_by)
          found = Matching::Designs.new(known, theirs, every: true).aligned
          former = parts(@before).reject { |id, _| known.key?(id) || found.key?(id) }
          waiting = found.values.reject { |each| known.key?(each.id) }
          Matching::Designs.new(former, waiting, every: true).correspondence.aligned(found.values)
        end
      end

      # What a table of that name was called before, if it was there, and any of the columns, if some are named; nil for
      # none. What is called so now counts, too, and a name that nobody knows any more, unless a statement has made what
      # was called so.
      def was_there(table, columns, made)
        found = [ @before.model.all(:table), now_parts.values, parts(@told_by).values ].flatten(1)
                  .select { |each| each.kind == :table && each.name.casecmp?(table) }.map(&:id).uniq
        return made.include?(table) ? nil : table if found.empty?

        found = found.select { |id| @before.model.key?(id) }
        name = found.first && @before.model[found.first].label(@before.model)
        return name if columns.empty?

        names = [ @before.model.elements, now_parts, parts(@told_by) ].flat_map(&:values)
                  .select { |each| each.kind == :column && found.include?(each.parent_id) }
                  .select { |each| @before.model.key?(each.id) }
        name if names.any? { |each| columns.include?(each.name.downcase) }
      end

      # The changes of the statements taken back, one by one, wherever they still stand.
      def merge
        @refusals = []
        @goal = now_parts.dup
        change = ChangeSet.between(@states.start.model, @left_by.model)
        change.additions.each { |each| take_away(each) }
        change.removals.each { |each| put_back(each) }
        without_a_place
        fields(change).each { |id, names| set_back(id, names) }
        fall
        @refusals.uniq!
      end

      # Only what was made is taken away, and only as it was made.
      def take_away(made)
        there = @goal[made.id] or return
        return if @before.model.key?(made.id)

        added = now_parts.each_value.select { |each| each.parent_id == made.id && !@left_by.model.key?(each.id) }
        added.each { |each| refuse("#{title(there)} has got #{title(each)} since") }
        return if added.any?

        @goal.delete(made.id)
      end

      def put_back(lost)
        was = @before.model[lost.id]
        @goal[was.id] = was unless was.nil? || @goal.key?(was.id)
      end

      # What is put back into something that others have dropped since.
      def without_a_place
        @goal.values.reject { |each| each.parent_id == @before.design_id || @goal.key?(each.parent_id) }.each do |each|
          refuse("#{title(@before.model[each.parent_id] || each)} is not there any more")
          @goal.delete(each.id)
        end
      end

      def set_back(id, names)
        was, made, there = @before.model[id], @left_by.model[id], @goal[id]
        return if was.nil? || made.nil?
        return refuse("#{title(was)} is not there any more") unless there

        other = Altering::Likeness.new(@before.platform, told: true) { |ref| (model_of(ref) || {})[:name].to_s }
        names.each do |name|
          field = was.class.fetch_field(name)
          next if other.same?(was.kind, field, there[name], was[name])

          unless other.same?(was.kind, field, there[name], made[name])
            refuse("#{title(there)} has been changed since (#{field.label.downcase})")
            next
          end
          @goal[id] = @goal[id].with(name => was[name])
        end
      end

      def model_of(id) = now_parts[id] || @before.model[id] || @left_by.model[id]

      # { id => names of its fields that statements changed }
      def fields(change)
        counted = Derivation::Again::Parts.method(:fields)
        change.updates.group_by(&:id).except(@before.design_id).filter_map do |id, updates|
          type = @before.model[id]&.class or next
          names = updates.map(&:field) & counted.(type).map(&:name)
          [ id, names ] if names.any?
        end
      end

      # What hangs on something that goes and was made by others keeps it; what was made with it goes with it.
      def fall
        loop do
          gone = now_parts.keys.reject { |id| @goal.key?(id) }.to_h { |id| [ id, "" ] }
          falling = @goal.each_value.select { |each| hangs?(each, gone) }
          break if falling.empty?

          falling.each do |each|
            @goal.delete(each.id)
            next if @left_by.model.key?(each.id)

            refuse("#{title(each)} needs what this run has made")
          end
        end
      end

      def hangs?(element, gone)
        gone.key?(element.parent_id) || element.referenced_ids.any? { |id| gone.key?(id) }
      end

      # What only a person can answer: values of a column that is gone.
      def questions
        return [] if @refusals.any?

        alteration.questions.select(&:needed).map do |each|
          element = alteration.goal.fetch(each.element_id)
          "#{alteration.goal.fetch(element.parent_id).name}.#{element.name} must have values, and what they were is " \
            "not known any more."
        end
      end

      def refuse(words) = @refusals << "#{words}."

      def title(element)
        parent = model_of(element.parent_id)
        name = [ (parent.name if parent && parent.kind != :design), element.values[:name] ].compact.join(".")
        "#{element.class.title} #{name}".strip
      end

      def alteration = @alteration ||= Altering.between(side(now_parts.values), side(@goal.values), identified: true)
    end
  end
end
