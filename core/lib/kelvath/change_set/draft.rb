# frozen_string_literal: true

module Kelvath
  # A change being written: keeps the model as it would be, so that later steps see earlier ones,
  # and cascades removals by what the metamodel declares.
  #
  #   draft = Draft.new(model, ids: ulids)
  #   vessel = draft.add(:entity, name: "Vessel")
  #   draft.set(vessel.id, definition: "A ship that carries passengers.")
  #   draft.change_set
  class Draft
    # scratch: what helpers remember for as long as the change is written.
    attr_reader :ids, :scratch

    # The ChangeSet of what the block does with a new draft.
    def self.change(model, ids:)
      draft = new(model, ids:)
      yield draft
      draft.change_set
    end

    # ids: answers #next with a fresh id.
    def initialize(model, ids:)
      @before = model
      @model = nil
      @ids = ids
      @touched = {}
      @scratch = {}
    end

    # The model as it would be. It changes with every further step.
    def model = @model || @before

    # Adds an element of a kind and answers it.
    def add(kind, parent_id: nil, id: nil, **values)
      put Metamodel.fetch(kind).new(id: id || ids.next, parent_id:, **values)
    end

    # Adds many built elements.
    def add_all(elements)
      elements.each { |element| @touched[element.id] = true }
      workspace.put_all(elements)
      elements
    end

    # Sets fields of an element and answers the new version. Raises NotFound.
    def set(id, **values) = put(model.fetch(id).with(**values))

    # Removes an element, all within it, and what cannot stand without it; clears references to it.
    def remove(id)
      return unless model.key?(id)

      model.child_ids(id).each { |child| remove(child) }
      model.referrer_ids(id).each { |other| release(other, id) }
      @touched[id] = true
      workspace.drop(id)
    end

    # What has been written so far.
    def change_set
      added, kept = @touched.keys.filter_map { |id| model[id] }.partition { |element| !@before.key?(element.id) }
      removed = @touched.keys.reject { |id| model.key?(id) }.filter_map { |id| @before[id] }
      ChangeSet.new(additions: added, removals: removed,
                    updates: kept.flat_map { |element| ChangeSet.updates_between(@before[element.id], element) })
    end

    # The model to be kept; it ends the draft.
    def result = @model ? @model.settled : @before

    private

    # Copied from the model when the first step is made.
    def workspace = @model ||= @before.workspace

    def put(element)
      @touched[element.id] = true
      workspace.put(element)
    end

    def release(other_id, gone_id)
      other = model[other_id] or return
      if other.class.reference_fields.any? { |field| field.falls?(other[field.name], gone_id) }
        return remove(other_id)
      end

      put other.with(**other.class.reference_fields.to_h { |field|
        [ field.name, without(other[field.name], gone_id) ]
      }, **named_only(other, gone_id))
    end

    # Expressions keep the name of what goes away, as text.
    def named_only(other, gone_id)
      without = ->(text) { Metamodel::Expression.without(text, gone_id, model[gone_id].name) }
      values = other.class.expression_fields.to_h { |field| [ field.name, without.(other[field.name]) ] }
      return values unless other.values.key?(:options)

      values.merge(options: other.options.transform_values { |value| value.is_a?(String) ? without.(value) : value })
    end

    def without(value, gone_id)
      return value.reject { |id| id.split(".").include?(gone_id) } if value.is_a?(Array)

      value.to_s.split(".").include?(gone_id) ? nil : value
    end
  end
end
