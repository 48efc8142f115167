# frozen_string_literal: true

# What one entry of the journal did, thing by thing.
class EntryContents
  MOST = 200 # things that are told
  # what: "made", "removed" or "changed"; fields: [[label, before, after], …], as texts.
  Line = Struct.new(:id, :title, :what, :fields, keyword_init: true)

  def initialize(stored, entry)
    @change = entry.change_set
    @after = stored.model_at(entry.revision)
    @before = @change.inverse.apply(@after)
  end

  # [Line, …], at most MOST; and how many things are left out.
  def lines = all.first(MOST)
  def left_out = [ all.size - MOST, 0 ].max

  private

  def all
    @all ||= @change.removals.map { |each| line(each, @before, "removed") } +
             @change.additions.map { |each| line(each, @after, "made") } +
             @change.updates.group_by(&:id).map { |id, list| changed(@before.fetch(id), list) }
  end

  def line(element, model, what)
    Line.new(id: element.id, title: Kelvath::Describing.title(element, model), what:, fields: [])
  end

  def changed(element, updates)
    fields = updates.filter_map do |update|
      field = element.class.fields[update.field]
      next if field.nil? || field.internal?

      [ field.label, text(@before, element, field, update.before), text(@after, element, field, update.after) ]
    end
    Line.new(id: element.id, title: Kelvath::Describing.title(element, @before), what: "changed", fields:)
  end

  def text(model, element, field, value)
    Kelvath::Editing::FieldText.shown(model, element.with(field.name => value), field).to_s
  end
end
