# frozen_string_literal: true

# A model as another one: the same elements under another name, with a journal of its own.
module ModelCopy
  module_function

  # The new StoredModel. Raises Kelvath::InvalidValue for a name that is none.
  def of(stored, name:, by:)
    name = Kelvath::Metamodel::Header.fetch_field(:name).parse(name.presence || "#{stored.name} 2")
    elements = stored.model.elements.values.map do |element|
      element.kind == :header ? element.with(name:) : element
    end
    StoredModel.start(name, by:, label: "Copied #{stored.name}",
                            change_set: Kelvath::ChangeSet.new(additions: elements)) do |copy|
      copy.update!(project_id: stored.project_id)
    end
  end
end
