# frozen_string_literal: true

module Kelvath
  module Logical
    # The logical side made ready: every many-to-many relationship becomes an entity of its own with
    # two identifying relationships. Ids are made from the relationship's, so they stay the same.
    class Preparation
      # The preparation of a model, worked out once.
      def self.of(model) = model.memo(:preparation) { new(model) }

      attr_reader :remarks

      def initialize(source)
        @source = source
        @remarks = []
        @names = source.all(:entity).map { |entity| entity.name.downcase }.to_set
      end

      # The prepared model; the source itself if there was nothing to do.
      def model
        @model ||= begin
          links = @source.all(:relationship).select { |relationship| Logical::Cardinality.many_to_many?(relationship) }
          links.empty? ? @source : @source.updated(put: links.flat_map { |link| resolve(link) }, drop: links.map(&:id))
        end
      end

      private

      def resolve(link)
        from = @source.fetch(link.from_id)
        to = @source.fetch(link.to_id)
        entity = Metamodel::Entity.new(id: "#{link.id}-entity", name: junction_name(from, to),
                                       definition: Logical::Sentences.read_back(@source, link).join(" "),
                                       subject_area_id: from.subject_area_id)
        @remarks << "#{from.name} and #{to.name} are many to many; they meet in #{entity.name}."
        [ entity, half(link, :from, entity), half(link, :to, entity), *carried(link, entity) ]
      end

      def half(link, side, entity)
        role = side == :to ? link.role_name : ""
        if role.empty? && side == :to && Logical::Cardinality.recursive?(link)
          role = "Other #{@source.fetch(link.to_id).name}"
        end

        Metamodel::Relationship.new(id: "#{link.id}-#{side}", from_id: link[:"#{side}_id"], to_id: entity.id,
                                    identifying: true, role_name: role,
                                    position: link.position)
      end

      # The attributes that the relationship carried, ids and all, so that what refers to them still does.
      def carried(link, entity)
        @source.children(link.id, :attribute).map do |attribute|
          Metamodel::Attribute.new(id: attribute.id, parent_id: entity.id, **attribute.values)
        end
      end

      def junction_name(from, to)
        base = "#{from.name} #{to.name}"
        name = [ base, *(2..).lazy.map { |number| "#{base} #{number}" }.first(100) ].find do |each|
          @names.add?(each.downcase)
        end
        name || base
      end
    end
  end
end
