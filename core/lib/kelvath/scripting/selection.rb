# frozen_string_literal: true

module Kelvath
  module Scripting
    # Which statements of a design a recipe wants.
    class Selection
      OWNERS = %i[table view sequence routine schema enumeration role].freeze

      # changed: ids of what changed since the recipe's milestone, for recipes that ask for it.
      def initialize(model, design_id, recipe, changed: nil)
        @model = model
        @design_id = design_id
        @recipe = recipe
        @changed = changed
      end

      # Those of Statements that are wanted.
      def of(statements)
        wanted = @recipe.without.empty? ? statements : statements.reject { |each| @recipe.without.include?(each.kind) }
        @recipe.scope == "all" ? wanted : wanted.select { |each| wanted?(owner(each.element_id)) }
      end

      # Tables that are made.
      def tables(all) = all.select { |table| wanted?(table) }

      # Lines that warn: foreign keys to tables that the script does not make.
      def warnings(statements)
        made = statements.select { |each| each.kind == "table" }.to_set(&:element_id)
        statements.filter_map do |each|
          key = @model.of_kind(each.element_id, :foreign_key) or next
          target = @model[key.target_table_id]
          next if target.nil? || made.include?(target.id) || target.outside

          "#{each.name} refers to #{target.name}, which this script does not make."
        end
      end

      private

      # What a statement belongs to: a table with all that is its own, a view and the like.
      def owner(id)
        element = @model[id] or return
        [ element, *@model.ancestors(element) ].find { |each| OWNERS.include?(each.kind) }
      end

      # A schema is there already where only some of what is in it is wanted.
      def wanted?(owner)
        return false if owner.nil?
        return true if @recipe.scope == "all"
        return false if owner.kind == :schema && @recipe.scope != "subject area"

        chosen.include?(owner.id)
      end

      # Ids of tables and views that are asked for, with the schemas and types that they need.
      def chosen
        @chosen ||= begin
          main = (Metamodel::Design.tables(@model, @design_id) + Metamodel::Design.views(@model, @design_id))
                 .select { |each| asked?(each) }
          (main.flat_map { |each| [ each.id, each.schema_id ] } + types(main)).compact.to_set
        end
      end

      def asked?(element)
        case @recipe.scope
        when "subject area" then in_area?(element)
        when "named" then named?(element)
        else !@changed.nil? && changed?(element.id)
        end
      end

      # A view belongs to an area with all that it shows.
      def in_area?(element)
        return @model.of_kind(element.source_id, :entity)&.subject_area_id == @recipe.subject_area_id if
          element.kind == :table

        shown = element.referenced_ids.filter_map { |id| @model.of_kind(id, :table) }
        shown.any? && shown.all? { |table| in_area?(table) }
      end

      def named?(element)
        @recipe.patterns.any? do |pattern|
          [ element.name, element.label(@model) ].any? { |name| File.fnmatch(pattern, name, File::FNM_CASEFOLD) }
        end
      end

      def changed?(id) = @changed.include?(id) || @model.child_ids(id).any? { |child| changed?(child) }

      # Ids of enumerated types that columns have.
      def types(main)
        design = @model.fetch(@design_id)
        known = Platforms.enumerations(@model, design)
        return [] if known.empty?

        columns = main.flat_map { |each| @model.children(each.id, :column) }
        columns.filter_map { |column| known[column.native_type["base"]]&.id }.uniq
      end
    end
  end
end
