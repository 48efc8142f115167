# frozen_string_literal: true

require_relative "questions/view"
require_relative "questions/of_kind"
require_relative "questions/special"

module Kelvath
  # A model as tables that can be asked in SQL: a view for each kind, with names as well as ids.
  module Questions
    KINDS = (Metamodel::LOGICAL + Metamodel::PHYSICAL - %i[unread_sentence answer script_piece decision row] +
             %i[diagram note custom_field]).freeze

    module_function

    # { name => View }. standard: what findings judge names by; journal: answers [[revision, at, person, what], …]
    # when it is called.
    def views(model, standard: Naming::Standard.plain, journal: -> { [] })
      [ *KINDS.map { |kind| OfKind.new(model, kind).view }, *Special.new(model, standard, journal).views ]
        .to_h { |view| [ view.name, view ] }
    end

    # Those of some views that a question names, and so need to be filled.
    def named(views, sql) = views.values_at(*(sql.downcase.scan(/[a-z_]+/) & views.keys))
  end
end
