# frozen_string_literal: true

module Kelvath
  # What a new model can begin with: house standards as the elements of a small model, without entities.
  module Starters
    # What a starter keeps of a model; cards and notes of its diagrams are not among it.
    KEPT = Metamodel.kinds(&:standard?).freeze
    Starter = Struct.new(:key, :name, :definition, :elements, keyword_init: true)

    module_function

    # The model as a starter: its standards, ready to be kept as text.
    def of_model(model, name:, definition: "")
      physical = model.all(:diagram).select { |diagram| diagram.stage == "physical" }
      elements = KEPT.flat_map { |kind| model.all(kind) } - physical.drop(1)
      elements = elements.map { |element| kept(element, name, definition) }
      Starter.new(key: nil, name:, definition:, elements:)
    end

    # A physical diagram belongs to no design in a starter: it says how those of new designs look.
    def kept(element, name, definition)
      return element.with(name:, definition:, names_from_id: nil) if element.kind == :header

      element.kind == :diagram && element.design_id ? element.with(name: "Physical", design_id: nil) : element
    end

    # A starter's elements as text and back. Raises UnreadableFile.
    def write(starter) = Interchange::ModelFile.write(Model.of(starter.elements))

    # Text of a file -> Starter.
    def read(text, name:, definition:, key: nil)
      Starter.new(key:, name:, definition:, elements: Interchange::ModelFile.read(text).elements.values)
    end

    # ChangeSet of a new model that begins with a starter; every element gets an id of its own.
    def begin(starter, name, ids:)
      map = starter.elements.to_h { |element| [ element.id, ids.next ] }
      draft = Draft.new(Model::EMPTY, ids:)
      order = Metamodel::KINDS.keys
      starter.elements.sort_by { |element| [ order.index(element.kind), element.id ] }.each do |element|
        draft.add_all([ copied(element, map) ])
      end
      header = draft.model.all(:header).first || draft.add(:header)
      draft.set(header.id, name: Metamodel::Header.fetch_field(:name).parse(name), definition: "")
      %w[concept logical].each { |stage| draft.add(
        :diagram, name: stage.capitalize, stage:
      ) if draft.model.all(:diagram).none? { |diagram| diagram.stage == stage } }
      draft.change_set
    end

    def copied(element, map)
      values = element.values.to_h do |name, value|
        field = element.class.fetch_field(name)
        [ name, field.reference? ? map[value] : field.references? ? value.filter_map { |id| map[id] } : value ]
      end
      values[:given] = true if element.kind == :domain
      element.class.new(id: map.fetch(element.id), parent_id: map[element.parent_id], **values)
    end

    # The three that ship with Kelvath.
    def shipped = @shipped ||= Shipped::ALL.map { |key, content| Shipped.build(key, **content) }.freeze

    private_class_method :kept, :copied
  end
end

require_relative "starters/shipped"
