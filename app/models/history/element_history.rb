# frozen_string_literal: true

# What the journal says of one element, the latest first.
class ElementHistory
  MOST = 3000 # entries of the journal that are looked through
  # entry; what: "was made", "was removed" or "was changed"; fields: [[label, before, after], …], as texts.
  Line = Struct.new(:entry, :what, :fields, keyword_init: true)

  def initialize(stored, model, id)
    @stored, @model, @id = stored, model, id
  end

  # The element as it is, or as it was last.
  def element = lines && known

  def lines
    @lines ||= @stored.journal_entries.latest_first.limit(MOST).filter_map { |entry| line(entry) }
  end

  private

  # Most entries say nothing of it, and are not read in full.
  def line(entry)
    return unless Zlib.inflate(entry.changes_packed).include?(@id)

    change = entry.change_set
    return Line.new(entry:, what: "was made", fields: []) if change.additions.any? { |each| each.id == @id }
    return removed(entry, change) if change.removals.any? { |each| each.id == @id }

    updates = change.updates.select { |each| each.id == @id && told?(each.field) }
    Line.new(entry:, what: "was changed", fields: updates.map { |each| field(each) }) if updates.any?
  end

  def removed(entry, change)
    @gone ||= change.removals.find { |each| each.id == @id }
    Line.new(entry:, what: "was removed", fields: [])
  end

  # Entries come the latest first, so what was removed is met as such before it is met as changed.
  def known = @model[@id] || @gone

  def told?(name) = known.nil? || !known.class.fields[name]&.internal?

  def field(update)
    field = known&.class&.fields&.fetch(update.field, nil)
    [ field ? field.label : update.field.to_s, text(field, update.before), text(field, update.after) ]
  end

  def text(field, value)
    return value.to_s unless field

    Kelvath::Editing::FieldText.shown(@model, known.with(field.name => value), field).to_s
  end
end
