# frozen_string_literal: true

# What of a page must be painted again after a commit: the page says which diagram or ledger it
# shows and what is selected.
class Repaint
  LISTED = Kelvath::Metamodel::DiagramNode.fetch_field(:element_id).to # kinds that Contents lists: those with cards

  attr_reader :stored, :commit, :diagram_id, :ledger_scope, :selected

  # seen: the revision that the page shows; the one before the commit, unless said.
  def initialize(stored, commit, diagram_id:, ledger_scope:, selected:, ledger_view: Kelvath::Ledger::View.new,
                 seen: commit.entry.revision - 1, other_names: false)
    @other_names = other_names
    @stored = stored
    @commit = commit
    @seen = seen
    @diagram_id = commit.after.of_kind(diagram_id, :diagram)&.id
    @ledger_scope = ledger_scope.presence
    @ledger_view = ledger_view
    @selected = selected.presence
    @scenes = scene_trail
    @ledgers = ledger_trail
  end

  def model = commit.after
  def diagram = @scenes && model[diagram_id]

  # The latest scene; it can be a little ahead of the model when others write, too.
  def scene = @scenes.value

  # { boxes:, lines:, notes:, panels:, gone: } ids of what is other than before this commit.
  def scene_changes = @scene_changes ||= Kelvath::Diagram::SceneChanges.joined(@scenes.changes_since(seen), scene)

  # Is it to be put into the drawing, rather than in place of an older one?
  def fresh?(id) = scene_changes.fresh.include?(id)

  GROUPING = %i[schema subject_area].freeze # what Contents is grouped by

  # Do entries stand under other headings than before?
  def contents_anew?
    return true if @other_names # which depend on more than the elements themselves

    change = commit.change_set
    grouped = change.updates.any? { |update| %i[schema_id subject_area_id].include?(update.field) }
    grouped || change.touched_ids.any? { |id| GROUPING.include?((model[id] || commit.before[id])&.kind) }
  end

  # The page around what is painted.
  def desk
    design = model.of_kind(ledger_scope.to_s, :design)
    Desk.new(stored, model, view: nil, stage: diagram&.stage || (design ? "physical" : "logical"), diagram:, design:)
  end

  # Elements whose entry in Contents came, went or was renamed, [element or nil, id].
  def contents
    touched = commit.change_set.additions + commit.change_set.removals
    renamed = commit.change_set.updates.select { |update| update.field == :name }.map do |update|
      commit.before[update.id]
    end
    (touched + renamed).compact.select { |element| listed?(element) }.map { |element|
      [ model[element.id], element.id ]
    }.uniq
  end

  # Fields of the selected element that changed.
  def fields
    element = model[selected] or return []
    names = commit.change_set.updates.select { |update| update.id == selected }.map(&:field)
    names |= TYPED & element.class.fields.keys if names.intersect?(%i[type domain_id base_id])
    names.map { |name| element.class.fetch_field(name) }.reject(&:internal?)
  end

  # Fields that look otherwise when an attribute or domain gets another type.
  TYPED = [ :type, :length, :precision, :scale, *Kelvath::Logical::ValueType::INHERITED ].freeze

  # Is the selected element gone, or is what is said about it other than it was?
  def selection_gone? = selected && !model.key?(selected) && commit.before.key?(selected)

  def selection_told_anew?
    selected && model.key?(selected) && ((commit.change_set.touched_ids & told_by).any? || twin_renamed?)
  end

  def ledger = @ledgers&.value

  # { groups:, cells:, gone:, fresh: } of what is other than before this commit.
  def ledger_changes = @ledger_changes ||= Kelvath::Ledger::Changes.joined(@ledgers.changes_since(seen), ledger)

  private

  def known_scope?(model)
    %w[concept logical].include?(ledger_scope) || Kelvath::Ledger::KINDS.any? { |kind|
      ledger_scope == "kind:#{kind}"
    } || !model.of_kind(ledger_scope, :design).nil?
  end

  def listed?(element)
    if element.kind == :entity
      diagram&.stage != "physical"
    else
      element.kind == :table && element.parent_id == (diagram&.design_id || ledger_scope)
    end
  end

  attr_reader :seen

  def scene_trail
    return unless diagram_id && commit.before.key?(diagram_id)

    from_before(->(model) { model.key?(diagram_id) }) do |revision, known|
      SceneCache.trail(stored.id, diagram_id, revision, other_names: @other_names, &known)
    end
  end

  def ledger_trail
    return unless ledger_scope && known_scope?(commit.before) && known_scope?(commit.after)

    from_before(method(:known_scope?)) do |revision, known|
      LedgerCache.trail(stored.id, ledger_scope, @ledger_view, revision, &known)
    end
  end

  # A trail that begins before the commit, where there was none yet, and goes on to the latest model: when
  # several write at once, one step serves them all.
  def from_before(shows)
    yield seen, -> { ModelCache::Known.new(seen, commit.before) }
    yield commit.entry.revision, lambda {
      known = ModelCache.fetch(stored)
      shows.call(known.model) ? known : ModelCache::Known.new(commit.entry.revision, commit.after)
    }
  end

  # Was the table or column renamed that stands for the selection in a design?
  def twin_renamed?
    commit.change_set.updates.any? do |update|
      (element = model[update.id]) && %i[table column].include?(element.kind) && element.source_id == selected
    end
  end

  # The ids whose change alters what is said of the selection.
  def told_by
    element = model[selected]
    [ selected, *element.referenced_ids, *model.referrers(selected, :relationship).map(&:id),
      *model.child_ids(selected) ]
  end
end
