# frozen_string_literal: true

# A script as it is shown, and the parts of its recipe.
module ScriptsHelper
  FORMATTER = Rouge::Formatters::HTMLLinewise.new(Rouge::Formatters::HTML.new, tag_name: "span", class: "line")
  # Each line whole, so that something can stand between two.
  LINES = Class.new(Rouge::Formatter) do
    def initialize(formatter)
      @formatter = formatter
    end

    def stream(tokens)
      token_lines(tokens) { |line| yield "#{line.map { |token, text| @formatter.span(token, text) }.join}\n" }
    end
  end
  LEXER = Rouge::Lexers::SQL
  HIGHLIGHTED = 4_000 # statements; what is longer is shown in one colour

  # [[statement or nil, HTML of its lines], …]: the heading, then each statement, with the empty lines behind them.
  def script_pieces(script)
    plain = script.statements.size > HIGHLIGHTED
    heading = "#{script.heading.join("\n")}\n\n" if script.heading.any?
    [ *([ [ nil, lines_of(heading, plain) ] ] if heading),
      *script.statements.map { |statement| [ statement, lines_of("#{script.part_of([ statement ])}\n", plain) ] } ]
  end

  # [[number of a line, HTML, comments at it], …] of a script under review.
  def review_lines(review)
    comments = review.comments.group_by(&:line)
    html = review.script.count("\n") > HIGHLIGHTED ? review.script.lines.map { |line| ERB::Util.html_escape(line) } :
             LINES.new(Rouge::Formatters::HTML.new).format(LEXER.new.lex(review.script)).lines.map(&:html_safe)
    html.each_with_index.map { |line, index| [ index + 1, line, comments.fetch(index + 1, []) ] }
  end

  # Rouge escapes what it marks up. An empty line is a line.
  def lines_of(sql, plain)
    return safe_join(sql.lines.map { |line| tag.span(line, class: "line") }) if plain

    FORMATTER.format(LEXER.new.lex(sql)).html_safe
  end

  # The field of a recipe as what is chosen from or typed: [[value, words], …]; nil for a text.
  RECIPE_CHOICES = {
    "foreign_keys" => { "after" => "when all tables are there", "inside" => "inside their tables" },
    "drops" => { "none" => "drop nothing first", "if there" => "drop first what is there",
                 "plain" => "drop all of it first" },
    "quoting" => { "as needed" => "quote names where they must be", "always" => "quote every name" },
    "keywords" => { "upper" => "keywords in capitals", "lower" => "keywords in small letters" },
    "files" => { "one" => "one file", "one each" => "a file for each thing, and one that runs them all" },
    "terminator" => { "at the end" => "semicolons at the end", "on a line" => "semicolons on a line of their own",
                      "as a batch" => "a batch for each statement" },
    "referential" => { "none" => "left out", "triggers" => "kept by triggers" },
    "column_order" => { "left" => "left where they are",
                        "as designed" => "as designed, if need be in a table that is made anew" },
    "big_tables" => { "plain" => "plainly, in as few statements as it takes",
                      "gently" => "gently, so that nobody waits for long" },
    "repeatable" => { "no" => "to run once", "yes" => "can run twice without harm" }
  }.freeze

  # Says that a proof is of another script than the recipe makes now; nil if it is of this one.
  def stale_proof(run)
    digest = run.result["digest"] or return
    model = run.stored_model.model
    recipe = Kelvath::Scripting::Recipes.fetch(model, run.options["recipe"].presence || "recipe-create")
    script = Kelvath::Scripting::Composition.new(model, run.design_id, recipe).script
    return if Digest::SHA256.hexdigest(script.text) == digest

    tag.p("The script has changed since; this says nothing of it as it is now.", class: "border-l-2 border-ochre pl-2")
  rescue Kelvath::Error
    tag.p("The recipe or the design is gone.", class: "border-l-2 border-ochre pl-2")
  end

  # Says that a trial is of another script than there is now; nil if it is of this one.
  def stale_trial(run)
    model = run.stored_model.model
    design = model.fetch(run.design_id, :design)
    page = AlterationPage.new(run.stored_model, model, design, from: run.options["from"], recipe: run.options["recipe"])
    return if Digest::SHA256.hexdigest(page.whole.script.text) == run.result["digest"]

    tag.p("The script has changed since; this says nothing of it as it is now.", class: "border-l-2 border-ochre pl-2")
  rescue Kelvath::Error
    tag.p("What it began at, or the design, is gone.", class: "border-l-2 border-ochre pl-2")
  end

  # Some SQL in colours.
  def highlight(sql) = Rouge::Formatters::HTML.new.format(LEXER.new.lex(sql)).html_safe

  # What is chosen of a recipe's field, as RECIPE_CHOICES has it.
  def recipe_value(recipe, field)
    value = recipe[field.to_sym]
    [ true, false ].include?(value) ? (value ? "yes" : "no") : value.to_s
  end
end
