# frozen_string_literal: true

# A book in Markdown, with its diagrams in Mermaid's notation for entities and relationships, for a repository.
class MarkdownBook
  # What would mean something in Markdown.
  MARKS = /([\\`*_{}\[\]<>#|~!])/
  ENDS = { [ 0, 1 ] => "|o", [ 1, 1 ] => "||", [ 0, nil ] => "}o", [ 1, nil ] => "}|" }.freeze # as on the left side

  def initialize(model, book)
    @model = model
    @book = book
  end

  def text
    dossier = @book.dossier
    [ "# #{plain(dossier.name)}", plain(dossier.subtitle), plain(@book.model_name),
      *@book.chapters.flat_map { |chapter| [ "## #{plain(chapter.title)}", *blocks(chapter.blocks, 3) ] } ]
      .reject(&:empty?).join("\n\n").concat("\n")
  end

  private

  def plain(text) = text.to_s.gsub(MARKS) { "\\#{Regexp.last_match(1)}" }
  def anchor(id) = "<a id=\"#{id.downcase}\"></a>"
  def blocks(list, level) = list.flat_map { |block| block(block, level) }

  def block(block, level)
    heading = "#" * [ level, 6 ].min
    case block
    when Kelvath::Publishing::Entry
      about = plain([ block.sort, block.note ].compact_blank.join(", "))
      [ anchor(block.id), "#{heading} #{plain(block.title)}", "_#{about}_", *blocks(block.blocks, level + 1) ]
    when Kelvath::Publishing::Passage then [ block.marked ? block.text : plain(block.text) ]
    when Kelvath::Publishing::Picture
      id = block.diagram_id
      [ anchor(id), "#{heading} #{plain(block.title)}", plain(block.note.to_s), mermaid(id) ]
    when Kelvath::Publishing::Sheet then [ "#{heading} #{plain(block.title)}", table(block.columns, block.rows) ]
    when Kelvath::Publishing::Sentences
      lines = block.lines.map { |number, text| "- #{number} #{plain(text)}".squeeze(" ") }
      [ "#{heading} #{plain(block.title)}", lines.join("\n") ]
    when Kelvath::Publishing::Terms then block.terms.map { |term, meaning| "**#{cell(term)}**: #{plain(meaning)}" }
    when Kelvath::Publishing::Script then [ "#{heading} #{plain(block.title)}", fenced(block.text, block.language) ]
    end
  end

  # A fence that nothing in the text can close.
  def fenced(text, language)
    fence = "`" * [ 3, text.scan(/`+/).map(&:size).max.to_i + 1 ].max
    "#{fence}#{language}\n#{text.chomp}\n#{fence}"
  end

  def table(columns, rows)
    body = rows.map { |row| row.map { |each| cell(each) } }
    lines = [ columns.map { |each| plain(each) }, columns.map { "---" }, *body ]
    lines.map { |line| "| #{line.join(' | ')} |" }.join("\n")
  end

  def cell(cell)
    case cell
    when Kelvath::Publishing::Link then "[#{plain(cell.text)}](##{cell.to.downcase})"
    when Array then cell.map { |part| cell(part) }.join
    else plain(cell.to_s).gsub(/\s*\n\s*/, "<br>")
    end
  end

  def mermaid(diagram_id)
    ids = @model.children(diagram_id, :diagram_node).map(&:element_id).uniq
    things = ids.filter_map { |id| @model[id] }
    lines = things.map { |thing| "  #{name(thing)}" } + links(ids.to_set)
    fenced("erDiagram\n#{lines.join("\n")}", "mermaid")
  end

  def name(thing) = "\"#{thing.label(@model).tr('"', "'").gsub(/\s+/, ' ')}\""

  def links(ids)
    relationships = @model.all(:relationship).select { |each| ids.include?(each.from_id) && ids.include?(each.to_id) }
    keys = @model.all(:foreign_key).select { |each| ids.include?(each.parent_id) && ids.include?(each.target_table_id) }
    relationships.map { |each| relationship(each) } + keys.map { |key| foreign_key(key) }
  end

  def relationship(each)
    left, right = @model[each.from_id], @model[each.to_id]
    phrase = each.phrase.presence || "has"
    "  #{name(left)} #{ends(each.from_least, each.from_most)}#{each.identifying ? '--' : '..'}" \
      "#{turned(ends(each.to_least, each.to_most))} #{name(right)} : \"#{phrase.tr('"', "'")}\""
  end

  def foreign_key(key)
    mandatory = key.column_ids.all? { |id| @model[id]&.mandatory }
    "  #{name(@model[key.target_table_id])} #{mandatory ? '||' : '|o'}--o{ #{name(@model[key.parent_id])} : " \
      "\"#{key.name.presence || 'has'}\""
  end

  def ends(least, most) = ENDS.fetch([ least.to_i.zero? ? 0 : 1, most == 1 ? 1 : nil ])
  def turned(mark) = mark.reverse.tr("}", "{")
end
