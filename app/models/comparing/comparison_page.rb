# frozen_string_literal: true

# What the page of a comparison shows: the differences that are looked at, by part and by what they are in.
class ComparisonPage
  ROWS = 200 # of a page, at least one thing
  # What somebody looks at, from the address.
  Look = Struct.new(:way, :kind, :text, :aside, :origin, :page, keyword_init: true) do
    def self.of(params)
      new(way: params[:way].presence_in(Kelvath::Merging::Difference::WAYS.keys.map(&:to_s)),
          kind: params[:kind].presence_in(Kelvath::Metamodel::KINDS.keys.map(&:to_s)), text: params[:text].presence,
          aside: Array(params[:aside]) & Kelvath::Merging::Filter::ASIDE.keys.map(&:to_s),
          origin: params[:origin].presence_in(%w[open]), page: params[:page].to_s[/\A\d{1,6}\z/].to_i)
    end

    def to_params = to_h.reject { |_, value| value.blank? || value == 0 }
  end
  # One thing with what differs in it.
  Group = Struct.new(:id, :part, :title, :differences, keyword_init: true)

  attr_reader :comparison, :look, :made

  def initialize(comparison, look)
    @comparison, @look = comparison, look
    @made = comparison.made
  end

  def wording = @wording ||= Kelvath::Merging::Wording.new(made)
  def origins = @origins ||= comparison.origins
  def standing = @standing ||= comparison.standing
  def along = @along ||= comparison.along

  # What is looked at: [Kelvath::Merging::Difference, …]
  def shown
    @shown ||= begin
      filter = Kelvath::Merging::Filter.new(kinds: look.kind && [ look.kind.to_sym ], text: look.text,
                                            ways: look.way && [ look.way.to_sym ], aside: look.aside.map(&:to_sym))
      made.differences.select { |each| filter.shows?(each) { wording.title(each) } && open?(each) }
    end
  end

  # The groups of the page at hand.
  def groups = pages[page] || []
  def page = [ look.page, pages.size - 1 ].min.clamp(0..)

  def pages
    @pages ||= all_groups.each_with_object([]) do |group, pages|
      rows = pages.last&.sum { |each| each.differences.size }
      pages << [] if rows.nil? || rows + group.differences.size > ROWS
      pages.last << group
    end
  end

  # Keys of what a button is about: "all" that is looked at, or one group by its id.
  def keys_of(what)
    return shown.map(&:key) if what == "all"

    all_groups.find { |group| group.id == what }&.differences.to_a.map(&:key)
  end

  # { way => how many of all differences }
  def counts = @counts ||= made.differences.map(&:way).tally

  # Kinds that differ: [[title, kind], …]
  def kinds
    made.differences.map { |each| each.kind || each.element.kind }.uniq
        .map { |kind| [ Kelvath::Metamodel.fetch(kind).title, kind.to_s ] }.sort
  end

  # How many differences both sides changed and nobody has decided.
  def undecided = origins.count { |key, origin| origin == :both && !comparison.chosen.key?(key) }

  # Matches by likeness or by a person's word.
  def likely = made.correspondence.pairs.count { |match| %i[likeness answer].include?(match.how) }

  private

  def open?(difference)
    look.origin.nil? || (origins[difference.key] == :both && !comparison.chosen.key?(difference.key))
  end

  def all_groups
    @all_groups ||= shown.group_by { |each| [ wording.part(each), wording.place(each) ] }
                         .map { |(part, (id, title)), list|
                           Group.new(id: "#{part}-#{id}".parameterize, part:, title:, differences: list)
                         }.sort_by.with_index { |group, index| [ parts.index(group.part), index ] }
  end

  def parts
    @parts ||= [ "logical side", *made.differences.map { |each| wording.part(each) }.uniq,
                 *Kelvath::Merging::Wording::PARTS.values ].uniq
  end
end
