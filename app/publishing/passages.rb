# frozen_string_literal: true

# Running text as paragraphs, of what was written in Markdown or as it was typed.
module Passages
  # [[text, :heading or :plain], …]
  def self.of(passage)
    return passage.text.split(/\n{2,}/).map { |text| [ text.strip, :plain ] } unless passage.marked

    require "kramdown"
    Kramdown::Document.new(passage.text, auto_ids: false).root.children.flat_map { |element| parts(element) }
                      .reject { |text, _| text.strip.empty? }
  end

  def self.parts(element, before = "")
    case element.type
    when :header then [ [ text(element), :heading ] ]
    when :ul, :ol
      element.children.each_with_index.flat_map do |item, index|
        mark = element.type == :ol ? "#{index + 1}. " : "– "
        item.children.flat_map { |each| parts(each, mark) }
      end
    when :blank, :xml_comment then []
    when :html_element then [ [ text(element), :plain ] ]
    when :codeblock then [ [ element.value, :plain ] ]
    when :table then element.children.flat_map(&:children).map { |row| [ cells(row), :plain ] }
    else [ [ "#{before}#{text(element)}", :plain ] ]
    end
  end

  def self.cells(row) = row.children.map { |each| text(each) }.join("  ")

  def self.text(element)
    return element.value.to_s if %i[text codespan raw].include?(element.type)
    return "\n" if element.type == :br
    return { lsquo: "‘", rsquo: "’", ldquo: "“", rdquo: "”" }.fetch(element.value, "") if element.type == :smart_quote
    return { mdash: "—", ndash: "–", hellip: "…" }.fetch(element.value, "") if element.type == :typographic_sym
    return element.value.char.to_s if element.type == :entity

    element.children.map { |each| text(each) }.join
  end
  private_class_method :parts, :cells, :text
end
