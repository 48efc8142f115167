# frozen_string_literal: true

# The entries of a lexicon that a person is looking for, a page at a time.
class LexiconSearch
  PAGE = 40
  # How the list can be narrowed: title => test of an entry.
  SHOWS = { "all" => ->(_) { true }, "proposed" => ->(entry) {
    entry.status == "proposed"
  }, "forbidden" => ->(entry) { entry.status == "forbidden" }, "retired" => ->(entry) { entry.status == "retired" },
            "class words" => :class_word.to_proc,
            "without a short form" => ->(entry) { entry.short_forms.empty? && entry.status != "forbidden" } }.freeze

  attr_reader :text, :show, :from

  def initialize(model, params)
    @model = model
    @text = params[:text].to_s.strip.downcase
    @show = params[:show].presence_in(SHOWS.keys) || "all"
    @from = params[:from].to_s.to_i.clamp(0, 1_000_000)
  end

  # Words that begin with the text first, then those that hold it or have it as a short form.
  def found
    @found ||= sorted.select { |entry| SHOWS.fetch(show).call(entry) && (text.empty? || hit?(entry)) }
                     .then do |list|
                       text.empty? ? list : list.sort_by.with_index { |entry, index| [ rank(entry), index ] }
                     end
  end

  def page = found[from, PAGE].to_a
  def more? = found.size > from + PAGE
  def next_from = from + PAGE

  private

  # Sorted once for each state of the lexicon.
  def sorted = @model.memo(:entries_by_name) { @model.all(:lexicon_entry).sort_by { |entry| entry.name.downcase } }

  def hit?(entry)
    entry.name.downcase.include?(text) || entry.short_forms.any? { |short| short.downcase.start_with?(text) }
  end

  def rank(entry)
    return 0 if entry.name.downcase == text || entry.short_forms.any? { |short| short.casecmp?(text) }

    entry.name.downcase.start_with?(text) ? 1 : 2
  end
end
