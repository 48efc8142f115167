# frozen_string_literal: true

module Kelvath
  # Changes of structure that a person asks for by name: split, merge, resolve, roll up and the like.
  # Each is one small class; every one answers a ChangeSet, so it can be shown before it is done.
  module Transforming
    module_function

    # The change of one transformation (its key). arguments as that class takes them. Raises
    # UnknownName, InvalidValue.
    def change(key, model, ids:, **arguments) = fetch(key).new(model, ids:, **arguments).change

    # The class of that key. Raises UnknownName.
    def fetch(key)
      ALL.find { |each| each.key == key.to_s } ||
        raise(UnknownName, "There is no transformation “#{key}”; known are #{ALL.map(&:key).join(', ')}.")
    end

    # What can be done with the elements of these ids: transformation classes.
    def offers(model, ids)
      elements = ids.filter_map { |id| model[id] }
      elements.size == ids.size && ids.any? ? ALL.select { |each| each.offered?(model, elements) } : []
    end
  end
end

require_relative "transforming/transformation"
require_relative "transforming/many_to_many"
require_relative "transforming/entities"
require_relative "transforming/attributes"
require_relative "transforming/subtypes"
require_relative "transforming/normalising"
require_relative "transforming/exclusive"

module Kelvath
  module Transforming
    ALL = [ Resolve, Associate, Split, Merge, MoveAttributes, AttributeToEntity, EntityToAttribute, Unrepeat, RollUp,
            RollDown, Decompose, Exclude ].freeze
  end
end
