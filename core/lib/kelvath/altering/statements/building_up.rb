# frozen_string_literal: true

module Kelvath
  module Altering
    # Last: what was taken down is put up again as the goal has it, and what is new with it.
    class BuildingUp
      # plan: an InPlace.
      def initialize(plan)
        @plan = plan
        @changes = plan.changes
        @touched = plan.touched
        @platform = plan.platform
        @speech = plan.speech
        @writer = plan.goal_writer
      end

      # [Ddl::Statement, …]
      def statements
        keys + counting + parts(:check) + parts(:clause) + indexes + emptied + foreign_keys + views
      end

      # What comes last of all: rows, triggers, comments.
      def rest = rows + triggers + options + comments

      private

      def goal = @changes.goal
      def table_of(part) = @writer.place(goal.fetch(part.parent_id))

      # Is a part put up by itself? Within a new table it stands already.
      def up?(part)
        @changes.start.key?(part.parent_id) && !@touched.copied?(part.parent_id) &&
          (@changes.added?(part.id) || @touched.redone?(part))
      end

      def keys
        goal.all(:key).select { |each| up?(each) }.sort_by { |each| each.primary ? 0 : 1 }.filter_map do |key|
          text = @writer.definition(key) or next
          @plan.gently(:add_key, "key", key, table: table_of(key), constraint: text)
        end.flatten + renamed(:key, :rename_constraint)
      end

      def parts(kind)
        goal.all(kind).select { |each| up?(each) }.flat_map do |part|
          text = @writer.definition(part)
          text ? @plan.gently(:add_check, kind.to_s, part, table: table_of(part), constraint: text,
                                                           name: @platform.quote(part.name)) : []
        end
      end

      # What counts only with a key begins to.
      def counting
        return [] unless @platform.alters?(:redefine)

        @plan.recounted.filter_map do |id|
          column = goal[id]
          next unless column&.identity && @changes.start.key?(column.parent_id) && !@touched.copied?(column.parent_id)

          @speech.say(:redefine, "column", column, table: table_of(column), column: @writer.definition(column))
        end
      end

      def indexes
        found = goal.all(:index).select { |each| @changes.added?(each.id) || @touched.redone?(each) }
        found.flat_map { |each| @writer.statements_of(each).flat_map { |made| @plan.gently_made(:add_index, made) } } +
          renamed(:index, :rename_index)
      end

      def renamed(kind, template)
        @changes.changed(kind).select { |each| @touched.renamed_only?(each.new, template) }.map do |change|
          table = goal.fetch(change.new.parent_id)
          from = [ *@platform.name_parts(table, goal)[0...-1], change.old.name ]
          from = [ change.old.name ] if @platform.class::ALTERS[template].include?("%<table>s")
          from = from.map { |part| @platform.quote(part) }.join(".")
          text = template == :rename_index ? "#{@writer.place(table)}.#{@platform.quote(change.old.name)}" : from
          @speech.say(template, "rename", change.new, from:, to: @platform.quote(change.new.name),
                                                      table: @writer.place(table), from_text: @platform.literal(text),
                                                      to_text: @platform.literal(change.new.name))
        end
      end

      # What refers to a table that has no rows yet refers to nothing.
      def emptied
        return [] unless @platform.alters?(:drop_foreign_key)

        @plan.homeless.reject { |key| @touched.copied?(key.parent_id) }.map do |key|
          columns = key.column_ids.map { |id| @platform.quote(goal.fetch(id).name) }
          @speech.statement("fill", goal.fetch(key.column_ids.first), "UPDATE #{table_of(key)} SET " \
            "#{columns.map { |name|
 "#{name} = NULL" }.join(', ')}#{@plan.clocks_kept(goal.fetch(key.column_ids.first))} " \
            "WHERE #{columns.map { |name| "#{name} IS NOT NULL" }.join(' AND ')}")
        end
      end

      # Those of new tables, too.
      def foreign_keys
        return [] unless @platform.alters?(:drop_foreign_key)

        goal.all(:foreign_key).select { |each| @changes.added?(each.id) || @touched.redone?(each) }.flat_map do |key|
          text = @writer.definition(key)
          @plan.gently(:add_foreign_key, "foreign key", key, table: table_of(key), constraint: text,
                                                             name: @platform.quote(key.name))
        end
      end

      def views
        @plan.in_order(goal.all(:view).select { |each| @changes.added?(each.id) || @touched.views.include?(each.id) })
             .flat_map { |each| @writer.statements_of(each) }
      end

      # Those that are new; a row that a design has no more stays in the database.
      def rows
        @changes.added(:row).flat_map { |row| @writer.statements_of(row) }
      end

      def triggers
        goal.all(:trigger).select { |each| @changes.added?(each.id) || @touched.trigger?(each) }
            .flat_map { |each| @writer.statements_of(each) }
      end

      # What is said of a table beside its columns.
      def options
        changes = %i[table partition].flat_map { |kind| @changes.changed(kind) }
        changes.reject { |each| @touched.copied?(each.id) }.flat_map do |change|
          change.fields.include?(:options) ? optioned(change) : []
        end
      end

      def optioned(change)
        table = @writer.place(change.new)
        names = (change.old.options.keys | change.new.options.keys).reject { |name|
          change.old.options[name] == change.new.options[name]
        }
        names.filter_map do |name|
          option = @platform.option(change.new.kind, name)
          set, reset = option&.changes
          template = change.new.options.key?(name) ? set : reset
          next unless template

          value = change.new.options.key?(name) ? @writer.option_sql(change.new, option) : ""
          @speech.statement("option", change.new, format(template, table:, value:))
        end
      end

      def comments
        return worded unless @platform.supports?(:comments)

        remade = @touched.copied
        @writer.comments.select { |each| said?(goal.fetch(each.element_id), remade) }
               .map { |each| other?(each.element_id, remade) ? @writer.comment_changed(each) : each } + silenced
      end

      # Has what is there another comment already?
      def other?(id, copied)
        change = @changes.change(id)
        change&.fields&.include?(:comment) && !change.old.comment.empty? && !copied.include?(id) &&
          !copied.include?(change.new.parent_id) && !@touched.views.include?(id) && !@touched.remade?(id)
      end

      def said?(element, copied)
        return true if @changes.added?(element.id) || @changes.change(element.id)&.fields&.include?(:comment)

        case element.kind
        when :column then copied.include?(element.parent_id) || @touched.remade?(element.id)
        when :table, :partition then copied.include?(element.id)
        when :view then @touched.views.include?(element.id)
        when :enumeration then @touched.types_made_anew.include?(element.id)
        end
      end

      # Where comments are said apart, one that is empty now has to be taken back.
      def silenced
        %i[table partition column schema enumeration view].flat_map { |kind| @changes.changed(kind) }
          .select { |each| each.fields.include?(:comment) && each.new.comment.empty? }
          .reject { |each| each.new.kind == :view && @touched.views.include?(each.id) }
          .filter_map { |each| @writer.comment_taken_back(each.new) }
      end

      # Where a table's comment is one of its options.
      def worded
        return [] unless @platform.alters?(:table_comment)

        @changes.changed(:table).select { |each|
 each.fields.include?(:comment) && !@touched.copied?(each.id) }.map do |each|
          @speech.say(:table_comment, "comment", each.new, table: @writer.place(each.new),
                                                           value: @platform.literal(each.new.comment))
        end
      end
    end
  end
end
