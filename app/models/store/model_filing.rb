# frozen_string_literal: true

# A model file coming in: the model becomes one of this workplace, with the standards it brings along.
class ModelFiling
  # The lexicons and rulebooks that came with it.
  attr_reader :brought

  # { "lexicon" => Kelvath::Model, "rulebook" => … } of what a model follows, at the versions that it follows.
  def self.standards(model)
    choice = NamingStandard::Choice.of(model)
    Kelvath::Interchange::ModelFile::STANDARDS.to_h do |sort|
      stored, number = choice.public_send("stored_#{sort}"), choice.public_send("#{sort}_version")
      version = stored&.versions&.find_by(number:)
      [ sort, version ? stored.model_at(version.revision) : stored&.model ]
    end.compact
  end

  # text: of the file; by: whose journal entry it is. Raises Kelvath::UnreadableFile.
  def initialize(text, by:)
    @content = Kelvath::Interchange::ModelFile.read_all(text)
    @by = by
    @brought = []
  end

  # The new StoredModel. Raises Kelvath::Error.
  def take_in
    header = @content.model.header
    fields = Kelvath::Interchange::ModelFile::STANDARDS.map { |sort| followed(sort, header) }.reduce({}, :merge)
    elements = @content.model.elements.values.map { |each| each.kind == :header ? each.with(**fields) : each }
    StoredModel.start(header.name.presence || "Model", by: @by, label: "Took a model file in",
                      change_set: Kelvath::ChangeSet.new(additions: [ *elements, *missing(elements) ]))
  end

  private

  # What every model has, for a file that was written by hand without it.
  def missing(elements)
    kinds = elements.map(&:kind)
    Kelvath::Starting.empty("Model", ids: Ids).additions.reject do |each|
      kinds.include?(each.kind) && (each.kind != :diagram || elements.any? { |one|
        one.kind == :diagram && one.stage == each.stage
      })
    end
  end

  # One that is here already is followed as before; else that which the file brings; else what the file says stays.
  def followed(sort, header)
    known = StoredModel.of_sort(sort).find_by(id: header[sort.to_sym])
    return {} if known || !@content.standards.key?(sort)

    model = @content.standards.fetch(sort)
    stored = alike(sort, model) || bring(sort, model)
    { sort.to_sym => stored.id, "#{sort}_version": stored.release(by: @by) }
  end

  # One that came with the same file before.
  def alike(sort, model)
    StoredModel.of_sort(sort).where(name: model.header.name).find { |stored| stored.model.elements == model.elements }
  end

  def bring(sort, model)
    StoredModel.start(model.header.name.presence || sort.capitalize, by: @by, sort:, label: "Came with a model file",
                      change_set: Kelvath::ChangeSet.new(additions: model.elements.values))
               .tap { |each| @brought << each }
  end
end
