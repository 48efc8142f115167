# frozen_string_literal: true

# A state of a design as it is kept: unpacked when something of it is first asked for, which takes a while for
# thousands of tables.
class KeptSide < Kelvath::Altering::Side
  # What a Kelvath::Altering::Side is kept as: its design and what stands in it, packed as bases are.
  def self.content(side)
    side.is_a?(self) ? side.content : Kelvath::Derivation::Base.of(elements(side)).content
  end

  # The design of a Side, and what stands in it.
  def self.elements(side)
    [ side.design, *Kelvath::Derivation::Again::Parts.of(side.model, side.design_id).values ]
  end

  attr_reader :content

  # content: as KeptSide.content answers it, or of any model, whose first design is the state; told: as Side has it.
  def initialize(content, told:)
    super(model: nil, design_id: nil, told:)
    @content = content
  end

  def model = super || (self.model = Kelvath::Model.of(Kelvath::Derivation::Base.kept(content).elements))
  def design_id = super || (self.design_id = model.all(:design).first.id)
end
