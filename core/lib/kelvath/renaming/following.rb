# frozen_string_literal: true

module Kelvath
  module Renaming
    # What a change made by hand brings with it: names that follow move along, and a name typed on the
    # following side is fixed from then on.
    class Following
      MOVES = %i[name name_fixed role_name].freeze
      PHYSICAL = (%i[table column] + DesignNames::CONSTRAINTS).freeze

      # The change with what follows from it. standard: a callable that answers the model's Standard; it is
      # asked only when there is something to name.
      def self.complete(change, model, standard)
        return change if change.updates.none? { |update| MOVES.include?(update.field) } || model.ids_of(:design).empty?

        new(change, model, standard.call).complete
      end

      # Does the element's name follow a counterpart's in this model, as long as nobody sets it by hand?
      def self.following?(element, model)
        leading = model.header.names_from_id
        return !leading.nil? && %i[entity attribute].include?(element.kind) unless PHYSICAL.include?(element.kind)

        !element.source_id.empty? && model.ancestors(element).last&.id != leading
      end

      def initialize(change, model, standard)
        @change = change
        @before = model
        @standard = standard
        @updates = {}
        change.updates.each { |update| @updates[[ update.id, update.field ]] = update }
        @leading = model.header.names_from_id
      end

      # The change with all that follows from it.
      def complete
        fix_typed_names
        words_follow
        @before.all(:design).each do |design|
          design_follows(design) unless design.id == @leading || !Platforms.keys.include?(design.platform)
        end
        ChangeSet.new(additions: @change.additions, updates: @updates.values, removals: @change.removals)
      end

      private

      # The model as it will be, as far as it is known by now.
      def after
        @after ||= ChangeSet.new(additions: @change.additions, updates: @updates.values,
                                 removals: @change.removals).apply(@before)
      end

      def set(element, field, value)
        return if element[field] == value

        @after = nil
        key = [ element.id, field ]
        @updates[key] = ChangeSet::Update.new(id: element.id, field:, before: @updates[key]&.before ||
          @before[element.id]&.[](field), after: value).freeze
      end

      def fix_typed_names
        @change.updates.each do |update|
          element = @before[update.id]
          unless update.field == :name && element && Following.following?(element, @before) &&
                 !@updates.key?([ update.id, :name_fixed ])
            next
          end

          set(element, :name_fixed, true)
        end
      end

      def design_of(element) = @before.ancestors(element).last&.id

      # Entities and attributes after the tables and columns of the leading design.
      def words_follow
        moved = @change.updates.select { |update| %i[name name_fixed].include?(update.field) && @before[update.id] }
        tables = moved.flat_map { |update| leading_tables(@before.fetch(update.id)) }.uniq
        return if tables.empty?

        model = after
        rows = LogicalRows.new(model, model.fetch(@leading), @standard, all: false,
                                   only: tables.map(&:source_id)).rows
        rows.select(&:changed?).each { |row| set(model.fetch(row.id), :name, row.after) if moved_row?(row, moved) }
      end

      def leading_tables(element)
        case element.kind
        when :table, :column
          [ element, *@before.ancestors(element) ].select { |each| each.kind == :table && each.parent_id == @leading }
        when :entity, :attribute then @leading ? Metamodel::Design.tables(@before, @leading).select { |table|
          [ element.id, element.parent_id ].include?(table.source_id)
        } : []
        else []
        end
      end

      # Only what belongs to something that moved: the rest may be out of step for reasons of its own.
      def moved_row?(row, moved)
        moved.any? { |update| update.id == row.id || @before[update.id]
          .then { |element| element.kind.to_s.match?(/table|column/) && element.source_id == row.id } }
      end

      def design_follows(design)
        tables = affected_tables(design)
        freed = freed_ids(design)
        return if tables.empty? && freed.empty?

        DesignMove.new(@before, after, design, @standard, tables, freed).names.each do |element, name|
          set(element, :name, name)
        end
      end

      def freed_ids(design)
        @change.updates.select do |update|
          update.field == :name_fixed && update.after == false && PHYSICAL.include?(@before[update.id]&.kind)
        end
               .map(&:id).select { |id| design_of(@before.fetch(id)) == design.id }
      end

      # Tables whose entity changed, or got a key from one that did.
      def affected_tables(design)
        kinds = %i[entity attribute relationship identifier]
        renamed = @updates.values.any? do |update|
          %i[name role_name].include?(update.field) && kinds.include?(@before[update.id]&.kind)
        end
        tables = Metamodel::Design.tables(@before, design.id)
        return tables.select { |table| touched_tables.include?(table.id) } unless renamed

        ids = (@affected ||= Diagram::Affected.between(@before, after, "logical"))
        tables.select do |table|
          ids.include?(table.source_id) || meets?(table.source_id, ids) || touched_tables.include?(table.id)
        end
      end

      # Tables in which a name was given by hand or freed, and those that refer to them: names of keys follow.
      def touched_tables
        @touched_tables ||= begin
          own = @change.updates.filter_map { |update| @before[update.id] }.select { |element|
            PHYSICAL.include?(element.kind)
          }.map { |element| element.kind == :table ? element.id : element.parent_id }
          own.flat_map { |id| [ id, *@before.referrers(id, :foreign_key).map(&:parent_id) ] }.to_set
        end
      end

      # The table of a many-to-many relationship belongs to none of the two entities.
      def meets?(source_id, ids)
        link = source_id.end_with?("-entity") ? @before[source_id.delete_suffix("-entity")] : nil
        link && [ link.from_id, link.to_id ].any? { |id| ids.include?(id) }
      end
    end

    # The new names of some tables of one design and of what stands in them.
    class DesignMove
      def initialize(before, after, design, standard, tables, freed)
        @before = before
        @after = after
        @tables = tables
        @freed = freed.to_set
        @design = design
        @old = DesignNames.new(before, design, standard)
        @new = DesignNames.new(after, design, standard)
        @names = {}
      end

      # { element => name } of what moves.
      def names
        @tables.each { |table| move(table) { |names| names.table(table) } }
        settle_among_all(@names)
        @tables.each { |table| move_columns(table) }
        move_constraints
        @names
      end

      private

      # Does it follow, and is it to be called something else than before?
      def move(element, into = @names)
        return if current(element).name_fixed

        wanted = yield(@new)&.text or return
        into[element] = wanted if @freed.include?(element.id) || wanted != yield(@old)&.text
      end

      def current(element) = @after[element.id] || element

      def move_columns(table)
        moved = {}
        @after.children(table.id, :column).each { |column| move(column, moved) { |names| names.column(table, column) } }
        siblings = @after.children(table.id, :column).reject { |each| moved.key?(each) }
        settle(moved, Naming::TakenNames.of(siblings.map(&:name))) if moved.any?
        @names.merge!(moved)
      end

      # Of keys and indexes only those move that were called by the rule.
      def move_constraints
        moved = @tables.flat_map { |table| moved_constraints(table) }.to_h
        settle_among_all(moved)
        @names.merge!(moved)
      end

      # [[element, wanted name], …]
      def moved_constraints(table)
        DesignNames::CONSTRAINTS.flat_map { |kind| @after.children(table.id, kind) }.filter_map do |element|
          wanted = @new.constraint(table, element, ->(id) { new_name(id) })
          if wanted && !element.name_fixed &&
             (@freed.include?(element.id) || (wanted != element.name && in_step?(table, element)))
            [ element, wanted ]
          end
        end
      end

      def in_step?(table, element)
        was = @old.constraint(table, element, ->(id) { @before[id]&.name.to_s })
        was && Naming::TakenNames.new(limit: @old.limit(element)).variant?(element.name, was)
      end

      def new_name(id) = new_names[id] || @after[id]&.name.to_s

      def new_names
        @by_id = @names.to_h { |element, name| [ element.id, name ] } unless @by_id&.size == @names.size
        @by_id
      end

      # The names of what shares a scope in the design: its tables and views, and the keys and indexes of all tables.
      # Thousands, so they are put together once.
      def standing = @standing ||= Naming::TakenNames.of(everything_named.map(&:name))

      def everything_named
        tables = Metamodel::Design.tables(@after, @design.id)
        ids = tables.to_set(&:id)
        tables + Metamodel::Design.views(@after, @design.id) + DesignNames::CONSTRAINTS.flat_map do |kind|
          @after.ids_of(kind).filter_map do |id|
            @after.elements[id].then { |element| element if ids.include?(element.parent_id) }
          end
        end
      end

      # What moves leaves its name, as has all that moved before.
      def settle_among_all(moved)
        return if moved.empty?

        taken = standing.dup
        moved.each_key { |element| taken.leave(current(element).name) }
        @names.each do |element, name|
          next if moved.key?(element) || element.kind == :column

          taken.leave(current(element).name)
          taken.claim_all([ name ])
        end
        settle(moved, taken)
      end

      # Gives each moved one what is free beside those that stay.
      def settle(moved, taken)
        given = Assigning.new(taken).names(moved.to_h do |element, wanted|
          [ element.id, [ element.name, wanted, @new.limit(element) ] ]
        end)
        moved.each_key { |element| moved[element] = given.fetch(element.id) }
      end
    end
  end
end
