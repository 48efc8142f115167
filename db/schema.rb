# Made by the migrations; change it through them.

ActiveRecord::Schema[7.2].define(version: 2026_11_25_000002) do
  create_table "element_allowed_values", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "value"
    t.text "meaning"
    t.float "position"
  end

  create_table "element_attributes", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.string "domain_id"
    t.string "type"
    t.integer "length"
    t.integer "precision"
    t.integer "scale"
    t.text "default_value"
    t.boolean "mandatory"
    t.boolean "surrogate"
    t.text "definition"
    t.float "position"
    t.string "least_value"
    t.string "most_value"
    t.string "unit"
    t.string "pattern"
    t.json "tag_ids"
    t.boolean "name_fixed"
  end

  create_table "element_checks", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.text "condition"
    t.string "source_id"
    t.boolean "name_fixed"
  end

  create_table "element_columns", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.string "native_type"
    t.boolean "mandatory"
    t.boolean "identity"
    t.text "default_value"
    t.text "comment"
    t.string "source_id"
    t.float "position"
    t.boolean "name_fixed"
  end

  create_table "element_custom_fields", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.string "of"
    t.string "type"
    t.json "choices"
    t.float "position"
  end

  create_table "element_custom_values", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "custom_field_id"
    t.text "value"
  end

  create_table "element_dependencies", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.json "determinant_ids"
    t.json "dependent_ids"
  end

  create_table "element_designs", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.string "platform"
    t.text "base"
  end

  create_table "element_diagram_nodes", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "element_id"
    t.float "x"
    t.float "y"
    t.boolean "pinned"
    t.float "width"
    t.string "colour"
  end

  create_table "element_diagram_notes", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.text "text"
    t.string "shape"
    t.float "x"
    t.float "y"
    t.float "width"
    t.float "height"
    t.string "colour"
  end

  create_table "element_diagrams", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.string "stage"
    t.string "design_id"
    t.string "notation"
    t.string "detail"
    t.boolean "types_shown"
    t.boolean "migrated_shown"
    t.boolean "optional_shown"
    t.boolean "indexes_shown"
    t.string "coloured_by"
    t.string "subject_area_id"
    t.boolean "legend"
    t.boolean "title_block"
    t.string "author"
    t.string "dated"
    t.string "milestone"
    t.boolean "snapped"
    t.string "paper"
    t.text "definition"
    t.float "position"
  end

  create_table "element_domains", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.string "type"
    t.integer "length"
    t.integer "precision"
    t.integer "scale"
    t.text "default_value"
    t.text "definition"
    t.string "base_id"
    t.string "least_value"
    t.string "most_value"
    t.string "unit"
    t.string "pattern"
  end

  create_table "element_entities", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.text "definition"
    t.string "subject_area_id"
    t.json "tag_ids"
    t.boolean "name_fixed"
  end

  create_table "element_foreign_keys", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.json "column_ids"
    t.string "target_table_id"
    t.json "target_column_ids"
    t.string "on_delete"
    t.string "on_update"
    t.string "source_id"
    t.boolean "name_fixed"
  end

  create_table "element_headers", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.text "definition"
    t.string "notation"
    t.string "platform"
    t.string "lexicon"
    t.integer "lexicon_version"
    t.string "rulebook"
    t.integer "rulebook_version"
    t.string "names_from_id"
  end

  create_table "element_identifiers", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.boolean "primary"
    t.json "member_ids"
  end

  create_table "element_indexes", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.boolean "unique"
    t.json "column_ids"
    t.json "descending_ids"
    t.text "expression"
    t.string "source_id"
    t.boolean "name_fixed"
  end

  create_table "element_keys", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.boolean "primary"
    t.json "column_ids"
    t.string "source_id"
    t.boolean "name_fixed"
  end

  create_table "element_lexicon_entries", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.json "short_forms"
    t.string "plural"
    t.boolean "class_word"
    t.string "domain_name"
    t.string "status"
    t.string "instead"
    t.json "context"
    t.text "definition"
    t.string "source"
  end

  create_table "element_name_rules", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "of"
    t.string "case"
    t.string "separator"
    t.string "prefix"
    t.string "suffix"
    t.string "number"
    t.string "order"
    t.json "left_out"
    t.json "begins_with"
    t.json "ends_with"
    t.boolean "class_word"
    t.string "characters"
    t.integer "limit"
    t.string "shortening"
    t.boolean "vowels"
    t.string "cutting"
    t.string "reserved"
    t.string "owner_in_front"
    t.string "migrated"
    t.json "pattern"
  end

  create_table "element_notes", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.text "text"
    t.string "author"
    t.string "written_on"
  end

  create_table "element_relationships", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "from_id"
    t.string "to_id"
    t.string "phrase"
    t.string "inverse_phrase"
    t.integer "from_least"
    t.integer "from_most"
    t.integer "to_least"
    t.integer "to_most"
    t.boolean "identifying"
    t.string "role_name"
    t.text "definition"
    t.float "position"
    t.boolean "separate"
    t.string "on_delete"
    t.string "on_update"
  end

  create_table "element_subject_areas", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.text "definition"
    t.float "position"
    t.string "colour"
  end

  create_table "element_subtype_groups", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.json "subtype_ids"
    t.boolean "exclusive"
    t.boolean "complete"
    t.string "discriminator_id"
  end

  create_table "element_tables", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.text "comment"
    t.string "source_id"
    t.boolean "name_fixed"
  end

  create_table "element_tags", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.string "colour"
    t.text "definition"
  end

  create_table "element_unread_sentences", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "subject_area_id"
    t.text "text"
    t.text "reason"
    t.float "position"
  end

  create_table "element_views", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "name"
    t.text "query"
    t.text "comment"
    t.float "position"
  end

  create_table "element_words", primary_key: ["model_id", "id"], force: :cascade do |t|
    t.string "model_id", null: false
    t.string "id", null: false
    t.string "parent_id"
    t.string "singular"
    t.string "plural"
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
    t.index ["model_id", "revision"], name: "index_journal_entries_on_model_id_and_revision", unique: true
  end

  create_table "milestones", force: :cascade do |t|
    t.string "model_id", null: false
    t.integer "revision", null: false
    t.string "name", null: false
    t.string "person", null: false
    t.datetime "created_at", null: false
    t.integer "number"
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
    t.index ["sort"], name: "index_models_on_sort"
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
    t.index ["model_id"], name: "index_runs_on_model_id"
  end

  create_table "starters", force: :cascade do |t|
    t.string "name", null: false
    t.text "definition", null: false
    t.text "content", null: false
    t.datetime "created_at", null: false
    t.datetime "updated_at", null: false
    t.index ["name"], name: "index_starters_on_name", unique: true
  end

  add_foreign_key "element_allowed_values", "models", on_delete: :cascade
  add_foreign_key "element_attributes", "models", on_delete: :cascade
  add_foreign_key "element_checks", "models", on_delete: :cascade
  add_foreign_key "element_columns", "models", on_delete: :cascade
  add_foreign_key "element_custom_fields", "models", on_delete: :cascade
  add_foreign_key "element_custom_values", "models", on_delete: :cascade
  add_foreign_key "element_dependencies", "models", on_delete: :cascade
  add_foreign_key "element_designs", "models", on_delete: :cascade
  add_foreign_key "element_diagram_nodes", "models", on_delete: :cascade
  add_foreign_key "element_diagram_notes", "models", on_delete: :cascade
  add_foreign_key "element_diagrams", "models", on_delete: :cascade
  add_foreign_key "element_domains", "models", on_delete: :cascade
  add_foreign_key "element_entities", "models", on_delete: :cascade
  add_foreign_key "element_foreign_keys", "models", on_delete: :cascade
  add_foreign_key "element_headers", "models", on_delete: :cascade
  add_foreign_key "element_identifiers", "models", on_delete: :cascade
  add_foreign_key "element_indexes", "models", on_delete: :cascade
  add_foreign_key "element_keys", "models", on_delete: :cascade
  add_foreign_key "element_lexicon_entries", "models", on_delete: :cascade
  add_foreign_key "element_name_rules", "models", on_delete: :cascade
  add_foreign_key "element_notes", "models", on_delete: :cascade
  add_foreign_key "element_relationships", "models", on_delete: :cascade
  add_foreign_key "element_subject_areas", "models", on_delete: :cascade
  add_foreign_key "element_subtype_groups", "models", on_delete: :cascade
  add_foreign_key "element_tables", "models", on_delete: :cascade
  add_foreign_key "element_tags", "models", on_delete: :cascade
  add_foreign_key "element_unread_sentences", "models", on_delete: :cascade
  add_foreign_key "element_views", "models", on_delete: :cascade
  add_foreign_key "element_words", "models", on_delete: :cascade
  add_foreign_key "journal_entries", "models", on_delete: :cascade
  add_foreign_key "milestones", "models", on_delete: :cascade
  add_foreign_key "runs", "models", on_delete: :cascade
end
