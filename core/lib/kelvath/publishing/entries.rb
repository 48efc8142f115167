# frozen_string_literal: true

module Kelvath
  module Publishing
    # The pages of single things: what they are, what they hold, and where they are used.
    class Entries
      ATTRIBUTES = [ "Attribute", "Type", "Mandatory", "Key", "Meaning" ].freeze
      COLUMNS = [ "Column", "Type", "Not null", "Default", "Key", "Leads to", "Comment" ].freeze

      # scope: a Scope.
      def initialize(model, scope)
        @model = model
        @scope = scope
        @keys = Logical::KeyMigration.of(model)
        @facts = Prose::Facts.new(model)
      end

      # The Entry of an entity.
      def entity(entity)
        sentences = @facts.entity(entity).reject { |each| each.key.start_with?("means:", "has:") }.map(&:text)
        area = @model[entity.subject_area_id]
        Entry.new(id: entity.id, title: entity.name, sort: "entity", note: area ? area.name : "", blocks: [
          passage(entity.definition), attributes(entity),
          (Sentences.new(title: "Rules", lines: sentences.map { |text| [ "", text ] }) if sentences.any?),
          used(entity.id, tables_of(entity.id))
        ].compact)
      end

      def domain(domain)
        values = @model.children(domain.id, :allowed_value)
        rows = values.map { |each| [ each.value, each.values[:definition].to_s ] }
        Entry.new(id: domain.id, title: domain.name, sort: "domain", note: type(domain), blocks: [
          passage(domain.definition),
          (Sheet.new(title: "Values", columns: %w[Value Meaning], rows:) if rows.any?),
          (Sheet.new(title: "Attributes of it", columns: %w[Entity Attribute], rows: followers(domain)) if
            followers(domain).any?)
        ].compact)
      end

      # The Entry of a table of a design.
      def table(table, design)
        Entry.new(id: table.id, title: table.label(@model), sort: "table", note: design.name, blocks: [
          passage(table.comment), columns(table), indexes(table), checks(table), referred(table),
          used(table.id, [ *@model[table.source_id] ].select { |each| each.kind == :entity })
        ].compact)
      end

      private

      def passage(text) = text.to_s.strip.empty? ? nil : Passage.new(text: text.to_s)
      def type(typed) = Prose::ValueWords.type(typed, @model).to_s

      def attributes(entity)
        rows = @keys.held(entity.id).map do |held|
          source = held.origin
          [ held.name, source ? domain_or_type(source) : "number", mark(held.mandatory), held.primary ? "PK" : "",
            held.migrated? ? from(held) : source&.definition.to_s ]
        end
        Sheet.new(title: "Attributes", columns: ATTRIBUTES, rows:) if rows.any?
      end

      def domain_or_type(attribute)
        domain = @model[attribute.domain_id]
        domain ? Link.new(domain.name, domain.id) : type(attribute)
      end

      def from(held)
        parent = @model[held.origin&.parent_id]
        parent ? [ "from ", Link.new(parent.label(@model), parent.id) ] : ""
      end

      def mark(flag) = flag ? "yes" : ""

      def columns(table)
        platform = Platforms.of(@model, @model.fetch(table.parent_id, :design))
        keys = keys(table)
        foreign = foreign(table)
        rows = Metamodel::Column.nested(@model, table.id).map do |column, depth|
          [ "#{'– ' * depth}#{column.name}", platform.write_type(column.native_type), mark(column.mandatory),
            column.default_value, keys.fetch(column.id, []).join(", "), foreign.fetch(column.id, ""), column.comment ]
        end
        Sheet.new(title: "Columns", columns: COLUMNS, rows:) if rows.any?
      end

      # { column's id => ["PK", "AK1", "FK"] }
      def keys(table)
        found = Hash.new { |hash, id| hash[id] = [] }
        primary, others = @model.children(table.id, :key).partition(&:primary)
        primary.flat_map(&:column_ids).each { |id| found[id] << "PK" }
        others.each_with_index { |key, index| key.column_ids.each { |id| found[id] << "AK#{index + 1}" } }
        @model.children(table.id, :foreign_key).flat_map(&:column_ids).uniq.each { |id| found[id] << "FK" }
        found
      end

      # { column's id => Link to the table that it leads to }
      def foreign(table)
        @model.children(table.id, :foreign_key).flat_map do |key|
          target = @model[key.target_table_id] or next []
          key.column_ids.map { |id| [ id, Link.new(target.label(@model), target.id) ] }
        end.to_h
      end

      def indexes(table)
        rows = @model.children(table.id, :index).map do |index|
          columns = index.column_ids.filter_map { |id| @model[id] }.map do |column|
            index.descending_ids.include?(column.id) ? "#{column.name} (falling)" : column.name
          end
          said = columns.empty? ? Ddl::Names.text(@model, index, :expression) : columns.join(", ")
          [ index.name, index.unique ? "unique" : "", said ]
        end
        Sheet.new(title: "Indexes", columns: [ "Index", "", "Over" ], rows:) if rows.any?
      end

      def checks(table)
        rows = @model.children(table.id, :check).map do |check|
          [ check.name, Ddl::Names.text(@model, check, :condition) ]
        end
        Sheet.new(title: "Checks", columns: %w[Check Condition], rows:) if rows.any?
      end

      # Tables that lead here.
      def referred(table)
        keys = @model.referrers(table.id, :foreign_key).select { |key| key.target_table_id == table.id }
        from = keys.map { |key| [ @model[key.parent_id], key.name ] }.select(&:first)
        rows = from.map { |table, name| [ Link.new(table.label(@model), table.id), name ] }
                   .sort_by { |link, _| link.text }
        Sheet.new(title: "Referred to by", columns: %w[Table By], rows:) if rows.any?
      end

      # Diagrams that show it, and what else has to do with it.
      def used(id, others)
        @shown ||= @scope.diagrams.flat_map do |diagram|
          @model.children(diagram.id, :diagram_node).map { |node| [ node.element_id, diagram ] }
        end.group_by(&:first)
        rows = @shown.fetch(id, []).map { |_, diagram| [ "diagram", Link.new(diagram.name, diagram.id) ] } +
               others.map { |each| [ each.kind.to_s, Link.new(where(each), each.id) ] }
        Sheet.new(title: "Where it is used", columns: %w[What Name], rows:) if rows.any?
      end

      # A table has its like in other designs.
      def where(element)
        design = @model[element.parent_id] if element.kind == :table
        [ element.label(@model), design&.name ].compact.join(", ")
      end

      # Tables in scope that come from an entity.
      def tables_of(id)
        @from ||= @scope.tables.flat_map(&:last).group_by(&:source_id)
        @from.fetch(id, [])
      end

      def followers(domain)
        @followers ||= @model.all(:attribute).group_by(&:domain_id)
        list = @followers.fetch(domain.id, []).filter_map do |attribute|
          owner = @model[attribute.parent_id]
          [ Link.new(owner.label(@model), owner.id), attribute.name ] if owner
        end
        list.sort_by { |owner, name| [ owner.text.downcase, name.downcase ] }
      end
    end
  end
end
