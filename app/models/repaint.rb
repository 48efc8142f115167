# frozen_string_literal: true

# What of a page must be painted again after a commit: the page says which diagram or ledger it
# shows and what is selected.
class Repaint
  LISTED = %i[entity table].freeze # kinds that Contents lists

  attr_reader :stored, :commit, :diagram_id, :ledger_scope, :selected

  def initialize(stored, commit, diagram_id:, ledger_scope:, selected:, ledger_view: Kelvath::Ledger::View.new)
    @stored = stored
    @commit = commit
    @diagram_id = diagram_id.presence_in(commit.after.elements)
    @ledger_scope = ledger_scope.presence
    @ledger_view = ledger_view
    @selected = selected.presence
    @old_scene = scene_before
    @old_ledger = ledger_before
  end

  def model = commit.after
  def diagram = diagram_id && model[diagram_id]
  def scene = @scene ||= SceneCache.fetch(stored, model, diagram_id)

  # { boxes:, lines:, notes:, panels:, gone: } ids.
  def scene_changes = @scene_changes ||= scene.changed_since(@old_scene)
  def fresh?(id) = !@old_scene.key?(id)

  # Elements whose entry in Contents came, went or was renamed, [element or nil, id].
  def contents
    touched = commit.change_set.additions + commit.change_set.removals
    renamed = commit.change_set.updates.select { |update| update.field == :name }.map { |update| commit.before[update.id] }
    (touched + renamed).compact.select { |element| listed?(element) }.map { |element| [ model[element.id], element.id ] }.uniq
  end

  # Fields of the selected element that changed.
  def fields
    element = model[selected] or return []
    commit.change_set.updates.select { |update| update.id == selected }.map { |update| element.class.fetch_field(update.field) }.reject(&:internal?)
  end

  # Is the selected element gone, or is what is said about it other than it was?
  def selection_gone? = selected && !model.key?(selected) && commit.before.key?(selected)
  def selection_told_anew? = selected && model.key?(selected) && ((commit.change_set.touched_ids & told_by).any? || twin_renamed?)

  def ledger = @ledger ||= (LedgerCache.fetch(stored, model, ledger_scope, @ledger_view) if @old_ledger && known_scope?(model))
  attr_reader :old_ledger

  # Groups with other rows or another title than before, so that a cell at a time will not do.
  def changed_groups
    @changed_groups ||= begin
      old = old_ledger.groups.to_h { |group| [ group.id, group ] }
      ledger.groups.reject { |group| (was = old[group.id]) && (was.equal?(group) || (was.rows.map(&:id) == group.rows.map(&:id) && was.title == group.title)) }
    end
  end

  # [group, row, column] for each cell that shows something else, outside changed groups.
  def changed_cells
    left_out = changed_groups.to_set(&:id)
    old = old_ledger.groups.to_h { |group| [ group.id, group ] }
    ledger.groups.reject { |group| left_out.include?(group.id) || group.equal?(old[group.id]) }.flat_map do |group|
      group.rows.zip(old[group.id].rows).reject { |row, was| row == was }.flat_map do |row, was|
        ledger.columns.reject { |column| was.cells[column.name] == row.cells[column.name] }.map { |column| [ group, row, column ] }
      end
    end
  end

  def gone_groups = old_ledger.groups.map(&:id) - ledger.groups.map(&:id)

  private

  def known_scope?(model) = %w[concept logical].include?(ledger_scope) || ledger_scope.start_with?("kind:") || model.key?(ledger_scope)
  def listed?(element) = element.kind == :entity ? diagram&.stage != "physical" : element.kind == :table && element.parent_id == (diagram&.design_id || ledger_scope)

  # The scene the page shows, from before this commit.
  def scene_before
    return unless diagram_id && commit.before.key?(diagram_id)

    SceneCache.fetch(StoredModel.new(id: stored.id, revision: stored.revision - 1), commit.before, diagram_id)
  end

  # The ledger the page shows, from before this commit.
  def ledger_before
    return unless ledger_scope && known_scope?(commit.before)

    LedgerCache.fetch(StoredModel.new(id: stored.id, revision: stored.revision - 1), commit.before, ledger_scope, @ledger_view)
  end

  # Was the table or column renamed that stands for the selection in a design?
  def twin_renamed? = commit.change_set.updates.any? { |update| (element = model[update.id]) && %i[table column].include?(element.kind) && element.source_id == selected }

  # The ids whose change alters what is said of the selection.
  def told_by
    element = model[selected]
    [ selected, *element.referenced_ids, *model.referrers(selected, :relationship).map(&:id), *model.child_ids(selected) ]
  end
end
