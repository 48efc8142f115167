# frozen_string_literal: true

module Kelvath
  module Diagram
    # How a drawing comes onto paper: on one page, or on tiles that overlap.
    class PaperSheets
      # Landscape, in millimetres (ISO 216; ANSI for Letter).
      SIZES = { "A4" => [ 297, 210 ], "A3" => [ 420, 297 ], "A2" => [ 594, 420 ], "A1" => [ 841, 594 ],
                "A0" => [ 1189, 841 ], "Letter" => [ 279, 216 ] }.freeze
      MARGIN = 10 # mm left free at each edge
      OVERLAP = 10 # mm that neighbouring tiles share
      UNIT = 25.4 / 96 # mm of a drawing unit at 100 % (CSS pixel)
      # number: from 1, row by row; area: the part of the drawing, in drawing units.
      Tile = Struct.new(:number, :row, :column, :area, keyword_init: true)

      attr_reader :extent, :paper

      # extent: Rect of all that is drawn; paper: a key of SIZES; direction: one of Metamodel::DIRECTIONS.
      def initialize(extent, paper, direction: "landscape")
        @extent = extent
        @paper = paper
        @direction = direction
      end

      # Width and height of the paper, in millimetres.
      def size = @direction == "portrait" ? SIZES.fetch(paper).reverse : SIZES.fetch(paper)

      # Width and height of what can be printed on, in millimetres.
      def room = size.map { |side| side - 2 * MARGIN }

      # "A4, portrait"
      def title = "#{paper}, #{@direction}"

      # The scale at which all fits on one page, at most 1.
      def fitting = [ room[0] / (extent.width * UNIT), room[1] / (extent.height * UNIT), 1.0 ].min

      MOST = 60 # tiles of one drawing

      READABLE = 0.7 # of full size

      # The first paper from the least on, of those of ISO 216 up to the most, on one page of which a drawing can be
      # read; the most, if there is none. The page stands as the drawing does.
      def self.readable(extent, least, most: "A0")
        names = SIZES.keys.grep(/\AA/)
        names = names.drop(names.index(least) || 0).take_while { |name| SIZES[name][0] <= SIZES[most][0] }
        direction = extent.height > extent.width ? "portrait" : "landscape"
        all = (names.empty? ? [ most ] : names).map { |name| new(extent, name, direction:) }
        all.find { |sheets| sheets.fitting >= READABLE } || all.last
      end

      # Raises Error when there are more tiles than anybody would glue together.
      def self.check(tiles)
        return if tiles.size <= MOST

        raise Error, "This drawing needs #{tiles.size} pages at full size; choose larger paper in its Particulars, " \
                     "or fit it to one page."
      end

      # Tiles at a scale (1: full size), row by row.
      def tiles(scale = 1.0)
        width, height = room.map { |side| side / (UNIT * scale) }
        shared = OVERLAP / (UNIT * scale)
        columns = count(extent.width, width, shared)
        rows = count(extent.height, height, shared)
        rows.times.flat_map do |row|
          columns.times.map do |column|
            area = Rect.new(extent.left + column * (width - shared), extent.top + row * (height - shared), width,
                            height)
            Tile.new(number: row * columns + column + 1, row:, column:, area:)
          end
        end
      end

      private

      def count(whole, part, shared) = whole <= part ? 1 : ((whole - shared) / (part - shared)).ceil
    end
  end
end
