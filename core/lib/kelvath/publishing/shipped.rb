# frozen_string_literal: true

module Kelvath
  module Publishing
    # The dossiers that ship. Each is the model's own as soon as it is changed.
    module Shipped
      CONTENT = {
        "business" => [ "For the business", "What the words mean and how they hang together",
                        [ [ "What this is about", "text" ], [ "Diagrams", "diagrams" ], [ "In sentences", "prose" ],
                          [ "Glossary", "glossary" ] ] ],
        "dictionary" => [ "Data dictionary", "Every entity and attribute",
                          [ [ "Entities", "entities" ], [ "Domains", "domains" ], [ "All attributes", "dictionary" ],
                            [ "Glossary", "glossary" ] ] ],
        "technical" => [ "Technical", "Designs, keys, indexes and scripts",
                         [ [ "Diagrams", "diagrams" ], [ "Tables", "tables" ], [ "All columns", "dictionary" ],
                           [ "Scripts", "scripts" ], [ "Findings", "findings" ] ] ]
      }.freeze

      # { Dossier => [Chapter, …] }
      ALL = CONTENT.to_h do |key, (name, subtitle, chapters)|
        id = "dossier-#{key}"
        names = { "business" => "words", "technical" => "physical" }.fetch(key, "both")
        [ Metamodel::Dossier.new(id:, name:, subtitle:, names:),
          chapters.each_with_index.map do |(title, sort), index|
            Metamodel::Chapter.new(id: "#{id}-#{index + 1}", parent_id: id, name: title, sort:, position: index + 1.0)
          end ]
      end.freeze
    end
  end
end
