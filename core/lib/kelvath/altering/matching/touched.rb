# frozen_string_literal: true

module Kelvath
  module Altering
    # What must be taken down before something is changed and put up again behind it, beside what itself changes: keys,
    # foreign keys, checks, indexes, triggers and views that hang on columns and tables which do.
    class Touched
      include Scattered

      # What only knows its own table, and the fields of which it is made anew.
      PARTS = %i[key foreign_key check clause index].freeze

      # The Order of columns.
      attr_reader :order

      # changes: Changes; ordered: are columns to stand as the goal has them, even if a table is made anew for that?
      def initialize(changes, ordered: false)
        @changes = changes
        @ordered = ordered
        @order = Order.new(changes, self)
        @platform = changes.platform
        @start, @goal = changes.start, changes.goal
        @ways = changes.changed(:column).select { |each| each.fields.include?(:native_type) }
                       .to_h { |each| [ each.id, way_of(each) ] }.reject { |_, way| way == :same }
      end

      # What becomes of a column's values: :same, :kept, :less or :apart.
      def way(column_id) = @ways.fetch(column_id, :same)

      # Does a column stand aside while another is made in its place? Its values cannot be those of the new type, or the
      # database changes no such type where it is.
      def parted?(column_id) = way(column_id) == :apart || recast?(column_id)

      # Can its values be taken over into the one that is made, by a cast?
      def recast?(column_id)
        change = @changes.change(column_id)
        %i[kept less].include?(way(column_id)) && !@platform.retypes?(change.old.native_type, change.new.native_type,
                                                                       way(column_id))
      end

      # Is a column dropped and made again? Its values cannot be kept, or it is computed otherwise, or from what is made
      # again, or of a type that changes.
      def remade?(column_id)
        remade.include?(column_id)
      end

      # Is a table made anew and its rows copied, as nothing else would do?
      def copied?(table_id) = copied.include?(table_id)

      # Ids of tables that are.
      def copied
        @copied ||= begin
          found = @changes.changed(:table).select { |each| otherwise_kept?(each) }.to_set(&:id).merge(stuck)
          found.merge(stiff) unless @platform.supports?(:altered_in_place)
          found.merge(misplaced)
          found.merge(@goal.all(:partition).select { |each| within?(each, found) }.map(&:id))
        end
      end

      # Is a partition one of a table of these?
      def within?(part, table_ids) = @goal.ancestors(part).any? { |each| table_ids.include?(each.id) }

      # Is a part of a table (a key, …) that both sides have taken down and put up again?
      def redone?(part)
        (@redone ||= {}).fetch(part.id) { @redone[part.id] = redo?(part) }
      end

      # Is it only called otherwise, so that a rename does? words: the name of the template for it.
      def renamed_only?(part, words)
        change = @changes.change(part.id)
        change && change.fields.to_a == [ :name ] && @platform.alters?(words) && !change.old.name.empty? &&
          !change.new.name.empty? && !names_at_start.include?(change.new.name.downcase) && !hangs?(part)
      end

      # Foreign keys of the goal to tables that are new and so have no rows, over columns that have values: these can
      # only be emptied. filled: a block that answers whether a new table, by its id, gets rows.
      def homeless
        @goal.all(:foreign_key).select do |key|
          @changes.added?(key.target_table_id) && !yield(key.target_table_id) &&
            key.column_ids.all? { |id| @start.key?(id) && !remade?(id) && !@goal.fetch(id).mandatory }
        end
      end

      # Ids of tables that forget what their rows were: a column becomes mandatory for which these have no value, or
      # shorter than these are.
      def forgetful
        @forgetful ||= @goal.all(:column).select { |each| each.mandatory && each.computed.empty? }
                            .select { |each| !@start[each.id]&.mandatory || way(each.id) == :apart }
                            .concat(@goal.all(:column).select { |each|
 way(each.id) == :less }).map(&:parent_id).uniq.select { |id| remembers?(@start[id]) && remembers?(@goal[id]) }.to_set
      end

      # Ids of the enumerated types that are made anew: those that lose a value, or have them in another order.
      def types_made_anew
        @types_made_anew ||= @changes.changed(:enumeration).reject { |each|
          (each.new.value_texts & each.old.value_texts) == each.old.value_texts && @platform.alters?(:add_value)
        }.select { |each| each.fields.include?(:value_texts) }.to_set(&:id)
      end

      # Ids of the views that are made again: those that change, that name what does, or a view that is made again.
      def views
        @views ||= begin
          found = @start.all(:view).select { |each| all_aside? || stale?(each) }.to_set(&:id)
          loop do
            more = @start.all(:view).reject { |each| found.include?(each.id) }
                         .select { |each| each.referenced_ids.any? { |id| found.include?(id) } }
            break found if more.empty?

            found.merge(more.map(&:id))
          end
        end
      end

      # Is a trigger made again? Its text is its own, so that what its table is called counts.
      def trigger?(trigger)
        change = @changes.change(trigger.id)
        !change.nil? || @changes.removed?(trigger.id) || all_aside? || reshaped_tables.include?(trigger.parent_id) ||
          calls?(trigger.text, dropped_routines)
      end

      # Does a text name one of some routines?
      def calls?(text, routines)
        routines.any? { |each| text.match?(/(?<![\w$])"?#{Regexp.escape(each.name)}"?\s*\(/i) }
      end

      # Routines of the start that go, or are dropped and made again since they cannot be replaced.
      def dropped_routines
        @dropped_routines ||= @changes.removed(:routine) +
                              @changes.changed(:routine).reject { |each| replaced?(each) }.map(&:old)
      end

      # Is a routine that changes made in place of the old one?
      def replaced?(change)
        !change.fields.include?(:text) || @platform.replaces_routine?(change.old.text, change.new.text)
      end

      # Ids of tables of which the name, the schema or a column is another.
      def reshaped_tables
        @reshaped_tables ||= begin
          tables = @changes.changed(:table).select { |each| copied?(each.id) || renamed?(each) }.to_set(&:id)
          tables.merge(misplaced)
          [ @changes.removed(:column), @changes.added(:column) ].each { |list| tables.merge(list.map(&:parent_id)) }
          tables.merge(@changes.changed(:column).map { |each| each.new.parent_id })
          tables.merge(@changes.removed(:table).map(&:id))
        end
      end

      private

      def remembers?(table)
        @platform.alters?(:forget_history) && table&.kind == :table && table.options["system versioning"] == true
      end

      # A type of the design's own goes by the thing that it is, not by its name. Where any value can stand in any
      # column,
      # none is lost.
      def way_of(change)
        own = [ [ @start, change.old ], [ @goal, change.new ] ].map do |model, column|
          Platforms.enumerations(model, column)[column.native_type["base"]]
        end
        return own.compact.map(&:id).uniq.one? ? :same : :apart if own.all?
        return :kept if own.first && TypeChange::TEXTS.include?(@platform.logical_type(change.new.native_type)[:type])
        return :kept if @platform.class::ANY_TYPE && !@goal.fetch(change.new.parent_id).options&.key?("strict")

        TypeChange.way(@platform, change.old.native_type, change.new.native_type)
      end

      def remade
        @remade ||= begin
          found = @ways.keys.select { |id| parted?(id) }.to_set
          found.merge(@changes.changed(:column).select { |each| computed_otherwise?(each) }.map(&:id))
          @start.all(:column).each do |column|
            next if column.computed.empty? || found.include?(column.id) || @changes.removed?(column.id)

            found << column.id if column.referenced_ids.any? { |id| restless?(id, found) }
          end
          found
        end
      end

      def computed_otherwise?(change) = change.fields.intersect?(%i[computed stored])

      # Does what is computed from this column have to give way?
      def restless?(id, found)
        found.include?(id) || @changes.removed?(id) || @ways.key?(id) || renamed_by_text?(id)
      end

      # Where a database keeps texts with names in them as they were, a new name breaks them.
      def renamed_by_text?(id)
        return false if @platform.supports?(:renames_followed)

        change = @changes.change(id)
        !change.nil? && change.fields.include?(:name)
      end

      # Those whose columns can be brought into order in no other way; one that others inherit from stays what it is.
      def misplaced
        return [] if !@ordered || @platform.alters?(:place_column)

        parents = @goal.all(:table).flat_map(&:inherited_ids)
        @order.other - parents
      end

      # Where tables are not altered: those of which more changes than a name, or than that a column comes which says
      # nothing that rows must obey.
      def stiff
        parts = %i[column key foreign_key check clause].flat_map do |kind|
          @changes.removed(kind) + @changes.added(kind).reject { |each| kind == :column && @platform.addable?(each) } +
            @changes.changed(kind).reject { |each|
 kind == :column && (each.fields - %i[name comment]).empty? }.map(&:new)
        end
        options = @changes.changed(:table).select { |each| each.fields.include?(:options) }.map(&:id)
        (parts.map(&:parent_id) + options).select { |id| @start.key?(id) && @goal.key?(id) }
      end

      # Tables with a column that begins or ends to count, or gets another default, where that cannot be said.
      def stuck
        return [] if @platform.alters?(:redefine)

        said = { identity: %i[number unnumber], default_value: %i[default no_default] }
        @changes.changed(:column).select { |each|
          said.any? { |field, (set, reset)|
            each.fields.include?(field) && !remade?(each.id) && !@platform.alters?(given?(each.new,
field) ? set : reset)
          }
        }.map { |each| each.new.parent_id }
      end

      def given?(column, field) = field == :identity ? column.identity : !column.default_value.empty?

      def otherwise_kept?(change)
        return false unless change.fields.include?(:options)

        names = change.old.options.to_a.difference(change.new.options.to_a)
                      .concat(change.new.options.to_a.difference(change.old.options.to_a)).to_h.keys
        names.any? { |name| @platform.option(:table, name)&.then { |option| option.changes.nil? && !option.passing } }
      end

      def renamed?(change) = change.fields.intersect?(%i[name schema_id])

      def redo?(part)
        return true if @changes.removed?(part.id)

        change = @changes.change(part.id)
        words = { index: :rename_index, key: :rename_constraint }[part.kind]
        return true if change && !(words && renamed_only?(part, words))

        hangs?(part)
      end

      # Does what it is over give way?
      def hangs?(part)
        return true if copied?(part.parent_id)

        case part.kind
        when :foreign_key then loose_foreign_key?(part)
        when :check, :clause then part.referenced_ids.any? { |id| gives_way?(id) }
        else part.column_ids.any? { |id| over?(id) } || loose_index?(part)
        end
      end

      # Does a key or an index over a column go with it? Some databases change none that something is over.
      def over?(id)
        remade?(id) || @changes.removed?(id) || (@platform.supports?(:columns_held) && held_fast?(id))
      end

      def held_fast?(id) = @ways.key?(id) || @changes.change(id)&.fields&.include?(:mandatory)
      def gives_way?(id) = remade?(id) || @ways.key?(id) || @changes.removed?(id) || renamed_by_text?(id)

      def loose_index?(part)
        part.kind == :index && (part.expressions.flat_map { |text| Metamodel::Expression.ids(text) } +
                                part.included_ids).any? { |id| gives_way?(id) }
      end

      # A foreign key hangs on its columns, those it refers to, and the key that these are; where the database needs an
      # index for it, on that, too.
      def loose_foreign_key?(key)
        ids = key.column_ids + key.target_column_ids
        return true if ids.any? { |id| remade?(id) || @ways.key?(id) || @changes.removed?(id) || mandatory?(id) }
        return true if copied?(key.target_table_id) || @changes.removed?(key.target_table_id)
        return true if parted_tables.include?(key.target_table_id)

        leans_on(key.target_table_id, :key, key.target_column_ids) ||
          (@platform.supports?(:foreign_keys_indexed) &&
            (leans_on(key.parent_id, :index, key.column_ids) || leans_on(key.parent_id, :key, key.column_ids)))
      end

      # MariaDB and its like let no column of a foreign key be defined anew.
      def mandatory?(id) = @platform.alters?(:redefine) && !@changes.change(id).nil?

      # Is there one over these columns, in this or a longer list, that is taken down?
      def leans_on(table_id, kind, column_ids)
        @start.children(table_id, kind).any? do |each|
          each.column_ids.first(column_ids.size).sort == column_ids.sort && redone?(each)
        end
      end

      # Where tables are made anew, whatever names any of them gives way meanwhile.
      def all_aside? = !@platform.supports?(:altered_in_place) && reshaped_tables.any?

      def stale?(view)
        change = @changes.change(view.id)
        return true if @changes.removed?(view.id) || (change && change.fields.to_a != [ :comment ])

        return true if calls?(view.query, dropped_routines)

        named = view.referenced_ids
        named.any? { |id| moved_tables.include?(id) || column_changed?(id) } ||
          (named.any? { |id| reshaped_tables.include?(id) } && vague?(view))
      end

      # Ids of tables that are called otherwise, made anew or gone.
      def moved_tables
        @moved_tables ||= (@changes.changed(:table).select { |each| copied?(each.id) || renamed?(each) }.map(&:id) +
                           @changes.removed(:table).map(&:id) + misplaced).to_set
      end

      def column_changed?(id)
        change = @changes.change(id)
        @changes.removed?(id) || remade?(id) || (change&.new&.kind == :column && (change.fields - [ :comment ]).any?)
      end

      # Does it name columns in a way that does not say which?
      def vague?(view) = view.query.include?("*") || Ddl::Names.unknown(@start, view, :query).any?

      def names_at_start
        @names_at_start ||= PARTS.flat_map { |kind| @start.all(kind).map { |each| each.name.downcase } }.to_set
      end
    end
  end
end
