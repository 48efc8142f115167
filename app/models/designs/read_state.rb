# frozen_string_literal: true

# A state of a design that was read from a file or a database, kept by its content as bases are.
module ReadState
  module_function

  # The KeptSide of a Run that read one; which: under what its result names it. Raises Kelvath::NotFound if it has not,
  # or it is gone.
  def side(run, which = "digest") = KeptSide.new(content(run, which), told: run.result["told"])

  # All that a Run read, as a Kelvath::Model. Raises Kelvath::NotFound.
  def model(run) = side(run).model

  # Keeps the elements of a design, itself among them; answers their digest.
  def keep(elements)
    base = Kelvath::Derivation::Base.of(elements)
    KeptBase.keep(base)
    base.digest
  end

  def content(run, which)
    KeptBase.where(digest: run.result.to_h[which]).pick(:content) or
      raise Kelvath::NotFound, "What was read is not there any more; read it again."
  end
  private_class_method :content
end
