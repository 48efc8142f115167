# frozen_string_literal: true

module Kelvath
  module Findings
    # A piece of SQL that would run into what stands around it, or would not run at all.
    class SqlPieceBroken < Check
      holds "Every default, condition, type and query in a design is one whole piece of SQL."
      weighs :error

      def all
        Ddl::Piece::PLACES.map(&:first).uniq.flat_map { |kind| model.all(kind) }.filter_map do |element|
          field, piece = Ddl::Piece.of(element).find { |_, each| each.fault }
          broken(element, element.class.fetch_field(field), piece.fault) if field
        end
      end

      private

      def broken(element, field, fault)
        finding(element, "The #{field.label.downcase} of #{title(element)} #{fault}, so scripts leave it out.", mending(element, field))
      end

      # An empty default says nothing; what is nothing without its text goes.
      def mending(element, field)
        return fix("Take it away") { |draft| draft.set(element.id, field.name => "") } if element.kind == :column

        fix("Remove the #{element.class.title}") { |draft| draft.remove(element.id) }
      end
    end
  end
end
