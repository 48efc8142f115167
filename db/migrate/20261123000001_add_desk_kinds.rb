# frozen_string_literal: true

# What the modelling desk needs: more kinds of element, more fields of those there were, milestones.
class AddDeskKinds < ActiveRecord::Migration[7.2]
  TYPED = { least_value: :string, most_value: :string, unit: :string, pattern: :string }.freeze
  COLUMNS = {
    headers: { notation: :string, platform: :string },
    domains: { base_id: :string, **TYPED },
    attributes: { **TYPED, tag_ids: :json },
    subject_areas: { colour: :string },
    entities: { tag_ids: :json },
    relationships: { separate: :boolean, on_delete: :string, on_update: :string },
    diagrams: { notation: :string, detail: :string, types_shown: :boolean, migrated_shown: :boolean,
                optional_shown: :boolean, indexes_shown: :boolean,
                coloured_by: :string, subject_area_id: :string, legend: :boolean, title_block: :boolean,
                author: :string, dated: :string, milestone: :string,
                snapped: :boolean, paper: :string, definition: :text, position: :float },
    diagram_nodes: { pinned: :boolean, width: :float, colour: :string }
  }.freeze
  # What rows of before must say where a field now has another default than nothing.
  DEFAULTS = {
    domains: { least_value: "", most_value: "", unit: "", pattern: "" },
    attributes: { least_value: "", most_value: "", unit: "", pattern: "", tag_ids: [] },
    headers: { notation: "", platform: "" }, subject_areas: { colour: "" }, entities: { tag_ids: [] },
    relationships: { separate: false, on_delete: "", on_update: "" },
    diagrams: { notation: "crows_foot", detail: "", types_shown: true, migrated_shown: true, optional_shown: false,
                indexes_shown: false, coloured_by: "nothing",
                legend: false, title_block: false, author: "", dated: "", milestone: "", snapped: false, paper: "A4",
                definition: "" },
    diagram_nodes: { pinned: false, colour: "" }
  }.freeze
  TABLES = {
    words: { singular: :string, plural: :string },
    tags: { name: :string, colour: :string, definition: :text },
    dependencies: { determinant_ids: :json, dependent_ids: :json },
    unread_sentences: { subject_area_id: :string, text: :text, reason: :text, position: :float },
    diagram_notes: { text: :text, shape: :string, x: :float, y: :float, width: :float, height: :float,
                     colour: :string },
    custom_fields: { name: :string, of: :string, type: :string, choices: :json, position: :float },
    custom_values: { custom_field_id: :string, value: :text },
    notes: { text: :text, author: :string, written_on: :string }
  }.freeze

  def up
    COLUMNS.each { |table, columns| columns.each { |name, type| add_column :"element_#{table}", name, type } }
    DEFAULTS.each { |table, values| fill("element_#{table}", values) }
    TABLES.each { |name, fields| create_elements(name, fields) }
    create_table :milestones do |t|
      t.references :model, type: :string, null: false, foreign_key: { on_delete: :cascade }
      t.integer :revision, null: false
      t.string :name, :person, null: false
      t.datetime :created_at, null: false
      t.index %i[model_id name], unique: true
    end
    create_table :starters do |t|
      t.string :name, null: false, index: { unique: true }
      t.text :definition, :content, null: false
      t.timestamps
    end
  end

  def down
    drop_table :starters
    drop_table :milestones
    TABLES.each_key { |name| drop_table :"element_#{name}" }
    COLUMNS.each { |table, columns| columns.each_key { |name| remove_column :"element_#{table}", name } }
  end

  private

  def fill(table, values)
    assignments = values.map do |name, value|
      "#{connection.quote_column_name(name)} = #{connection.quote(value.is_a?(Array) ? value.to_json : value)}"
    end
    execute("UPDATE #{connection.quote_table_name(table)} SET #{assignments.join(', ')}")
  end

  def create_elements(name, fields)
    create_table :"element_#{name}", primary_key: %i[model_id id] do |t|
      t.string :model_id, null: false
      t.string :id, null: false
      t.string :parent_id
      fields.each { |field, type| t.column field, type }
      t.foreign_key :models, on_delete: :cascade
    end
  end
end
