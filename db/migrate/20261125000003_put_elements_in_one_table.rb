# frozen_string_literal: true

# All elements in one table, their values as JSON: a new kind or field needs no migration. Each says which part of
# its model it belongs to: a design's id, or "main".
class PutElementsInOneTable < ActiveRecord::Migration[7.2]
  MAIN = "main"
  NUMBERS = %i[integer float].freeze # of these alone, nothing says something: as many as you like
  PUT = "INSERT INTO elements (model_id, id, part, kind, parent_id, content) VALUES (?, ?, ?, ?, ?, ?)"

  def up
    create_table :elements, primary_key: %i[model_id id] do |t|
      t.string :model_id, null: false
      t.string :id, null: false
      t.string :part, null: false
      t.string :kind, null: false
      t.string :parent_id
      t.text :content, null: false
      t.foreign_key :models, on_delete: :cascade
    end
    add_index :elements, :model_id, name: "index_elements_of_headers", where: "kind = 'header'"
    add_index :elements, %i[model_id part]
    tables = connection.tables.grep(/\Aelement_/)
    places = places(tables)
    tables.each { |table| move(table, places) }
    tables.each { |table| drop_table table }
  end

  private

  # The columns besides those that every element has.
  def fields(table) = connection.columns(table).reject { |column| %w[model_id id parent_id].include?(column.name) }

  # "element_foreign_keys" -> "foreign_key", as each kind was called when it had a table.
  def kind(table) = table.delete_prefix("element_").singularize

  # { [model, id] => [parent id, kind, the design a diagram belongs to] }
  def places(tables)
    tables.each_with_object({}) do |table, found|
      design = table == "element_diagrams" ? "design_id" : "NULL"
      connection.select_rows("SELECT model_id, id, parent_id, #{design} FROM #{connection.quote_table_name(table)}")
                .each do |model_id, id, parent_id, design_id|
        found[[ model_id, id ]] = [ parent_id, kind(table), design_id ]
      end
    end
  end

  def part(model_id, id, places)
    100.times do
      parent_id, kind, design_id = places[[ model_id, id ]]
      return id if kind == "design"
      return design_id || MAIN if parent_id.nil?

      id = parent_id
    end
    MAIN
  end

  def move(table, places)
    columns = fields(table)
    names = [ "model_id", "id", "parent_id", *columns.map(&:name) ].map { |name| connection.quote_column_name(name) }
      .join(", ")
    connection.select_rows("SELECT #{names} FROM #{connection.quote_table_name(table)}").then do |rows|
      connection.raw_connection.prepare(PUT) do |statement|
        rows.each { |row| statement.execute!(*element(row, table, columns, places)) }
      end
    end
  end

  def element((model_id, id, parent_id, *values), table, columns, places)
    said = columns.zip(values).reject { |column, value| value.nil? && !NUMBERS.include?(column.type) }
    content = said.to_h { |column, value| [ column.name, value(column.type, value) ] }
    [ model_id, id, part(model_id, id, places), kind(table), parent_id, JSON.generate(content) ]
  end

  def value(type, value)
    case type
    when :boolean then [ 1, true, "1", "t" ].include?(value)
    when :json then value.is_a?(String) ? JSON.parse(value) : value
    when :float then value&.to_f
    else value
    end
  end
end
