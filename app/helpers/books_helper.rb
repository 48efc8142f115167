# frozen_string_literal: true

# Parts of a book as HTML.
module BooksHelper
  # What Markdown may come to: nothing that loads or runs.
  MARKED = { tags: %w[p br em strong code pre blockquote ul ol li h1 h2 h3 h4 h5 h6 table thead tbody tr th td a hr],
             attributes: %w[href] }.freeze
  SCHEMES = /\A(?:https?:|mailto:|#)/i

  # A cell: text, a link, or several of them.
  def book_cell(cell)
    case cell
    when Kelvath::Publishing::Link then link_to(cell.text, "##{cell.to}")
    when Array then safe_join(cell.map { |part| book_cell(part) })
    else cell.to_s
    end
  end

  SHORT, PART = 25, 100 # rows of a table that needs no filter, and of a part of a long one

  # The columns of a table and its head; a long one says how wide they are, so that its parts are alike.
  def book_head(sheet)
    long = sheet.rows.size > SHORT
    widths = long ? sheet.shares.map { |each| tag.col(class: share(each, sheet)) } : []
    columns = long ? content_tag(:colgroup, safe_join(widths)) : ""
    heads = safe_join(sheet.columns.map { |each| content_tag(:th, each, scope: "col") })
    safe_join([ columns, content_tag(:thead, content_tag(:tr, heads)) ])
  end

  # The rows of a table. There may be a hundred thousand cells: they are put together as text.
  def book_rows(rows)
    rows.map { |row| "<tr>#{row.map { |cell| "<td>#{h(book_cell(cell))}</td>" }.join}</tr>" }.join.html_safe
  end

  # A part of a long table. folded: a browser that runs the book's script takes it for text, until the script has it
  # read while nobody waits; any other shows it at once.
  def book_part_of(head, rows, folded:)
    table = content_tag(:table, safe_join([ head, content_tag(:tbody, book_rows(rows)) ]))
    folded ? content_tag(:noscript, table) : table
  end

  # Running text: paragraphs as they were typed, or Markdown.
  def book_passage(passage)
    return simple_format(h(passage.text), {}, sanitize: false) unless passage.marked

    require "kramdown"
    html = Kramdown::Document.new(passage.text, auto_ids: false, syntax_highlighter: nil).to_html
    cleaned = Nokogiri::HTML5.fragment(sanitize(html, **MARKED))
    cleaned.css("a").each { |link| link.remove_attribute("href") unless link["href"].to_s.match?(SCHEMES) }
    raw cleaned.to_html
  end

  # A drawing whose cards lead to the pages that the book has of them.
  def book_drawing(scene, anchors)
    frames, others = scene.notes.values.partition { |note| note.shape == "frame" }
    lines = scene.lines.each_value.map { |line| book_line(line) }
    cards = scene.boxes.each_value.map { |box| book_card(box, anchors) }
    drawn = safe_join([ *frames.map { |note| book_part(note) }, *lines, *cards,
                        *(others + scene.panels.values).map { |part| book_part(part) } ])
    drawn.to_str.gsub(">\n<", "><").html_safe # half of what the browser would have to hold
  end

  private

  # The class of a column that takes so many hundredths of the width.
  def share(share, sheet) = "w#{(100.0 * share / sheet.shares.sum).round}"

  def book_part(part) = tag.g(ink(part.ink), transform: "translate(#{part.rect.x} #{part.rect.y})")

  def book_line(line)
    label = line.label && content_tag(:text, line.label[0], class: "ink-line_label", "text-anchor": "middle",
                                      x: line.label[1], y: line.label[2])
    safe_join([ tag.path(class: line.dashed ? "ink-line_open" : "ink-line", d: line.path), ink(line.ink),
                label ].compact)
  end

  def book_card(box, anchors)
    card = tag.g(ink(box.card.ink, tint: box.tint), transform: "translate(#{box.rect.x} #{box.rect.y})")
    anchors.include?(box.id) ? tag.a(card, href: "##{box.id}") : card
  end
end
