# frozen_string_literal: true

# Elements by a part of their name, in all of a model; designs that are not loaded stay so.
class NameSearch
  KINDS = Kelvath::Metamodel.kinds(&:sought?).freeze
  SPREAD, MAIN = KINDS.partition { |kind| Kelvath::Model::Parts::SPREAD.include?(kind) }
  ENOUGH = 60 # found ones, of which the best are shown

  def initialize(model)
    @model = model
  end

  # Those in whose name the text stands, in any letters: nearest to the beginning first, then the shortest.
  def named(text)
    text = text.downcase
    found = everything(text).select { |element| element.name.downcase.include?(text) }.first(ENOUGH)
    found.sort_by { |element| [ element.name.downcase.index(text), element.name.length ] }
  end

  private

  def everything(text)
    main = MAIN.lazy.flat_map { |kind| @model.all(kind) }
    designs = @model.all(:design).lazy.flat_map { |design| in_design(design.id, text) }
    [ main, designs ].lazy.flat_map(&:itself)
  end

  def in_design(id, text)
    part = @model.absent[id]
    return part.named(SPREAD, text, ENOUGH) if part

    SPREAD.flat_map { |kind| Kelvath::Metamodel::Design.elements(@model, id, kind) }
  end
end
