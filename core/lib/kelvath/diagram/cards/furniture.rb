# frozen_string_literal: true

module Kelvath
  module Diagram
    # What stands beside or behind the cards: notes, frames, shapes, the legend and the title block.
    class Furniture
      GAP = 40
      ROW = 22
      SAMPLE = 70
      PADDING = 12
      BLOCK_WIDTH = 320

      # The drawn form of a note element, as a Scene::Note with ink from its upper left corner.
      def self.note(element)
        width, height = element.width, element.height
        tint = element.colour.empty? ? nil : element.colour
        face = case element.shape
        when "frame" then Ink.rect(:note_frame, 0, 0, width, height, 6, tint: nil)
        when "rectangle" then Ink.rect(tint ? :note_face : :note_shape, 0, 0, width, height, tint:)
        when "ellipse"
          Ink.ellipse(tint ? :note_face : :note_shape, width / 2.0, height / 2.0, width / 2.0, height / 2.0, tint:)
        else Ink.lines(:note_face, [ [ 0, 0 ], [ width - 12, 0 ], [ width, 12 ], [ width, height ], [ 0, height ] ],
                       closed: true, tint:)
        end
        Scene::Note.new(id: element.id, rect: Rect.new(element.x, element.y, width, height), shape: element.shape,
                        ink: [ face, *note_texts(element) ])
      end

      def self.note_texts(element)
        if element.shape == "frame"
          return [ Ink.text(:note_title, 12, 20,
                            Font.weight(600).fit(element.text.lines.first.to_s.strip, 13, element.width - 24)) ]
        end

        middle = %w[rectangle ellipse].include?(element.shape)
        inset = element.shape == "ellipse" ? element.width * 0.15 : 10
        lines = note_lines(element, element.width - inset * 2)
        top = middle ? element.height / 2.0 - (lines.size - 1) * 8 + 4 : 20
        lines.each_with_index.map do |line, index|
          Ink.text(:note_text, middle ? element.width / 2.0 : 10, top + index * 16, line, middle ? :middle : :start)
        end
      end

      MOST_LINES = 500 # of a note, however high it is

      # As many lines as its height has room for; what comes after them is not looked at.
      def self.note_lines(element, width)
        most = ((element.height - 14) / 16).floor.clamp(1, MOST_LINES)
        element.text.each_line(chomp: true).lazy.flat_map { |text|
          text.strip.empty? ? [ "" ] : Font.weight(400).wrap(text, 12, width, most:)
        }.first(most)
      end

      def initialize(scene)
        @scene = scene
      end

      # Panels under the drawing: the legend at its left, the title block at its right.
      def panels
        diagram = @scene.diagram
        return [] unless diagram.legend || diagram.title_block

        around = @scene.content
        legend = diagram.legend ? legend_panel(around) : nil
        block = diagram.title_block ? block_panel(around, legend) : nil
        [ legend, block ].compact
      end

      private

      def model = @scene.model

      def legend_panel(around)
        entries = entries()
        return if entries.empty?

        width = SAMPLE + PADDING * 2 + entries.map { |entry| Font.weight(400).width(entry.words, 11) }.max
        height = PADDING * 2 + ROW * entries.size + 14
        rows = entries.each_with_index.flat_map do |entry, index|
          y = 26 + index * ROW
          [ *Ink.moved(entry.shapes, PADDING, y), Ink.text(:block_text, PADDING + SAMPLE, y + 14, entry.words) ]
        end
        ink = [ Ink.rect(:block_face, 0, 0, width, height),
                Ink.text(:block_label, PADDING, 18, "LEGEND · #{notation.title}"), *rows ]
        Scene::Panel.new(id: "legend", rect: Rect.new(around.left, around.bottom + GAP, width.ceil, height), ink:)
      end

      def notation = Notations.fetch(@scene.style.notation)

      # Just what the diagram uses, its colours included.
      def entries
        cards = @scene.boxes.values.map(&:card)
        tables, others = cards.partition { |card| card.kind == :table }
        found = notation.legend(others, @scene.links.values.reject { |link| link.kind == :foreign_key })
        if tables.any?
          found += Notations.fetch("crows_foot").legend(tables,
                                                        @scene.links.values.select { |link| link.kind == :foreign_key })
        end

        found + decided(tables) + colours
      end

      def decided(tables)
        return [] unless tables.any? { |card| card.decided || card.rows.any?(&:decided) }

        mark = Ink.lines(:card_decided, [ [ 24, 10 ], [ 28, 6 ], [ 32, 10 ], [ 28, 14 ] ], closed: true)
        [ Notations::Notation::Entry.new([ mark ], "decided by hand") ]
      end

      def colours
        source = { "subject area" => :subject_area, "tag" => :tag }[@scene.diagram.coloured_by] or return []
        used = @scene.boxes.values.map(&:tint).uniq
        model.all(source).reject { |each| each.colour.empty? || !used.include?(each.colour) }
             .map do |each|
               Notations::Notation::Entry.new([ Ink.rect(:card_face, 6, 2, 44, 16, 3, tint: each.colour) ], each.name)
             end
      end

      # Model, diagram, author, date and what else a drawing office wants in the corner.
      def block_panel(around, legend)
        diagram = @scene.diagram
        rows = [ [ "MODEL", model.header.name ], [ "DIAGRAM", "#{diagram.name} (#{diagram.stage})" ],
                 [ "AUTHOR", diagram.author ], [ "DATE", diagram.dated ],
                 [ "MILESTONE", diagram.milestone ] ].reject { |_, text| text.to_s.empty? }
        height = rows.size * 20 + PADDING
        texts = rows.each_with_index.flat_map do |(label, text), index|
          y = 20 + index * 20
          [ Ink.text(:block_label, PADDING, y, label), Ink.text(index.zero? ? :block_title : :block_text, 90, y,
                                                                Font.weight(600).fit(text, 12, BLOCK_WIDTH - 100)) ]
        end
        left = [ around.right - BLOCK_WIDTH, (legend ? legend.rect.right + GAP : around.left) ].max
        Scene::Panel.new(id: "title-block", rect: Rect.new(left, around.bottom + GAP, BLOCK_WIDTH, height),
                         ink: [ Ink.rect(:block_face, 0, 0, BLOCK_WIDTH, height),
                                Ink.rect(:card_inner, 3, 3, BLOCK_WIDTH - 6, height - 6), *texts ])
      end
    end
  end
end
