# frozen_string_literal: true

module Kelvath
  module Scripting
    # A design's script by a recipe: which statements, in what form, with what was written by hand around them.
    class Composition
      # What is said beside the statements: made and dropped: { kind => count }; warnings: lines; unkept: how many rules
      # of foreign keys the platform does not keep by itself.
      Account = Struct.new(:made, :dropped, :warnings, :unkept, keyword_init: true)

      # changed: as Selection takes it. Raises NotFound, UnknownName.
      def initialize(model, design_id, recipe, changed: nil)
        @recipe = recipe
        @model = recipe.schema.empty? ? model : in_schema(model, design_id, recipe.schema)
        @design = @model.fetch(design_id, :design)
        @writer = Platforms.fetch(@design.platform).writer_class.new(@model, @design, recipe:)
        @selection = Selection.new(@model, design_id, recipe, changed:)
        @unsaid = [] # lines about what cannot be said so
      end

      # The Ddl::Script.
      def script
        @script ||= begin
          list = statements
          Ddl::Script.new(heading: heading, statements: list, platform:, every: @recipe.terminator == "as a batch",
                          ending: @recipe.terminator == "on a line" ? "\n;" : ";")
        end
      end

      # The Account of it.
      def account
        script
        Account.new(made: tally(made), dropped: tally(drops, :element_kind), warnings: @unsaid + warnings,
                    unkept: @writer.unkept_actions(tables).size)
      end

      # The id of the design.
      def design_id = @design.id

      private

      def platform = @writer.platform
      def made = @made ||= @selection.of(@writer.statements)
      def tables = @tables ||= @selection.tables(@writer.tables)
      def pieces = @pieces ||= Pieces.new(@model, @design.id)

      def warnings
        @writer.remarks(tables).grep(/\ALeft out/) + @selection.warnings(made)
      end

      def tally(list, by = :kind)
        told = list.reject { |each| each.kind == "setting" }
        told.map { |each| by == :kind ? each.kind : @model[each.element_id]&.class&.title.to_s }.tally
      end

      def heading
        own = @recipe.header.lines.map(&:chomp)
        return own if own.any?

        said = @writer.heading(tables) + @writer.remarks(tables) + @unsaid
        said + [ *("What it drops is gone with all its rows." if drops.any?) ]
      end

      def statements
        list = pieces.around(container + drops + in_form(made))
        list = Ddl::Order.new(list).ordered unless pieces.none?
        @recipe.keywords == "lower" ? lowered(list) : list
      end

      def drops
        @drops ||= @recipe.drops == "none" ? [] : Drops.new(
          @model, @writer, if_there: @recipe.drops == "if there", whole: @recipe.scope == "all"
        ).of(made)
      end

      # Makes a place to begin in, if one is asked for.
      def container
        return [] if @recipe.container.empty?

        sqls = platform.beginning_in(@writer.quote(@recipe.container), once: @recipe.repeatable)
        @unsaid << "Left out: #{platform.title} makes no place to begin in." if sqls.empty?
        sqls.map { |sql| Ddl::Statement.new("place", @recipe.container, sql, @design.id) }
      end

      # So that it can run twice, if that is asked for.
      def in_form(list)
        return list unless @recipe.repeatable

        list.flat_map { |each| once(each) }
      end

      def once(statement)
        element = @model[statement.element_id]
        table = @model.of_kind(element&.parent_id, :table)
        sqls = platform.once(statement, name: name_of(element), table: table && @writer.place(table))
        unless sqls
          @unsaid << "It cannot run twice: #{platform.title} has no way to make the #{statement.kind} " \
                     "#{statement.name} only where it is not there."
          return statement
        end

        sqls.map { |sql| statement.dup.tap { |copy| copy.sql = sql } }
      end

      def name_of(element)
        element.respond_to?(:name_parts) ? @writer.place(element) : @writer.quote(element.name)
      end

      def lowered(list)
        lettering = Lettering.new(platform, names)
        list.each { |each| each.sql = lettering.lower(each.sql) unless each.kind == "by hand" }
      end

      # Names that the design has.
      def names
        Derivation::Again::Parts.of(@model, @design.id).each_value.map(&:name).to_set
      end

      # The model with all tables and views of the design in one schema.
      def in_schema(model, design_id, name)
        Draft.new(model, ids: nil).then do |draft|
          schema = Metamodel::Design.schemas(model, design_id).find { |each| each.name == name } ||
                   draft.add(:schema, parent_id: design_id, id: "#{design_id}-schema", name:)
          %i[table view sequence routine enumeration].flat_map { |kind| model.children(design_id, kind) }.each do |each|
            draft.set(each.id, schema_id: schema.id)
          end
          (Metamodel::Design.schemas(model, design_id) - [ schema ]).each { |each| draft.remove(each.id) }
          draft.result
        end
      end
    end
  end
end
