# frozen_string_literal: true

# What was decided by hand in designs, as marks on cards and in ledgers: the elements of their bases, taken out once.
module DesignMarks
  MOST = 60_000 # elements of all bases that stay
  BASES = Latest.new(12, most: MOST, &:size)

  module_function

  # The Kelvath::Derivation::Again::Marks of a design (its id) of a model; nil for what is no design, or has no base.
  def of(model, design_id)
    design = design_id && model.of_kind(design_id, :design) or return
    return unless design.base && (base = elements(design))

    Kelvath::Derivation::Again::Marks.new(design.base, base, leads: model.header.names_from_id == design.id)
  end

  # { id => Element } of a design's base, nil if it is not known.
  def elements(design)
    found = BASES.fetch(design.base) do |known|
      known.presence || KeptBase.of(design)&.elements.to_a.to_h { |element| [ element.id, element ] }
    end
    found unless found.empty?
  end
end
