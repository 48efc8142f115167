# frozen_string_literal: true

# The runs that bring all names of a model in step: the words of a leading design first, or else every
# design after the logical names.
module NamingRuns
  module_function

  def of(model, standard)
    leading = model[model.header.names_from_id]
    worded = leading ? [ Kelvath::Naming::Run.of(model, standard, design_id: leading.id, direction: "words") ] : []
    after = worded.first&.change&.apply(model) || model
    worded + (model.all(:design) - [ leading ]).map { |design| Kelvath::Naming::Run.of(after, standard, design_id: design.id) }
  end
end
