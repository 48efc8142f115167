# frozen_string_literal: true

# The shapes of a scene as SVG.
module DrawingHelper
  INK = Kelvath::Diagram::Ink

  # Shapes of the core as SVG elements; their look comes from their style's class.
  def ink(shapes, tint: nil) = safe_join(shapes.map { |shape| ink_shape(shape, tint) }, "\n")

  # The paths of a line. Browsers paint dashes quickly along one straight piece only: along a path with corners they
  # reckon with all dashes of it for each part of the screen that it might come near.
  def line_paths(line)
    return tag.path(class: "line-path ink-line", d: line.path) unless line.dashed

    straight, corners = INK.pieces(INK.soft(:line, line.points).numbers)
    first, *others = straight.map do |from, to|
      tag.path(class: "line-path ink-line_open", d: INK.d([ [ :m, *from ], [ :l, *to ] ]))
    end
    safe_join([ first, (tag.path(class: "line-path line-corners ink-line_open", d: INK.d(corners)) if corners.any?),
                *others ])
  end

  def box_numbers(rect) = [ rect.x, rect.y, rect.width, rect.height ].map { |number| INK.short(number) }.join(" ")

  # The style sheet of an exported drawing, with the fonts within it, since a file stands alone.
  def drawing_css
    fonts = { 400 => "instrument-sans-latin-400-normal", 600 => "instrument-sans-latin-600-normal" }
      .map { |weight, file| font_face("Instrument Sans", weight, "normal", file) }
    [ *fonts, font_face("Newsreader", 400, "italic", "newsreader-latin-400-italic"),
      Kelvath::Diagram::Palette.css(themed: false) ].join("\n").html_safe
  end

  # What a template for one of each part of a scene is called, and what it calls that one.
  TEMPLATES = { boxes: %w[card box], lines: %w[line line], notes: %w[note note], panels: %w[panel panel] }.freeze

  # Those of one part of a scene that have these ids, one after the other; locals: of their template.
  def scene_parts(scene, part, ids, **locals)
    template, as = TEMPLATES.fetch(part)
    render(partial: "diagrams/#{template}", collection: scene.send(part).fetch_values(*ids), as: as.to_sym, locals:)
  end

  # A font as a style sheet says it, within it. file: its name in app/assets/fonts, without ".woff2".
  def font_face(family, weight, style, file)
    data = [ Rails.root.join("app/assets/fonts/#{file}.woff2").binread ].pack("m0")
    "@font-face{font-family:'#{family}';font-weight:#{weight};font-style:#{style}" \
    ";src:url(data:font/woff2;base64,#{data}) format('woff2')}"
  end

  private

  # Only the first face of a card takes its colour. The strings hold numbers and known names only,
  # but for text, which is escaped.
  def ink_shape(shape, tint)
    face = %i[card_face card_outside].include?(shape.style)
    tinted = shape.tint || (tint if face)
    css = [ ("ink-card_face" if face), "ink-#{shape.style}", ("tint-#{tinted}" if tinted.present?) ].compact.uniq
                                                                                                     .join(" ")
    n = shape.type == :path ? nil : shape.numbers.map { |number| INK.short(number) }
    case shape.type
    when :rect
      rounded = %( rx="#{n[4]}") unless n[4] == "0"
      %(<rect class="#{css}" x="#{n[0]}" y="#{n[1]}" width="#{n[2]}" height="#{n[3]}"#{rounded}/>)
    when :circle then %(<circle class="#{css}" cx="#{n[0]}" cy="#{n[1]}" r="#{n[2]}"/>)
    when :ellipse then %(<ellipse class="#{css}" cx="#{n[0]}" cy="#{n[1]}" rx="#{n[2]}" ry="#{n[3]}"/>)
    when :path then %(<path class="#{css}" d="#{INK.d(shape.numbers)}"/>)
    else
      anchor = %( text-anchor="#{shape.anchor}") unless shape.anchor == :start
      %(<text class="#{css}" x="#{n[0]}" y="#{n[1]}"#{anchor}>#{ERB::Util.html_escape(shape.text)}</text>)
    end.html_safe
  end
end
