# Made by the migrations; change it through them.

ActiveRecord::Schema[7.2].define(version: 2026_12_02_090000) do
  create_table "bases", primary_key: "digest", id: :string, force: :cascade do |t|
    t.binary "content", null: false
  end

  create_table "checkpoints", force: :cascade do |t|
    t.string "model_id", null: false
    t.integer "revision", null: false
    t.binary "content", null: false
    t.index ["model_id", "revision"], name: "index_checkpoints_on_model_id_and_revision", unique: true
  end

  create_table "comparisons", force: :cascade do |t|
    t.string "model_id", null: false
    t.string "person", null: false
    t.string "left", null: false
    t.string "right", null: false
    t.string "base"
    t.json "said", default: {}, null: false
    t.json "chosen", default: {}, null: false
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index ["model_id", "updated_at"], name: "index_comparisons_on_model_id_and_updated_at"
  end

  create_table "connections", force: :cascade do |t|
    t.string "name", null: false
    t.string "platform", null: false
    t.string "person", null: false
    t.boolean "shared", default: false, null: false
    t.string "host", default: "", null: false
    t.integer "port"
    t.string "database", default: "", null: false
    t.string "username", default: "", null: false
    t.string "role", default: "", null: false
    t.string "tls", default: "if there", null: false
    t.text "secret"
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index "lower(name), person", name: "index_connections_on_name", unique: true
  end

  create_table "elements", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "part", null: false
    t.string "kind", null: false
    t.string "parent_id"
    t.text "content", null: false
    t.index "model_id, json_extract(content, '$.source_id')", name: "index_elements_of_sources", where: "kind IN ('table', 'column')"
    t.index ["model_id", "part"], name: "index_elements_on_model_id_and_part"
    t.index ["model_id"], name: "index_elements_of_headers", where: "kind = 'header'"
  end

  create_table "intake_choices", force: :cascade do |t|
    t.string "name", null: false
    t.string "person", null: false
    t.integer "connection_id", null: false
    t.json "settings", default: {}, null: false
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index "lower(name), person", name: "index_intake_choices_on_name", unique: true
    t.index ["connection_id"], name: "index_intake_choices_on_connection_id"
  end

  create_table "journal_entries", force: :cascade do |t|
    t.string "model_id", null: false
    t.integer "revision", null: false
    t.string "person", null: false
    t.string "kind", default: "change", null: false
    t.text "label", null: false
    t.boolean "undone", default: false, null: false
    t.binary "changes_packed", null: false
    t.datetime "created_at", null: false
    t.boolean "abandoned", default: false, null: false
    t.index ["model_id", "person", "undone", "revision"], name: "idx_on_model_id_person_undone_revision_a817fe968d"
    t.index ["model_id", "revision"], name: "index_journal_entries_on_model_id_and_revision", unique: true
  end

  create_table "milestones", force: :cascade do |t|
    t.string "model_id", null: false
    t.integer "revision", null: false
    t.string "name", null: false
    t.string "person", null: false
    t.datetime "created_at", null: false
    t.integer "number"
    t.text "note", default: "", null: false
    t.index ["model_id", "name"], name: "index_milestones_on_model_id_and_name", unique: true
    t.index ["model_id", "number"], name: "index_milestones_on_model_id_and_number", unique: true
    t.index ["model_id"], name: "index_milestones_on_model_id"
  end

  create_table "models", id: :string, force: :cascade do |t|
    t.string "name", null: false
    t.integer "revision", default: 0, null: false
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.string "sort", default: "model", null: false
    t.boolean "ready", default: true, null: false
    t.integer "project_id"
    t.datetime "archived_at"
    t.datetime "deleted_at"
    t.index ["project_id"], name: "index_models_on_project_id"
    t.index ["sort"], name: "index_models_on_sort"
  end

  create_table "projects", force: :cascade do |t|
    t.string "name", null: false
    t.string "lexicon"
    t.string "rulebook"
    t.string "starter"
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index "lower(name)", name: "index_projects_on_name", unique: true
  end

  create_table "review_comments", force: :cascade do |t|
    t.string "review_id", null: false
    t.integer "line", null: false
    t.string "element_id"
    t.string "person", null: false
    t.text "text", null: false
    t.datetime "settled_at"
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index ["review_id"], name: "index_review_comments_on_review_id"
  end

  create_table "reviews", id: :string, force: :cascade do |t|
    t.string "model_id", null: false
    t.string "design_id", null: false
    t.string "title", null: false
    t.string "recipe", null: false
    t.string "person", null: false
    t.text "message", default: "", null: false
    t.integer "revision", null: false
    t.text "script", null: false
    t.json "statements", null: false
    t.json "account", null: false
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index ["model_id"], name: "index_reviews_on_model_id"
  end

  create_table "runs", force: :cascade do |t|
    t.string "kind", null: false
    t.string "state", default: "waiting", null: false
    t.string "model_id"
    t.string "design_id"
    t.string "title", null: false
    t.string "person", null: false
    t.integer "done", default: 0, null: false
    t.integer "total", default: 0, null: false
    t.string "step"
    t.text "message"
    t.json "result"
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.json "options", default: {}, null: false
    t.integer "pid"
    t.datetime "alive_at"
    t.integer "prepared_id"
    t.string "place_key"
    t.text "secret"
    t.index ["model_id"], name: "index_runs_on_model_id"
    t.index ["place_key"], name: "index_runs_on_place_key"
    t.index ["prepared_id"], name: "index_runs_on_prepared_id", unique: true
  end

  create_table "sign_ins", force: :cascade do |t|
    t.integer "connection_id", null: false
    t.string "person", null: false
    t.text "secret"
    t.json "facts", default: {}, null: false
    t.datetime "created_at", null: false
    t.index ["connection_id", "person"], name: "index_sign_ins_on_connection_id_and_person", unique: true
    t.index ["connection_id"], name: "index_sign_ins_on_connection_id"
  end

  create_table "sources", force: :cascade do |t|
    t.string "model_id", null: false
    t.string "design_id", null: false
    t.integer "connection_id"
    t.string "person", null: false
    t.json "settings", default: {}, null: false
    t.datetime "read_at", null: false
    t.json "drift"
    t.string "trouble"
    t.datetime "checked_at"
    t.datetime "drifted_at"
    t.index ["connection_id"], name: "index_sources_on_connection_id"
    t.index ["model_id", "design_id"], name: "index_sources_on_model_id_and_design_id", unique: true
  end

  create_table "starters", force: :cascade do |t|
    t.string "name", null: false
    t.text "definition", null: false
    t.text "content", null: false
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index ["name"], name: "index_starters_on_name", unique: true
  end

  add_foreign_key "checkpoints", "models", on_delete: :cascade
  add_foreign_key "comparisons", "models", on_delete: :cascade
  add_foreign_key "elements", "models", on_delete: :cascade
  add_foreign_key "intake_choices", "connections", on_delete: :cascade
  add_foreign_key "journal_entries", "models", on_delete: :cascade
  add_foreign_key "milestones", "models", on_delete: :cascade
  add_foreign_key "runs", "models", on_delete: :cascade
  add_foreign_key "sign_ins", "connections", on_delete: :cascade
  add_foreign_key "sources", "connections", on_delete: :nullify
  add_foreign_key "sources", "models", on_delete: :cascade
end
