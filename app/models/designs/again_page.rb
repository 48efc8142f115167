# frozen_string_literal: true

# What deriving a design again would do, for the page that shows it before anything is written.
class AgainPage
  MOST = 400 # arrivals spelt out

  attr_reader :design, :merge

  # progress is not shown: a thousand tables take about two seconds.
  def initialize(model, design)
    @model = model
    @design = design
    @merge = Kelvath::Derivation.again(model, design.id, base: KeptBase.of(design),
                                       standard: NamingStandard::Choice.of(model).standard)
  end

  delegate :conflicts, :arrivals, :decisions, :remarks, to: :merge

  # [[table's name, [[what, what becomes of it], …]], …] of the first MOST.
  def arrivals_by_table
    arrivals.first(MOST).group_by { |each| words.table_id(each.element) }.map do |_, list|
      [ words.place(list.first.element).split(" · ").first, list.map { |each|
 [ words.title(each.element), said(each) ] } ]
    end
  end

  # What it shows: all that arrives, and both sides of each conflict.
  def shown
    @shown ||= begin
      arriving = arrivals.map { |each|
        [ each.way, each.element.to_h, each.field&.name, each.before, each.after ].inspect }
      lines = arrivals_by_table.flat_map { |table, list| list.map { |line| [ table, *line ].join(" ") } }
      told = conflicts.map { |each| conflict_line(each) }
      Shown.new(Kelvath::ChangeSet::Fingerprint.of(others: [ *arriving, *conflicts.map(&:key), *told ]), lines + told)
    end
  end

  # A conflict as a line.
  def conflict_line(conflict) = [ title(conflict), *sides(conflict) ].join(" ")

  def beyond = [ arrivals.size - MOST, 0 ].max

  # [was derived, the design has, the logical side gives] of a conflict, as text.
  def sides(conflict)
    case conflict.way
    when :changed then %i[before mine theirs].map { |side| words.value(conflict.field, conflict[side]) }
    when :order then %i[before mine theirs].map { |side| words.order(conflict[side]) }
    else [ "there", "stays, for #{hanging(conflict)} on it", "goes, with what hangs on it" ]
    end
  end

  def hanging(conflict)
    titles = conflict.hanging.first(3).map { |each| words.title(each) }
    "#{titles.to_sentence} #{titles.one? ? 'hangs' : 'hang'}"
  end

  # What a conflict is about: "column vessel · name: type".
  def title(conflict)
    about = { changed: conflict.field&.label&.downcase, order: "order of columns" }[conflict.way]
    [ words.title(conflict.element), about ].compact.join(": ")
  end

  def words
    @words ||= Kelvath::Derivation::Again::Words.new(@model, @design, merge.fresh)
  end

  private

  def said(arrival)
    case arrival.way
    when :added then "comes"
    when :removed then "goes"
    when :order then "its columns are put in the order #{words.order(arrival.after)}"
    else
      before, after = [ arrival.before, arrival.after ].map { |value| words.value(arrival.field, value) }
      "#{arrival.field.label.downcase} “#{before}” becomes “#{after}”"
    end
  end
end
