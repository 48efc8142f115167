# frozen_string_literal: true

# A state of a design that was read from a file or a database, kept by its content as bases are.
module ReadState
  module_function

  # The Kelvath::Altering::Side of a Run that read one; which: under what its result names it. Raises Kelvath::NotFound
  # if it has not, or it is gone.
  def side(run, which = "digest")
    model = model(run, which)
    Kelvath::Altering::Side.new(model:, design_id: model.all(:design).first.id, told: run.result["told"])
  end

  # All that a Run read, as a Kelvath::Model. Raises Kelvath::NotFound.
  def model(run, which = "digest")
    kept = KeptBase.find_by(digest: run.result.to_h[which]) or
      raise Kelvath::NotFound, "What was read is not there any more; read it again."
    Kelvath::Model.of(Kelvath::Derivation::Base.new(kept.digest, kept.content).elements)
  end

  # Keeps the elements of a design, itself among them; answers their digest.
  def keep(elements)
    base = Kelvath::Derivation::Base.of(elements)
    KeptBase.keep(base)
    base.digest
  end
end
