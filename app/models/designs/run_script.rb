# frozen_string_literal: true

# The script that a run on somebody's database is about: a design's by a recipe, or one that alters.
class RunScript
  # options: of a Run, with string keys: recipe; from, back: as AlterationPage takes them, for one that alters.
  def initialize(stored, model, design, options)
    @stored, @model, @design, @options = stored, model, design, options
  end

  # The Kelvath::Ddl::Script. Raises Kelvath::Error for one that waits for an answer.
  def script
    @script ||= @options["from"].present? ? altering : ScriptPage.new(@stored, @model, @design, recipe).script
  end

  def digest = Digest::SHA256.hexdigest(script.text)

  # Why it cannot be run as a whole, nil if it can: [line, words].
  def parted
    form = platform.class::NEVER_WITHIN
    found = script.handed_out.find { |each| form && each.sql.match?(form) }
    [ found.line, "“#{found.sql.lines.first.strip.truncate(60)}” cannot stand in a transaction" ] if found
  end

  # Does it begin and end its transaction itself?
  def own_transaction? = script.handed_out.any? { |each| each.sql.match?(/\A\s*(?:BEGIN|COMMIT|ROLLBACK)\b/i) }

  # Is whatever it did taken back by itself, should it stop?
  def whole? = platform.supports?(:undone_whole) && parted.nil?

  private

  def platform = Kelvath::Platforms.fetch(@design.platform)
  def recipe = @options["recipe"].presence

  def altering
    page = AlterationPage.new(@stored, @model, @design, from: @options["from"], recipe:,
                                                        back: @options["back"].present?)
    open = page.alteration.questions.find(&:needed)
    raise Kelvath::Error, "#{open.words} Answer that first; then it can be run." if open

    page.script
  end
end
