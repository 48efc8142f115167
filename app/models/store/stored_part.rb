# frozen_string_literal: true

# A part of a model that is in the database and not loaded: a design with what stands in it and on its diagrams.
# Models that lack it share it, since no change between them touched it.
class StoredPart
  # Designs and diagrams themselves belong to the main part.
  def self.main(model_id)
    ElementRow.where(model_id:)
              .merge(ElementRow.where(part: ElementRow::MAIN).or(ElementRow.where(kind: %w[design diagram])))
  end

  # { design's id => StoredPart } of a model as it is at a revision.
  def self.all(model_id, revision, design_ids) = design_ids.to_h { |id| [ id, new(model_id, id, revision) ] }

  def initialize(model_id, id, revision)
    @model_id = model_id
    @id = id
    @revision = revision
    @lock = Monitor.new
  end

  # Nothing up to that revision touched it.
  def untouched_until(revision) = @lock.synchronize { @revision = [ @revision, revision ].max }

  # Its elements, as they were when the models that lack it were made.
  def elements = @lock.synchronize { @elements ||= ElementStore.glance { read } }

  # The tables made of an entity, or columns made of an attribute, found without loading the part.
  def made_of(element)
    rows = ElementRow.where(model_id: @model_id, part: @id).where("kind IN ('table', 'column')") # as the index has it
    ElementStore.elements(rows.where("json_extract(content, '$.source_id') = ?", element.id))
  end

  # At most so many elements of some kinds in whose name a text stands, in any (ASCII) letters.
  def named(kinds, text, most)
    pattern = "%#{ElementRow.sanitize_sql_like(text)}%"
    rows = ElementRow.where(model_id: @model_id, part: @id, kind: kinds.map(&:to_s))
    ElementStore.elements(rows.where("json_extract(content, '$.name') LIKE ? ESCAPE '\\'", pattern).limit(most))
  end

  private

  def read
    now = StoredModel.where(id: @model_id).pick(:revision) || raise(ActiveRecord::RecordNotFound)
    if now == @revision
      return rows(ElementRow.where(model_id: @model_id, part: @id).where.not(kind: %w[design diagram]))
    end

    earlier
  end

  def rows(scope) = ElementStore.elements(scope)

  # Others have gone on: what they did is taken back, from all of the model.
  def earlier
    later = JournalEntry.where(model_id: @model_id).where("revision > ?", @revision).order(revision: :desc)
    undone = Kelvath::ChangeSet::Folding.of(later.map { |entry| entry.change_set.inverse })
    whole = undone.apply(Kelvath::Model.of(ElementStore.read(@model_id)))
    whole.elements.each_value.select { |each| part?(each, whole) }
  end

  def part?(element, whole)
    !%i[design diagram].include?(element.kind) && Kelvath::Model::Parts.of(element, whole) == @id
  end
end
