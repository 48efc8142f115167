# frozen_string_literal: true

module Kelvath
  module Naming
    # The rulebooks that ship with Kelvath, as what differs from the defaults of a rule.
    module Shipped
      WORDS = { entity: { case: "Capitalised", separator: " ", number: "singular" },
                attribute: { case: "Capitalised", separator: " " },
                relationship: { case: "lower", separator: " " },
                domain: { case: "Capitalised", separator: " " } }.freeze
      # Names of keys and indexes: letters for the kind, then the table and what it covers.
      PATTERNS = { primary_key: [ "text:pk", "table" ], unique_key: [ "text:ak", "table", "columns" ],
                   foreign_key: [ "text:fk", "table", "role" ],
                   index: [ "text:ix", "table", "columns" ], check: [ "text:ck", "table", "columns" ] }.freeze
      SNAKE = { case: "snake_case" }.freeze
      SHORT = { case: "UPPER", separator: "_", shortening: "always", vowels: true, characters: "a to z" }.freeze

      BOOKS = {
        "plain" => { name: "Plain words", definition: "Whole words in small letters with underscores between, names " \
                                                      "as the logical side has them.",
                     rules: { **WORDS, table: SNAKE, column: SNAKE, view: SNAKE },
                     patterned: { case: "as written", separator: "_" } },
        "short" => { name: "Short capitals",
                     definition: "Capitals with underscores, every word by its short form, the letters a to z alone.",
                     rules: { **WORDS, attribute: { **WORDS[:attribute], class_word: true, order: "class word last" },
                              table: SHORT, column: { **SHORT, order: "class word last" },
                              view: { **SHORT, prefix: "V_" } },
                     patterned: { case: "UPPER", separator: "_" } },
        "many" => { name: "Tables in the plural",
                    definition: "Snake case with plural table names; short forms only where a name would be too " \
                                "long, and the table's name in front of its keys.",
                    rules: { **WORDS, table: { **SNAKE, number: "plural", shortening: "as needed", vowels: true },
                             column: { **SNAKE, shortening: "as needed", vowels: true, owner_in_front: "for keys",
                                       migrated: "role and source name" },
                             view: { **SNAKE, shortening: "as needed" } },
                    patterned: { case: "as written", separator: "_" } },
        "humps" => { name: "Capitalised within",
                     definition: "Words run together with capitals between them; reserved words get an underscore.",
                     rules: { **WORDS, table: { case: "PascalCase", reserved: "underscored" },
                              column: { case: "PascalCase", reserved: "underscored" }, view: { case: "PascalCase" } },
                     patterned: { case: "PascalCase", separator: "" } }
      }.freeze

      module_function

      # The rules of one of the books, with ids made from its key. Raises UnknownName.
      def rules(key)
        book = BOOKS.fetch(key) do
          raise UnknownName, "No rulebook “#{key}” ships with Kelvath; there are #{BOOKS.keys.join(', ')}."
        end
        Metamodel::NameRule::OBJECTS.map do |of|
          Metamodel::NameRule.new(id: "#{key}-#{of}", of:, **values(book, of.to_sym))
        end
      end

      # ChangeSet of a new rulebook that begins as one of the books.
      def begin(key, name, ids:)
        Draft.change(Model::EMPTY, ids:) do |draft|
          draft.add(:header, name: Metamodel::Header.fetch_field(:name).parse(name), definition: book(key)[:definition])
          rules(key).each { |rule| draft.add(:name_rule, **rule.values) }
        end
      end

      # Raises UnknownName.
      def book(key)
        BOOKS.fetch(key) do
          raise UnknownName, "There is no rulebook “#{key}” to begin with; known are #{BOOKS.keys.join(', ')}."
        end
      end

      def values(book, of) = book[:rules].fetch(of) { { **book[:patterned], pattern: PATTERNS.fetch(of) } }

      private_class_method :book, :values
    end
  end
end
