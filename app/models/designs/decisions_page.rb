# frozen_string_literal: true

# What was decided by hand in a design: what, when, by whom, why, and whether it still matters.
class DecisionsPage
  Row = Struct.new(:decision, :title, :what, :reason, :entry, :needed, keyword_init: true)
  ENTRIES = 400 # journal entries looked through, the latest first
  LARGE = 300.kilobytes # of one that is not opened: a whole derivation or intake

  attr_reader :design

  def initialize(stored, model, design)
    @stored = stored
    @model = model
    @design = design
    @base = KeptBase.of(design)
  end

  # Is it known what was derived last?
  def based? = !@base.nil?

  # [Row, …]
  def rows
    return [] unless based?

    @rows ||= begin
      again = AgainPage.new(@model, @design).merge
      unneeded = again.unneeded.to_set(&:key)
      decisions = Kelvath::Derivation::Again::Decisions.of(@model, @design.id, derived).all
      entries = entries(decisions)
      decisions.map do |each|
        Row.new(decision: each, title: words.title(each.element), what: what(each),
                reason: reasons[each.key]&.reason.to_s, entry: entries[each.key], needed: !unneeded.include?(each.key))
      end
    end
  end

  # The element that keeps the reason of a decision, by the decision's key; nil if none was given.
  def reasons
    @reasons ||= @model.children(@design.id, :decision).to_h { |each| [ "#{each.subject}:#{each.field}", each ] }
  end

  private

  # The elements of the last derivation; taking them out of their base takes time.
  def derived = @derived ||= @base.elements

  def words
    @words ||= Kelvath::Derivation::Again::Words.new(@model, @design, derived.to_h { |each| [ each.id, each ] })
  end

  def what(decision)
    case decision.way
    when :added then "added"
    when :left_out then "left out"
    when :order then "columns in the order #{words.order(decision.now)}"
    else "#{decision.field.label.downcase} is #{words.value(decision.field, decision.now)}, derived as " \
         "#{words.value(decision.field, decision.derived)}"
    end
  end

  # { key => the latest JournalEntry that made it so }
  def entries(decisions)
    open = decisions.to_h { |each| [ each.key, each ] }
    found = {}
    JournalEntry.where(model_id: @stored.id, undone: false).where("length(changes_packed) < ?", LARGE).latest_first
                .limit(ENTRIES).each do |entry|
      break if open.empty?

      change = entry.change_set
      open.select { |_, decision| made?(change, decision) }.each_key do |key|
        found[key] = entry
        open.delete(key)
      end
    end
    found
  end

  def made?(change, decision)
    id = decision.element.id
    case decision.way
    when :added then change.additions.any? { |each| each.id == id }
    when :left_out then change.removals.any? { |each| each.id == id }
    when :order then change.updates.any? { |each| each.field == :position && decision.now.include?(each.id) }
    else change.updates.any? { |each| each.id == id && each.field == decision.field.name }
    end
  end
end
