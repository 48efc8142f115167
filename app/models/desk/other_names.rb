# frozen_string_literal: true

# The names of the other side for a model: those of its latest design for the logical side, words for each design.
module OtherNames
  module_function

  # The Kelvath::Renaming::OtherNames for a design (its id); for the logical side, those of the latest design.
  def of(model, design_id = nil)
    design = design_id ? model.of_kind(design_id, :design) : model.of_kind(model.header.names_from_id, :design) ||
                                                            model.all(:design).last
    model.memo([ :other_names, design&.id ]) do
      Kelvath::Renaming::OtherNames.new(model, design, NamingStandard::Choice.of(model).standard)
    end
  end
end
