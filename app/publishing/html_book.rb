# frozen_string_literal: true

# A book as one HTML file that can be mailed and opened from a disk: its styles, its script, its fonts and its drawings
# are within it, and a content security policy that lets nothing else in.
class HtmlBook
  PARTS = Rails.root.join("app/publishing/html_book")

  # model: a Kelvath::Model; book: a Kelvath::Publishing::Book; facts: { "issued", "person", "version" }, of which any
  # may be missing.
  def initialize(model, book, facts: {})
    @model, @book, @facts = model, book, facts
  end

  # The file's text. progress: is told of each drawing.
  def text(progress: Kelvath::Progress.none)
    scenes = scenes(progress)
    ApplicationController.render(template: "books/show", layout: false,
                                 assigns: { book: @book, facts: @facts, scenes:, css:, script:, policy: })
  end

  private

  # { diagram's id => Scene }
  def scenes(progress)
    pictures = @book.pictures
    pictures.each_with_index.to_h do |picture, index|
      progress.step(index, pictures.size, "drawing #{picture.title}")
      [ picture.diagram_id, Kelvath::Diagram::Scene.of(@model, picture.diagram_id) ]
    end
  end

  FONTS = [ [ "Newsreader", 400, "newsreader-latin-400-normal" ], [ "Newsreader", 600, "newsreader-latin-600-normal" ],
            [ "JetBrains Mono", 400, "jetbrains-mono-latin-400-normal" ] ].freeze

  def css
    @css ||= begin
      helpers = ApplicationController.helpers
      fonts = FONTS.map { |family, weight, file| helpers.font_face(family, weight, "normal", file) }
      [ PARTS.join("book.css").read, accent, shares, *fonts, helpers.drawing_css ].join("\n")
    end
  end

  # Widths of columns, in hundredths of the table.
  def shares = (0..100).map { |each| ".w#{each}{width:#{each}%}" }.join

  def script = @script ||= PARTS.join("book.js").read

  # Its colour, if it has one of its own.
  def accent
    tint = Kelvath::Diagram::Palette::TINTS[@book.dossier.accent] or return ""
    ":root{--band:#{tint.first}}"
  end

  # Nothing is loaded from elsewhere, and only these styles and this script count (CSP Level 3).
  def policy
    "default-src 'none'; style-src '#{digest(css)}'; script-src '#{digest(script)}'; img-src data:; font-src data:; " \
      "base-uri 'none'; form-action 'none'"
  end

  def digest(text) = "sha256-#{[ Digest::SHA256.digest(text) ].pack('m0')}"
end
