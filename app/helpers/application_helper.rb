# frozen_string_literal: true

module ApplicationHelper
  # A part of the page that htmx puts in place of the one with the same id, wherever it stands. What
  # only lives inside a table or a drawing travels in a template, as HTML's parser wants it.
  def out_of_band(within: nil, &block)
    content = capture(&block)
    case within
    when :svg then tag.template(content_tag(:svg, content))
    when :table then tag.template(content)
    else content
    end
  end

  CUT = "<!--cut-->" # between two things of a list; what people wrote cannot hold it, since it is escaped

  # A partial rendered for each of many things that pages share; key: of the list they stand in.
  def kept_markup(key, things, partial, as:, **locals)
    safe_join(KeptMarkup.fetch([ partial, *key, locals ], things) do |fresh|
      render(partial:, collection: fresh, as:, locals: { **locals },
             spacer_template: "application/cut").split(CUT).map(&:html_safe)
    end)
  end

  # What the page's script imports, so that the browser fetches all of it at once rather than when it has read the
  # first.
  CONTROLLERS = Rails.root.join("app/javascript").glob("controllers/*/*.js").sort
                     .map { |path| path.relative_path_from(Rails.root.join("app/javascript")).to_s }
  MODULES = [ "stimulus.js", "htmx.js", "saving.js", "drawing.js", *CONTROLLERS ].freeze

  def script_modules = MODULES.map { |file| asset_path(file) }

  # JSON for hx-vals and the like.
  def vals(**values) = values.to_json

  # How htmx is to behave here: no evaluated code, no style of its own, and answers that say what
  # is wrong are put into the page like any other.
  def htmx_config
    { allowEval: false, includeIndicatorStyles: false, allowScriptTags: false, selfRequestsOnly: true,
      defaultSwapStyle: "none", timeout: 60_000,
      responseHandling: [ { code: "204", swap: false }, { code: "[45]..", swap: true, error: true },
                          { code: "...", swap: true } ] }.to_json
  end

  def stage_link(desk, stage, title)
    diagram = desk.diagram_of(stage)
    path = if stage == "script" then desk.design && model_design_script_path(desk.stored, desk.design.id)
    elsif stage == "dossier" then model_dossiers_path(desk.stored)
    elsif diagram then model_diagram_path(desk.stored, diagram.id)
    else model_designs_path(desk.stored)
    end
    link_to title, path || model_designs_path(desk.stored), class: "stage-stop",
            "aria-current": ("step" if desk.stage == stage)
  end

  # The platform stands beside the physical stop.
  def stage_title(desk, stage, title)
    stage == "physical" && desk.design ? "#{title} · #{desk.design.name}" : title
  end

  def counted(number, noun)
    "#{number_with_delimiter(number)} #{number == 1 ? noun : Kelvath::Inflection.plural(noun)}"
  end
end
