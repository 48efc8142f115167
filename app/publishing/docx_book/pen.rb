# frozen_string_literal: true

require "builder"

# The parts of WordprocessingML that a document is written with. Whatever text is given, it stands there as text.
class DocxBook::Pen
  UNWRITABLE = /[^\t\n\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/ # by XML 1.0, 2.2

  # Elements of one namespace: space.p("w:val" => …) { … }
  class Space < BasicObject
    def initialize(xml, prefix)
      @xml, @prefix = xml, prefix
    end

    # One element, by name.
    def tag(name, *given, &block) = @xml.tag!("#{@prefix}#{name}", *given, &block)

    def respond_to_missing?(*) = true
    def method_missing(name, *given, &block) = tag(name, *given, &block)
  end

  # target: what XML is written to (<<).
  def initialize(target)
    @xml = Builder::XmlMarkup.new(target:)
    @xml.instruct!
    @spaces = Hash.new { |known, prefix| known[prefix] = Space.new(@xml, prefix && "#{prefix}:") }
    @marks = 0
  end

  # One paragraph in a style; the block writes what is in it. keep: on the page of what follows?
  def paragraph(style, keep: false, &block)
    w.p do
      w.pPr do
        w.pStyle("w:val" => style)
        w.keepNext if keep
      end
      block&.call
    end
  end

  # looks: elements of its properties, by name, with their value or true.
  def run(text, **looks)
    w.r do
      looks(looks)
      clean(text).split(/(\n|\t)/).each do |part|
        case part
        when "\n" then w.br
        when "\t" then w.tab
        else w.t(part, "xml:space" => "preserve")
        end
      end
    end
  end

  # Text that leads to a mark.
  def link(text, id)
    w.hyperlink("w:anchor" => mark_name(id), "w:history" => "1") { run(text, rStyle: "Hyperlink") }
  end

  # What the block writes can be led to.
  def marked(id)
    number = (@marks += 1)
    w.bookmarkStart("w:id" => number, "w:name" => mark_name(id))
    yield
    w.bookmarkEnd("w:id" => number)
  end

  # A field that the word processor reckons; shown: until then.
  def field(instruction, shown)
    open_field(instruction)
    run(shown)
    close_field
  end

  def open_field(instruction)
    w.r { w.fldChar("w:fldCharType" => "begin") }
    w.r { w.instrText(" #{instruction} ", "xml:space" => "preserve") }
    w.r { w.fldChar("w:fldCharType" => "separate") }
  end

  def close_field = w.r { w.fldChar("w:fldCharType" => "end") }

  # A cell of a book: text, a link, or several of them.
  def cell(cell)
    case cell
    when Kelvath::Publishing::Link then link(cell.text, cell.to)
    when Array then cell.each { |part| cell(part) }
    else run(cell)
    end
  end

  # Letters, digits and lines, at most 40.
  def mark_name(id) = "m_#{id.to_s.gsub(/\W/, '_')}"[0, 40]

  # Text without what XML cannot hold.
  def clean(text) = text.to_s.gsub(UNWRITABLE, " ")

  # Elements of WordprocessingML, of another namespace, of none.
  def w = @spaces["w"]
  def space(prefix) = @spaces[prefix]
  def plain = @spaces[nil]

  private

  def looks(looks)
    return if looks.empty?

    w.rPr { looks.each { |name, value| w.tag(name, *([ { "w:val" => value } ] unless value == true)) } }
  end
end
