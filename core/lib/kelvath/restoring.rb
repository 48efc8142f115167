# frozen_string_literal: true

module Kelvath
  # One element made what it was in an older state of its model, while all else stays as it is.
  module Restoring
    module_function

    # The ChangeSet that does it. One that is gone comes back with what stood within it; what it refers to and is gone
    # stays gone. Raises NotFound if the older model has no such element, Error if what it stood in is gone, too.
    def one(model, old, id)
      was = old.fetch(id)
      return back(model, old, was) unless model.key?(id)

      now = model.fetch(id)
      fields = was.class.fields.values.reject { |field| field.name == :position && now.position }
      ChangeSet.set(now, **fields.to_h { |field| [ field.name, standing(model, field, was[field.name]) ] })
    end

    def back(model, old, was)
      if was.parent_id && !model.key?(was.parent_id)
        raise Error, "What #{Describing.title(was, old)} stood in is gone, too; restore that first."
      end

      ids = within(old, was.id).reject { |id| model.key?(id) }.to_set
      ChangeSet.new(additions: ids.filter_map { |id| fitting(model, old[id], ids) })
    end

    # An element's id and those of all that stands within it.
    def within(model, id) = [ id, *model.child_ids(id).flat_map { |child| within(model, child) } ]

    # The element without what refers to nothing; nil if it falls with that.
    def fitting(model, element, coming)
      changed = element.class.reference_fields.to_h do |field|
        [ field, standing(model, field, element[field.name], coming) ]
      end
      return if changed.any? { |field, value| field.removes_when_gone? && value.nil? && element[field.name] }

      element.with(**changed.transform_keys(&:name))
    end

    # A value without ids of what is gone. coming: ids of what comes with it.
    def standing(model, field, value, coming = Set.new)
      there = ->(id) { id.split(".").all? { |part| model.key?(part) || coming.include?(part) } }
      return value.select(&there) if field.references?

      field.reference? && value && !there.(value) ? nil : value
    end
    private_class_method :back, :within, :fitting, :standing
  end
end
