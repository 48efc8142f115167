# frozen_string_literal: true

module Kelvath
  module Diagram
    # The lines drawn so far, so that a new one can be counted against them before it is drawn. Pieces lie in a grid
    # of narrow strips at their own place, cut into wide stretches along it.
    class Traffic
      STRIP = 120.0
      STRETCH = 960.0

      def initialize(level = {}, upright = {}, shared: false)
        @level = level # by y: [y, left, right]
        @upright = upright # by x: [x, top, bottom]
        @shared = shared # are lists those of older traffic? Then they are replaced, never changed.
      end

      # Adds a line of level and upright pieces.
      def add(points)
        each_piece(points) do |level, at, low, high|
          pieces = level ? @level : @upright
          piece = [ at, low, high ]
          each_stretch(at, low, high) do |cell|
            if @shared then pieces[cell] = [ *pieces[cell], piece ]
            else (pieces[cell] ||= []) << piece
            end
          end
        end
        self
      end

      # The traffic after some lines went and others came.
      def with(gone, come)
        copy = Traffic.new(@level.dup, @upright.dup, shared: true)
        gone.each { |points| copy.remove(points) }
        come.each { |points| copy.add(points) }
        copy
      end

      # How often a line would cross those there.
      def crossings(points)
        total = 0
        each_piece(points) { |level, at, low, high| total += count(level ? @upright : @level, at, low, high) }
        total
      end

      # How many lines a level piece (or an upright one) would cross.
      def across(level, at, low, high) = count(level ? @upright : @level, at, low, high)

      protected

      def remove(points)
        each_piece(points) do |level, at, low, high|
          pieces = level ? @level : @upright
          each_stretch(at, low, high) do |cell|
            list = pieces.fetch(cell, [])
            place = list.index([ at, low, high ])
            pieces[cell] = list[0...place] + list[(place + 1)..] if place
          end
        end
      end

      private

      def each_stretch(at, low, high)
        strip = (at / STRIP).floor * 65_536
        stretch, last = (low / STRETCH).floor, (high / STRETCH).floor
        while stretch <= last
          yield strip + stretch
          stretch += 1
        end
      end

      # What lies across a piece is in the one stretch of each strip that holds its place.
      def count(pieces, at, low, high)
        total = 0
        stretch = (at / STRETCH).floor
        strip, last = (low / STRIP).floor, (high / STRIP).floor
        while strip <= last
          pieces[strip * 65_536 + stretch]&.each do |place, from, to|
            total += 1 if place > low && place < high && from < at && to > at
          end
          strip += 1
        end
        total
      end

      # [is it level? where it lies, from, to] of each piece, in floating numbers: comparing these with whole ones would
      # take twice as long.
      def each_piece(points)
        index = 1
        while index < points.size
          (x1, y1), (x2, y2) = points[index - 1], points[index]
          x1, y1, x2, y2 = x1.to_f, y1.to_f, x2.to_f, y2.to_f
          if (y1 - y2).abs < (x1 - x2).abs then x1 < x2 ? yield(true, y1, x1, x2) : yield(true, y1, x2, x1)
          else y1 < y2 ? yield(false, x1, y1, y2) : yield(false, x1, y2, y1)
          end
          index += 1
        end
      end
    end
  end
end
