# frozen_string_literal: true

module Kelvath
  module Publishing
    # What of a model a dossier is about: what it names, or all where it names nothing.
    class Scope
      def initialize(model, dossier)
        @model = model
        @dossier = dossier
      end

      # Subject areas, with nil at the end for what belongs to none.
      def areas
        chosen = @dossier.subject_area_ids.filter_map { |id| @model[id] }
        chosen.empty? ? [ *@model.all(:subject_area).sort_by { |each| each.position || 0 }, nil ] : chosen
      end

      # Entities by subject area, then by name.
      def entities
        @entities ||= begin
          by_area = @model.all(:entity).group_by(&:subject_area_id)
          areas.flat_map { |area| by_area.fetch(area&.id, []).sort_by { |each| each.name.downcase } }
        end
      end

      def designs
        chosen = @dossier.design_ids.filter_map { |id| @model[id] }
        chosen.empty? ? @model.all(:design) : chosen
      end

      # [[Design, [Table, …]], …], without tables that are only referred to.
      def tables
        @tables ||= designs.map do |design|
          list = Metamodel::Design.tables(@model, design.id).reject(&:outside)
          [ design, list.select { |table| about?(table) }.sort_by { |table| table.label(@model).downcase } ]
        end
      end

      # In the order that was chosen; else by stage.
      def diagrams
        chosen = @dossier.diagram_ids.filter_map { |id| @model[id] }
        return chosen unless chosen.empty?

        design_ids = designs.to_set(&:id)
        list = @model.all(:diagram).select { |each| each.design_id.nil? || design_ids.include?(each.design_id) }
        list.select! { |each| @dossier.subject_area_ids.include?(each.subject_area_id) } if narrowed?
        list.sort_by { |each| [ STAGES.index(each.stage), each.position || 0, each.name.downcase ] }
      end

      # Those of them that a chapter of diagrams shows: what is drawn, and by its names fits the dossier.
      def pictured = diagrams.select { |each| fits?(each) && @model.children(each.id, :diagram_node).any? }

      # By name.
      def domains = @model.all(:domain).sort_by { |each| each.name.downcase }

      STAGES = %w[concept logical physical].freeze

      private

      # A dossier in words has no diagrams of tables, unless somebody chose them.
      def fits?(diagram)
        return true if @dossier.diagram_ids.any?

        @dossier.names == "both" || (diagram.stage == "physical") == (@dossier.names == "physical")
      end

      def narrowed? = @dossier.subject_area_ids.any?

      # Does a table come from an entity that is in scope, or may it stand by itself?
      def about?(table)
        return true unless narrowed?

        @entity_ids ||= entities.to_set(&:id)
        @entity_ids.include?(table.source_id)
      end
    end
  end
end
