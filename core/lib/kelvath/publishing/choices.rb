# frozen_string_literal: true

module Kelvath
  module Publishing
    # What a chapter can show of its kind: parts of a page, columns of its table, custom fields.
    module Choices
      # key: what a chapter keeps; usual: is it shown when nobody chose?
      Choice = Struct.new(:key, :label, :usual, keyword_init: true)
      # { sort => { key => [label, usual] } }
      PARTS = {
        "entities" => { "definition" => [ "Definition", true ], "attributes" => [ "Attributes", true ],
                        "rules" => [ "Rules", true ], "used" => [ "Where it is used", true ] },
        "domains" => { "definition" => [ "Definition", true ], "values" => [ "Values", true ],
                       "followers" => [ "Attributes of it", true ] },
        "tables" => { "definition" => [ "Comment", true ], "columns" => [ "Columns", true ],
                      "indexes" => [ "Indexes", true ], "partitions" => [ "Partitions", true ],
                      "checks" => [ "Checks", true ],
                      "referred" => [ "Referred to by", true ], "used" => [ "Where it is used", true ] }
      }.freeze
      COLUMNS = {
        "entities" => { "type" => [ "Type", true ], "mandatory" => [ "Mandatory", true ], "key" => [ "Key", true ],
                        "default" => [ "Default", false ], "unit" => [ "Unit", false ],
                        "meaning" => [ "Meaning", true ] },
        "tables" => { "type" => [ "Type", true ], "mandatory" => [ "Not null", true ],
                      "default" => [ "Default", true ], "key" => [ "Key", true ],
                      "leads" => [ "Leads to", true ], "from" => [ "From", false ],
                      "comment" => [ "Comment", true ] }
      }.freeze
      # { sort => [kind of its pages, kind of the rows of their table] }
      KINDS = { "entities" => %i[entity attribute], "domains" => [ :domain, nil ], "tables" => %i[table column] }.freeze

      module_function

      # [[heading, [Choice, …]], …] for a sort of chapter; none for a sort without choice.
      def of(model, dossier, sort)
        return dictionary(model, dossier) if sort == "dictionary"

        page, row = KINDS[sort]
        groups = [ [ "On each page", choices(PARTS[sort], model, page) ],
                   [ "Columns of its table", choices(COLUMNS[sort], model, row) ] ]
        groups.reject { |_, list| list.empty? }
      end

      # Set of keys that a chapter shows.
      def taken(model, dossier, chapter)
        return chapter.shown.to_set unless chapter.shown.empty?

        of(model, dossier, chapter.sort).flat_map(&:last).select(&:usual).to_set(&:key)
      end

      # Custom fields of a kind, in order.
      def custom(model, kind) = model.all(:custom_field).select { |field| field.of == kind.to_s }

      def choices(known, model, kind)
        own = known.to_h.map { |key, (label, usual)| Choice.new(key:, label:, usual:) }
        own + custom(model, kind).map { |each| Choice.new(key: "custom-#{each.id}", label: each.name, usual: true) }
      end

      # The columns of the ledgers that a data dictionary is made of.
      def dictionary(model, dossier)
        addresses = dossier.names == "physical" ? [] : [ [ "Of attributes", "logical" ] ]
        design = dossier.names == "words" ? nil : Scope.new(model, dossier).designs.first
        addresses << [ "Of columns", design.id ] if design
        addresses.map do |title, address|
          ledger = Ledger.of(model, address)
          usual = ledger.columns.map(&:name)
          [ title, ledger.all_columns.map do |each|
            Choice.new(key: each.name, label: each.label, usual: usual.include?(each.name))
          end ]
        end
      end
      private_class_method :choices, :dictionary
    end
  end
end
