# frozen_string_literal: true

# One table for each kind of element. Columns are written out here, not read from the metamodel, so
# that this migration stays what it was; a test holds the tables against the metamodel.
class CreateElements < ActiveRecord::Migration[7.2]
  TABLES = {
    headers: { name: :string, definition: :text },
    domains: { name: :string, type: :string, length: :integer, precision: :integer, scale: :integer,
               default_value: :text, definition: :text },
    allowed_values: { value: :string, meaning: :text, position: :float },
    subject_areas: { name: :string, definition: :text, position: :float },
    entities: { name: :string, definition: :text, subject_area_id: :string },
    attributes: { name: :string, domain_id: :string, type: :string, length: :integer, precision: :integer,
                  scale: :integer, default_value: :text,
                  mandatory: :boolean, surrogate: :boolean, definition: :text, position: :float },
    identifiers: { name: :string, primary: :boolean, member_ids: :json },
    relationships: { from_id: :string, to_id: :string, phrase: :string, inverse_phrase: :string, from_least: :integer,
                     from_most: :integer,
                     to_least: :integer, to_most: :integer, identifying: :boolean, role_name: :string,
                     definition: :text, position: :float },
    subtype_groups: { name: :string, subtype_ids: :json, exclusive: :boolean, complete: :boolean,
                      discriminator_id: :string },
    designs: { name: :string, platform: :string, base: :text },
    tables: { name: :string, comment: :text, source_id: :string },
    columns: { name: :string, native_type: :string, mandatory: :boolean, identity: :boolean, default_value: :text,
               comment: :text,
               source_id: :string, position: :float },
    keys: { name: :string, primary: :boolean, column_ids: :json, source_id: :string },
    foreign_keys: { name: :string, column_ids: :json, target_table_id: :string, target_column_ids: :json,
                    on_delete: :string, on_update: :string,
                    source_id: :string },
    checks: { name: :string, condition: :text, source_id: :string },
    indexes: { name: :string, unique: :boolean, column_ids: :json, descending_ids: :json, expression: :text,
               source_id: :string },
    views: { name: :string, query: :text, comment: :text, position: :float },
    diagrams: { name: :string, stage: :string, design_id: :string },
    diagram_nodes: { element_id: :string, x: :float, y: :float }
  }.freeze

  def change
    TABLES.each do |name, fields|
      create_table :"element_#{name}", primary_key: %i[model_id id] do |t|
        t.string :model_id, null: false
        t.string :id, null: false
        t.string :parent_id
        fields.each { |field, type| t.column field, type }
        t.foreign_key :models, on_delete: :cascade
      end
    end
  end
end
