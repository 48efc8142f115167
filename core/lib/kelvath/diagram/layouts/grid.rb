# frozen_string_literal: true

module Kelvath
  module Diagram
    module Layouts
      # Rows and columns, one block for each subject area (tables: of the entities they come from).
      class Grid < Layout
        title "In a grid by subject area"

        def places
          blocks = @ids.group_by { |id| area(id) }.sort_by { |area, _| area }.map { |_, ids| with_sizes(block(ids)) }
          Packing.pack(blocks)
        end

        private

        # The place of the subject area among all, last what belongs to none.
        def area(id)
          @areas ||= @model.all(:subject_area).map(&:id)
          return 0 if @areas.empty?

          element = @model.fetch(id)
          element = @model[element.source_id] if element.kind == :table
          (element&.kind == :entity && @areas.index(element.subject_area_id)) || @areas.size
        end

        # As wide as high, about; a column as wide as its widest card, a row as high as its highest.
        def block(ids)
          sorted = ids.sort_by { |id| name(id) }
          width = sorted.sum { |id| size(id)[0] + GAP } / sorted.size.to_f
          height = sorted.sum { |id| size(id)[1] + GAP } / sorted.size.to_f
          columns = Math.sqrt(sorted.size * height / width * Packing::SHEET).ceil.clamp(1, sorted.size)
          rows = sorted.each_slice(columns).to_a
          widths = (0...columns).map { |column| rows.filter_map { |row| row[column] && size(row[column])[0] }.max }
          y = 0
          rows.each_with_object({}) do |row, places|
            x = 0
            row.each_with_index { |id, column| places[id] = [ x, y ]; x += widths[column] + GAP }
            y += row.map { |id| size(id)[1] }.max + GAP
          end
        end
      end
    end
  end
end
