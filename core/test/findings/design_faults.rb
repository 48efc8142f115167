# frozen_string_literal: true

# Designs with one fault each, and the nearest ones that have none: { check => builder of a draft }.
module DesignFaults
  module_function

  # tables: name => lines, each a column, or "KIND: line" for another part.
  def design(draft, platform: "postgresql", version: "", **tables)
    design = draft.add(:design, name: "D", platform:, version:)
    made = tables.to_h { |name, _| [ name, Kelvath::Editing::Tables.add(draft, design.id, name.to_s) ] }
    tables.each do |name, lines|
      lines.each do |line|
        kind, text = line.match(/\A(key|index|check|foreign_key): (.*)/)&.captures
        Kelvath::Ledger::Cells.make(draft, kind || "column", text || line, made[name].id)
      end
    end
    made
  end

  def column(draft, name) = draft.model.all(:column).find { |each| each.name == name }

  # Two tables that refer to each other, both mandatorily.
  def circle(draft, mandatory)
    design(draft, vessel: [ "code* char(3)" ], crew: [ "number* integer", "foreign_key: vessel" ])
    vessel, crew = draft.model.all(:table)
    Kelvath::Editing::ForeignKeys.new(draft.model, vessel.id, crew.id).add(draft)
    draft.model.all(:foreign_key).flat_map(&:column_ids).each { |id| draft.set(id, mandatory:) }
  end

  def no_key(draft, *parts)
    design(draft, vessel: [ "code* char(3)", "sign char(3)", *parts ],
crew: [ "number* integer", "foreign_key: vessel" ])
    key = draft.model.all(:foreign_key).first
    draft.set(key.id, target_column_ids: [ column(draft, "sign").id ])
  end

  FAULTS = {
    "native_type_unknown" => ->(draft) {
      DesignFaults.design(draft, t: [ "a* varchar(9)" ])
      draft.set(DesignFaults.column(draft, "a").id, native_type: { "base" => "datetime" })
    },
    "number_without_precision" => ->(draft) { DesignFaults.design(draft, t: [ "a* numeric" ]) },
    "name_too_long" => ->(draft) {
 DesignFaults.design(draft, platform: "oracle", version: "11.2", t: [ "#{'a' * 31}* date" ]) },
    "name_reserved" => ->(draft) { DesignFaults.design(draft, order: [ "a* date" ]) },
    "primary_key_missing" => ->(draft) {
 DesignFaults.design(draft, t: [ "a date" ], u: [ "b date", "key: unique b" ]) },
    "numbering_missing" => ->(draft) {
      entity = draft.add(:entity, name: "Buoy")
      table = DesignFaults.design(draft, buoy: [ "id* integer" ])[:buoy]
      draft.set(table.id, source_id: entity.id)
      draft.set(table.parent_id, choices: { "numbered keys" => "all" })
    },
    "foreign_key_types_differ" => ->(draft) {
      DesignFaults.design(draft, t: [ "a* integer" ], u: [ "b* integer", "foreign_key: t" ])
      draft.set(DesignFaults.column(draft, "t_a").id, native_type: { "base" => "text" })
    },
    "foreign_key_without_index" => ->(draft) {
      DesignFaults.design(draft, t: [ "a* integer" ], u: [ "b* integer", "foreign_key: t" ])
      draft.remove(draft.model.all(:index).first.id)
    },
    "foreign_key_to_no_key" => ->(draft) { DesignFaults.no_key(draft) },
    "index_redundant" => ->(draft) {
      DesignFaults.design(draft, t: [ "a* date", "b date", "index: b", "index: b, a", "index: a" ])
    },
    "key_too_wide" => ->(draft) {
      DesignFaults.design(draft, platform: "mariadb", t: [ "a* varchar(900)", "b text", "index: b" ])
    },
    "unique_over_nulls" => ->(draft) {
      DesignFaults.design(draft, platform: "sqlserver", t: [ "a* int", "b int", "key: unique b" ])
    },
    "table_outside" => ->(draft) {
      tables = DesignFaults.design(draft, t: [ "a* integer" ], u: [ "b* integer", "foreign_key: t", "index: t_a" ])
      draft.set(tables[:t].id, outside: true)
    },
    "foreign_keys_in_circle" => ->(draft) { DesignFaults.circle(draft, true) }
  }.freeze

  SOUND = {
    "numbering_missing" => ->(draft) {
      entity = draft.add(:entity, name: "Buoy")
      table = DesignFaults.design(draft, buoy: [ "id* integer" ])[:buoy]
      draft.set(table.id, source_id: entity.id)
      draft.set(DesignFaults.column(draft, "id").id, identity: true)
      draft.set(table.parent_id, choices: { "numbered keys" => "all" })
    },
    "native_type_unknown" => ->(draft) { DesignFaults.design(draft, t: [ "a* varchar(9)[]", "b jsonb" ]) },
    "number_without_precision" => ->(draft) { DesignFaults.design(draft, t: [ "a* numeric(9,2)", "b money" ]) },
    "name_too_long" => ->(draft) { DesignFaults.design(draft, platform: "oracle", t: [ "#{'a' * 31}* date" ]) },
    "name_reserved" => ->(draft) { DesignFaults.design(draft, orders: [ "day* date" ]) },
    "primary_key_missing" => ->(draft) {
 DesignFaults.design(draft, platform: "hive", version: "1.2", t: [ "a date" ]) },
    "foreign_key_types_differ" => ->(draft) {
      DesignFaults.design(draft, t: [ "a* integer" ], u: [ "b* integer", "foreign_key: t" ])
    },
    "foreign_key_without_index" => ->(draft) {
      DesignFaults.design(draft, t: [ "a* integer" ], u: [ "b* integer", "foreign_key: t", "index: t_a, b" ])
      draft.remove(draft.model.all(:index).first.id)
    },
    "foreign_key_to_no_key" => ->(draft) { DesignFaults.no_key(draft, "key: unique sign") },
    "index_redundant" => ->(draft) {
      DesignFaults.design(draft,
t: [ "a* date", "b date", "index: b, a", "index: b desc", "index: b where a is not null" ])
    },
    "key_too_wide" => ->(draft) { DesignFaults.design(draft, platform: "mariadb", t: [ "a* varchar(700)", "b text" ]) },
    "unique_over_nulls" => ->(draft) { DesignFaults.design(draft, t: [ "a* int", "b int", "key: unique b" ]) },
    "table_outside" => ->(draft) {
      tables = DesignFaults.design(draft, t: [ "a* integer" ], u: [ "b* integer" ])
      draft.set(tables[:t].id, outside: true)
    },
    "foreign_keys_in_circle" => ->(draft) { DesignFaults.circle(draft, false) }
  }.freeze
end
