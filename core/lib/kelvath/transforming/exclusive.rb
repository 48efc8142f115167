# frozen_string_literal: true

module Kelvath
  module Transforming
    # Relationships of one entity that exclude each other: an occurrence has one of them at most, or exactly one.
    class Exclude < Transformation
      title "Make them exclude each other"
      COUNTS = [ [ "at most one", "no" ], [ "exactly one", "yes" ] ].freeze

      def self.offered?(_model, elements) = elements.size > 1 && elements.all? { |each| each.kind == :relationship } &&
                                            child_ids(elements).one?

      def self.arguments(_model, elements)
        must = elements.all? { |each| Logical::Cardinality.mandatory_parent?(each) }
        [ Argument.new(name: :mandatory, type: :choice, label: "An occurrence has", choices: COUNTS,
                       value: must ? "yes" : "no") ]
      end

      # The entities on the many sides.
      def self.child_ids(links) = links.map { |each| Logical::Cardinality.child_id(each) }.uniq.compact

      private

      # Of several of which there is one, none is a must.
      def perform
        unless self.class.offered?(model, elements)
          refuse("Choose relationships that go out from the same entity on their many side.")
        end

        elements.each do |link|
          if link.identifying
            refuse("“#{link.label(model)}” is identifying: an occurrence cannot be without it. Make it " \
                   "non-identifying first.")
          end
        end
        arc = draft.add(:arc, parent_id: self.class.child_ids(elements).first, relationship_ids: elements.map(&:id),
                              mandatory: arguments[:mandatory] == "yes")
        elements.each { |link| draft.set(link.id, "#{Logical::Cardinality.parent_side(link)}_least": 0) }
        arc
      end
    end
  end
end
