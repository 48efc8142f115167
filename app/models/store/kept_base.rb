# frozen_string_literal: true

# What a derivation or an intake made, kept once by what it holds; designs name it by its digest. It stays when a
# design goes, since undo brings the design back.
class KeptBase < ApplicationRecord
  self.table_name = "bases"

  # Keeps a Kelvath::Derivation::Base.
  def self.keep(base) = insert({ digest: base.digest, content: base.content }, unique_by: :digest)

  # The Kelvath::Derivation::Base of a design; nil if it has none, or came from elsewhere without one.
  def self.of(design)
    find_by(digest: design.base)&.then { |kept| Kelvath::Derivation::Base.new(kept.digest, kept.content) }
  end
end
