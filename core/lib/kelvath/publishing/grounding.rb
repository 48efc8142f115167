# frozen_string_literal: true

module Kelvath
  module Publishing
    # Takes away links that would lead nowhere in a book: to what it has no page of.
    class Grounding
      # anchors: ids that can be led to.
      def initialize(anchors)
        @anchors = anchors
      end

      # Answers the Book, changed in place.
      def ground(book)
        book.chapters.each { |chapter| blocks(chapter.blocks) }
        book
      end

      private

      def blocks(list)
        list.each do |block|
          case block
          when Entry then blocks(block.blocks)
          when Sheet then block.rows = block.rows.map { |row| row.map { |cell| cell(cell) } }
          when Terms then block.terms = block.terms.map { |term, meaning| [ cell(term), meaning ] }
          end
        end
      end

      def cell(cell)
        case cell
        when Link then @anchors.include?(cell.to) ? cell : cell.text
        when Array then cell.map { |part| cell(part) }
        else cell
        end
      end
    end
  end
end
