# frozen_string_literal: true

module Kelvath
  module Publishing
    # A diagram as several, one for each subject area of what it shows, each laid out anew; what belongs to no area has
    # a diagram of its own.
    class Dividing
      OTHERS = "others"
      # Fields that the parts take from the whole.
      TAKEN = %i[notation detail types_shown migrated_shown migrated_ovals optional_shown indexes_shown coloured_by
                 legend title_block author dated milestone paper].freeze

      # draft: a Draft that the parts are added to. Raises NotFound.
      def initialize(draft, diagram_id)
        @draft = draft
        @diagram = draft.model.fetch(diagram_id, :diagram)
      end

      # Ids of the diagrams made. Raises Error if there is but one area on it.
      def parts
        by_area = elements.group_by { |element| area(element) }
        if by_area.size < 2
          raise Error, "All on “#{@diagram.name}” belongs to one subject area; take larger paper, or take cards off."
        end

        order = @draft.model.all(:subject_area).sort_by { |each| each.position || 0 }
        by_area.sort_by { |part, _| order.index(part) || order.size }.map { |part, members| make(part, members) }
      end

      private

      def elements
        nodes = @draft.model.children(@diagram.id, :diagram_node)
        nodes.filter_map { |node| @draft.model[node.element_id] }.uniq(&:id)
      end

      # A table is where the entity that it comes from is.
      def area(element)
        entity = element.kind == :table ? @draft.model[element.source_id] : element
        @draft.model[entity.subject_area_id] if entity&.kind == :entity
      end

      def make(area, members)
        taken = TAKEN.to_h { |name| [ name, @diagram[name] ] }
        position = (@draft.model.all(:diagram).filter_map(&:position).max || 0.0) + 1.0
        Editing::Diagrams.make(@draft, name: name(area), stage: @diagram.stage, elements: members,
                               design_id: @diagram.design_id, subject_area_id: area&.id, position:, **taken).id
      end

      def name(area)
        wanted = "#{@diagram.name}: #{area ? area.name : OTHERS}"
        names = @draft.model.all(:diagram).map { |each| each.name.downcase }
        [ wanted, *(2..).lazy.map { |number| "#{wanted} #{number}" }.first(names.size + 1) ]
          .find { |each| !names.include?(each.downcase) }
      end
    end
  end
end
