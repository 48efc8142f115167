# frozen_string_literal: true

module Kelvath
  # The kinds of a design: the physical side for one platform.
  module Metamodel
    # One physical design. choices: how it is derived (Derivation::Choices). base names the result of its last
    # derivation, which is kept beside the model (Derivation::Base), so that deriving again can tell what a person
    # decided by hand.
    class Design < Element
      side :physical
      name_once_in :model
      field :name, :name
      field :platform, :name
      field :version, :name, label: "Version of the platform"
      field :base, :digest, internal: true, compared: false
      field :choices, :options, internal: true, compared: false

      # All tables, or views, of a design by its id: who wants them asks here, whatever schema they are in.
      def self.tables(model, id) = model.children(id, :table)
      def self.views(model, id) = model.children(id, :view)
      def self.schemas(model, id) = model.children(id, :schema)

      # All elements of a kind in a design.
      def self.elements(model, id, kind)
        case kind
        when :design then [ model.fetch(id) ]
        when :column then tables(model, id).flat_map { |table| Column.nested(model, table.id).map(&:first) }
        when :schema, :enumeration, :table, :view, :sequence, :routine, :role then model.children(id, kind)
        when :grant then model.children(id, :role).flat_map { |role| model.children(role.id, :grant) }
        when :partition then tables(model, id).flat_map { |table| Partition.of(model, table) }
        else
          tables(model, id).flat_map { |table|
            [ table, *Partition.of(model, table) ].flat_map { |each| model.children(each.id, kind) }
          }
        end
      end
    end

    # Why something in a design is as a person wants it and not as it would be derived. subject: the id of what it is
    # about, which may be gone; field: the name of its field, "" for the whole of it.
    class Decision < Element
      within :design
      field :subject, :name, internal: true
      field :field, :name, internal: true
      field :reason, :text
    end

    # A namespace for tables and views (SQL:2016, 4.20). What names none is in the one that a connection begins with.
    class Schema < Element
      within :design
      name_once_in :parent
      sought
      field :name, :name
      field :comment, :text
      field :position, :number, internal: true, compared: false

      def card_ids(model) = model.referrers(id, :table).map(&:id)

      # Is all that is in it outside the design, so that somebody else makes it?
      def outside?(model)
        there = %i[table partition view enumeration sequence routine].flat_map { |kind| model.referrers(id, kind) }
        there.any? && there.all? { |each| each.kind == :table && each.outside }
      end
    end

    # Said of what can be in a schema.
    module InSchema
      # The schema, or nil.
      def schema(model) = schema_id && model[schema_id]

      def label(model) = name_parts(model).join(".")

      # ["crew", "member"]; ["member"] of what names no schema.
      def name_parts(model) = [ schema(model)&.name, name ].compact
    end

    # source_id says which entity, relationship or other logical element something was derived from. One that is
    # outside is only named: foreign keys may refer to it, scripts do not make it.
    class Table < Element
      within :design
      name_once_in :parent, :schema_id
      listed adding: true
      sought
      include Named
      include InSchema
      field :schema_id, :reference, to: :schema, compared: false
      field :comment, :text
      field :outside, :flag, label: "Outside this design"
      field :rows_told, :integer, range: 0..2**53, compared: false, label: "Rows, as the server counted"
      field :bytes_told, :integer, range: 0..2**53, compared: false, label: "Bytes, as the server counted"
      field :options, :options
      field :source_id, :name, internal: true, compared: false
      field :former_names, :names, internal: true, compared: false # in the script that it was read from
      field :position, :number, internal: true, compared: false

      INHERITS = "inherits"

      # Ids of the tables whose columns and checks it has, too, where the platform knows such.
      def inherited_ids = options[INHERITS]&.then { |text| Metamodel::Expression.ids(text) } || Model::NONE

      def card_ids(_model) = [ id ]
    end

    # A part of a table that is spread, or of such a part: the rows that meet its bounds. It has the columns, and all
    # else, of its table; it can have keys, indexes and checks of its own. bounds: as they stand behind its table.
    class Partition < Element
      within :table, :partition
      name_once_in :parent, :schema_id
      listed
      include InSchema
      field :name, :name
      field :schema_id, :reference, to: :schema, compared: false
      field :bounds, :text, label: "Which rows"
      field :comment, :text
      field :options, :options
      field :former_names, :names, internal: true, compared: false # as those of tables
      field :position, :number, internal: true, compared: false

      # Does a table or partition say over what its rows are spread?
      def self.spread?(element) = element.options.keys.any? { |name| name.start_with?("partition by ") }

      # Those of a table or partition, each followed by those within it.
      def self.of(model, parent)
        model.children(parent.id, :partition).flat_map { |each| [ each, *of(model, each) ] }
      end

      def card_ids(model) = [ model.ancestors(self).find { |each| each.kind == :table }&.id ].compact
    end

    # A column; within another one: a field of the record that it holds. stored is said of what is computed only.
    class Column < Element
      within :table, :column
      name_once_in :parent
      listed
      include Named
      field :native_type, :native_type, label: "Type"
      field :mandatory, :flag
      field :identity, :flag, label: "Numbered by the database"
      field :default_value, :text, label: "Default"
      field :computed, :expression, label: "Computed from"
      field :stored, :flag, label: "Kept in the row"
      field :comment, :text
      field :options, :options
      field :source_id, :name, internal: true, compared: false
      field :former_names, :names, internal: true, compared: false # as those of tables
      field :position, :number, internal: true, compared: false

      # The columns of a table, each followed by those within it: [[Column, depth], …].
      def self.nested(model, parent_id, depth = 0)
        model.children(parent_id, :column).flat_map do |column|
          model.leaf?(column.id) ? [ [ column, depth ] ] : [ [ column, depth ], *nested(model, column.id, depth + 1) ]
        end
      end

      def card_ids(model) = [ model.ancestors(self).find { |each| each.kind == :table }&.id ].compact
    end

    # The primary key of a table or one of its alternate (unique) keys.
    class Key < Element
      within :table, :partition
      listed
      include Named
      field :primary, :flag
      field :column_ids, :references, to: :column, gone: :remove, label: "Columns"
      field :options, :options
      field :source_id, :name, internal: true, compared: false
      field :position, :number, internal: true, compared: false
    end

    # column_ids and target_column_ids run side by side.
    class ForeignKey < Element
      within :table, :partition
      listed
      include Named
      field :column_ids, :references, to: :column, gone: :remove, label: "Columns"
      field :target_table_id, :reference, to: :table, gone: :remove
      field :target_column_ids, :references, to: :column, gone: :remove, label: "Target columns"
      field :on_delete, :choice, values: [ "no action", "restrict", "cascade", "set null", "set default" ]
      field :on_update, :choice, values: [ "no action", "restrict", "cascade", "set null", "set default" ]
      field :options, :options
      field :source_id, :name, internal: true, compared: false
      field :position, :number, internal: true, compared: false
    end

    # A condition that every row of a table must meet, in the platform's SQL.
    class Check < Element
      within :table, :partition
      listed
      include Named
      field :condition, :expression
      field :options, :options
      field :source_id, :name, internal: true, compared: false
      field :position, :number, internal: true, compared: false
    end

    # A row that a table begins with. content: the names of its columns and its values, as they stand after INSERT INTO
    # and the table's name.
    class Row < Element
      within :table
      listed
      field :content, :expression, label: "Columns and values"
      field :source_id, :name, internal: true, compared: false
      field :position, :number, internal: true, compared: false

      def name = ""

      def label(model) = Metamodel.quoted(Expression.written(content) { |id| model[id]&.name.to_s })
    end

    # A further part of a table's statement that Kelvath does not take apart, kept as text: an exclusion constraint.
    class Clause < Element
      within :table, :partition
      listed
      include Named
      field :text, :expression
      field :source_id, :name, internal: true, compared: false
      field :position, :number, internal: true, compared: false
    end

    # expression stands for an index over an expression: its text from ON onwards. included_ids: columns that are kept
    # in it and not sought by; condition: of the rows that are in it, if not all are.
    class Index < Element
      within :table, :partition
      listed
      include Named
      field :unique, :flag
      field :column_ids, :references, to: :column, gone: :remove_empty, label: "Columns"
      field :descending_ids, :references, to: :column, label: "Descending columns"
      field :included_ids, :references, to: :column, label: "Included columns"
      field :expression, :expression
      field :condition, :expression, label: "Rows in it"
      field :options, :options
      field :source_id, :name, internal: true, compared: false
      field :position, :number, internal: true, compared: false

      # Is it over columns alone, and all rows?
      def plain? = expression.empty? && condition.empty?
    end

    # query is the SELECT that the view stands for.
    class View < Element
      within :design
      name_once_in :parent, :schema_id
      listed adding: true
      include InSchema
      field :name, :name
      field :schema_id, :reference, to: :schema, compared: false
      field :column_names, :names, label: "Names of its columns"
      field :query, :expression
      field :comment, :text
      field :options, :options
      field :position, :number, internal: true, compared: false
    end
  end
end
