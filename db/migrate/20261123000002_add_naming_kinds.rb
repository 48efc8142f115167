# frozen_string_literal: true

# Lexicons and rulebooks, which are kept as models are, and what models say of those they follow.
class AddNamingKinds < ActiveRecord::Migration[7.2]
  NAMED = %i[entities attributes tables columns keys foreign_keys checks indexes].freeze
  HEADER = { lexicon: :string, lexicon_version: :integer, rulebook: :string, rulebook_version: :integer,
             names_from_id: :string }.freeze
  TABLES = {
    lexicon_entries: { name: :string, short_forms: :json, plural: :string, class_word: :boolean, domain_name: :string,
                       status: :string, instead: :string,
                       context: :json, definition: :text, source: :string },
    name_rules: { of: :string, case: :string, separator: :string, prefix: :string, suffix: :string, number: :string,
                  order: :string, left_out: :json,
                  begins_with: :json, ends_with: :json, class_word: :boolean, characters: :string, limit: :integer,
                  shortening: :string, vowels: :boolean,
                  cutting: :string, reserved: :string, owner_in_front: :string, migrated: :string, pattern: :json }
  }.freeze

  def up
    NAMED.each { |table| add_column :"element_#{table}", :name_fixed, :boolean, default: false }
    NAMED.each { |table| change_column_default :"element_#{table}", :name_fixed, from: false, to: nil }
    HEADER.each { |name, type| add_column :element_headers, name, type }
    execute "UPDATE element_headers SET lexicon = '', rulebook = ''"
    TABLES.each { |table, columns| create_elements(table, columns) }
    add_column :models, :sort, :string, null: false, default: "model"
    add_index :models, :sort
    add_column :milestones, :number, :integer
    add_index :milestones, %i[model_id number], unique: true
    add_column :runs, :options, :json, null: false, default: {}
  end

  def down
    remove_column :runs, :options
    remove_index :milestones, %i[model_id number]
    remove_column :milestones, :number
    remove_column :models, :sort
    TABLES.each_key { |table| drop_table :"element_#{table}" }
    HEADER.each_key { |name| remove_column :element_headers, name }
    NAMED.each { |table| remove_column :"element_#{table}", :name_fixed }
  end

  private

  def create_elements(table, columns)
    create_table :"element_#{table}", primary_key: %i[model_id id] do |t|
      t.string :model_id, null: false
      t.string :id, null: false
      t.string :parent_id
      columns.each { |name, type| t.column name, type }
      t.foreign_key :models, on_delete: :cascade
    end
  end
end
