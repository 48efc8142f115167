# frozen_string_literal: true

module Kelvath
  # The kinds of a design: the physical side for one platform.
  module Metamodel
    # One physical design. base is the result of its last derivation, kept so that deriving again
    # can tell what a person decided by hand: deflated canonical JSON of its elements, in base64.
    class Design < Element
      field :name, :name
      field :platform, :name
      field :base, :archive, internal: true, compared: false
    end

    # source_id says which entity, relationship or other logical element something was derived from.
    class Table < Element
      within :design
      include Named
      field :comment, :text
      field :source_id, :name, internal: true, compared: false
    end

    # native_type is written as the platform writes it: "varchar(30)".
    class Column < Element
      within :table
      include Named
      field :native_type, :name, label: "Type"
      field :mandatory, :flag
      field :identity, :flag, label: "Numbered by the database"
      field :default_value, :text, label: "Default"
      field :comment, :text
      field :source_id, :name, internal: true, compared: false
      field :position, :number, internal: true, compared: false
    end

    # The primary key of a table or one of its alternate (unique) keys.
    class Key < Element
      within :table
      include Named
      field :primary, :flag
      field :column_ids, :references, to: :column, label: "Columns"
      field :source_id, :name, internal: true, compared: false
    end

    # column_ids and target_column_ids run side by side.
    class ForeignKey < Element
      within :table
      include Named
      field :column_ids, :references, to: :column, label: "Columns"
      field :target_table_id, :reference, to: :table, gone: :remove
      field :target_column_ids, :references, to: :column, label: "Target columns"
      field :on_delete, :choice, values: [ "no action", "restrict", "cascade", "set null", "set default" ]
      field :on_update, :choice, values: [ "no action", "restrict", "cascade", "set null", "set default" ]
      field :source_id, :name, internal: true, compared: false
    end

    # A condition that every row of a table must meet, in the platform's SQL.
    class Check < Element
      within :table
      include Named
      field :condition, :text
      field :source_id, :name, internal: true, compared: false
    end

    # expression stands for an index over an expression or part of a table: its text from ON onwards.
    class Index < Element
      within :table
      include Named
      field :unique, :flag
      field :column_ids, :references, to: :column, label: "Columns"
      field :descending_ids, :references, to: :column, label: "Descending columns"
      field :expression, :text
      field :source_id, :name, internal: true, compared: false
    end

    # query is the SELECT that the view stands for.
    class View < Element
      within :design
      field :name, :name
      field :query, :text
      field :comment, :text
      field :position, :number, internal: true, compared: false
    end
  end
end
