# frozen_string_literal: true

# What stands above and below the text of each page.
class DocxBook::Edges
  RELATIONS = { "styles" => %w[styles styles.xml], "settings" => %w[settings settings.xml],
                "header" => %w[header header.xml], "footer" => %w[footer footer.xml] }.freeze

  def initialize(book)
    @book = book
  end

  def header
    part(:hdr) { |pen| pen.paragraph("Header") { pen.run("#{@book.model_name}: #{@book.dossier.name}") } }
  end

  def footer
    part(:ftr) do |pen|
      pen.paragraph("Footer") do
        pen.run("#{@book.dossier.footer}\t")
        pen.field("PAGE", "1")
      end
    end
  end

  private

  def part(name)
    DocxBook.xml { |pen| pen.w.tag(name, "xmlns:w" => DocxBook::Body::SPACES["xmlns:w"]) { yield pen } }
  end
end
