# frozen_string_literal: true

# How databases are reached, and which of them somebody is connected with.
class CreateConnections < ActiveRecord::Migration[7.2]
  def change
    create_table :connections do |t|
      t.string :name, null: false
      t.string :platform, null: false
      t.string :person, null: false # whose it is
      t.boolean :shared, null: false, default: false
      t.string :host, null: false, default: ""
      t.integer :port
      t.string :database, null: false, default: ""
      t.string :username, null: false, default: ""
      t.string :role, null: false, default: ""
      t.string :tls, null: false, default: "if there"
      t.text :secret # encrypted; none if it is asked for each time
      t.timestamps
      t.index "lower(name), person", name: "index_connections_on_name", unique: true
    end
    create_table :sign_ins do |t|
      t.references :connection, null: false, foreign_key: { on_delete: :cascade }
      t.string :person, null: false
      t.text :secret # encrypted
      t.json :facts, null: false, default: {} # what the server said of itself
      t.datetime :created_at, null: false
      t.index %i[connection_id person], unique: true
    end
  end
end
