# frozen_string_literal: true

require_relative "publishing/book"
require_relative "publishing/shipped"
require_relative "publishing/scope"
require_relative "publishing/choices"
require_relative "publishing/entries"
require_relative "publishing/grounding"
require_relative "publishing/composing"
require_relative "publishing/extract"
require_relative "publishing/look_over"
require_relative "publishing/dividing"
require_relative "publishing/shaping"

module Kelvath
  # Dossiers: documentation of a model for people who do not open it.
  module Publishing
    SORTS = Metamodel::Chapter::SORTS

    module_function

    # All dossiers of a model: its own, and those that ship and are not among these by name.
    def all(model)
      own = model.all(:dossier).sort_by { |each| [ each.position || 0, each.name.downcase ] }
      names = own.map { |each| each.name.downcase }
      own + Shipped::ALL.keys.reject { |each| names.include?(each.name.downcase) }
    end

    # The one of an id or a name. Raises UnknownName.
    def fetch(model, key)
      all(model).find { |each| each.id == key || each.name.casecmp?(key.to_s) } ||
        raise(UnknownName, "There is no dossier “#{key}”; there are #{all(model).map(&:name).join(', ')}.")
    end

    # The chapters of a dossier, in order.
    def chapters(model, dossier) = Shipped::ALL.fetch(dossier) { model.children(dossier.id, :chapter) }

    # The Book of a dossier. standard: what names are written by; changes: [[date, person, what], …] of the journal.
    def compose(model, dossier, standard: Naming::Standard.plain, changes: [])
      Composing.new(model, dossier, standard:, changes:).book
    end

    # The model with its diagrams as a dossier wants them: with legends and title blocks, or without.
    def prepared(model, dossier)
      wanted = %i[legend title_block].to_h { |name| [ name, dossier[name] ] }.reject { |_, word| word == "as drawn" }
      return model if wanted.empty?

      values = wanted.transform_values { |word| word == "always" }
      model.all(:diagram).map { |each| ChangeSet.set(each, **values) }.reduce(ChangeSet.new, :+).apply(model)
    end

    # [ChangeSet, id] of a copy under another name; nil for a dossier without chapters.
    def copy(model, dossier, name, ids:)
      draft = Draft.new(model, ids:)
      values = dossier ? dossier.values : {}
      made = draft.add(:dossier, **values, name: Metamodel::Dossier.fetch_field(:name).parse(name.to_s).strip)
      chapters(model, dossier).each { |each| draft.add(:chapter, parent_id: made.id, **each.values) } if dossier
      [ draft.change_set, made.id ]
    end
  end
end
