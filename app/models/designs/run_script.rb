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

  private

  def recipe = @options["recipe"].presence

  def altering
    page = AlterationPage.new(@stored, @model, @design, from: @options["from"], recipe:,
                                                        back: @options["back"].present?)
    open = page.alteration.questions.find(&:needed)
    raise Kelvath::Error, "#{open.words} Answer that first; then it can be run." if open

    page.script
  end
end
