# frozen_string_literal: true

module Kelvath
  # The kinds of published documentation.
  module Metamodel
    # What is published of a model for some readers: what is in scope, how it looks, and its chapters.
    # Empty scopes mean all; since: a milestone's name, empty for its last issue. logo: a picture as the text of a data
    # URL.
    class Dossier < Element
      FURNITURE = [ "as drawn", "always", "never" ].freeze
      NAMES = { "words" => "words", "physical" => "physical names", "both" => "both" }.freeze
      side :house
      name_once_in :model
      listed adding: true
      sought
      standard
      field :name, :name
      field :subtitle, :name
      field :author, :name
      field :language, :name, default: "en"
      field :footer, :name
      field :names, :choice, values: NAMES.keys, label: "Names shown"
      field :typeface, :choice, values: %w[serif sans]
      field :accent, :choice, values: COLOURS, label: "Colour"
      field :paper, :choice, values: PAPERS
      field :sheets, :choice, values: [ "one page", "tiles" ], label: "A diagram larger than its paper"
      field :legend, :choice, values: FURNITURE, label: "Legends"
      field :title_block, :choice, values: FURNITURE, label: "Title blocks"
      field :logo, :text, internal: true
      field :subject_area_ids, :references, to: :subject_area, label: "Subject areas"
      field :design_ids, :references, to: :design, label: "Designs"
      field :diagram_ids, :references, to: :diagram, label: "Diagrams, in order"
      field :since, :name, label: "Changes since the milestone"
      field :position, :number, internal: true, compared: false
    end

    # One chapter of a dossier. sort: one of Publishing::SORTS; text: of a free one, in Markdown; shown: what of its
    # kind is shown, keys of Publishing::Choices, empty for what is usual.
    class Chapter < Element
      SORTS = %w[text prose diagrams entities domains tables dictionary sweep scripts glossary findings
                 changes].freeze
      within :dossier
      needs_name
      standard
      field :name, :name
      field :sort, :choice, values: SORTS, label: "What it holds"
      field :text, :text
      field :shown, :names, label: "What is shown"
      field :sweep_id, :reference, to: :sweep
      field :position, :number, internal: true
    end
  end
end
