# frozen_string_literal: true

module Kelvath
  module Findings
    # A piece of SQL that would run into what stands around it, or would not run at all.
    class SqlPieceBroken < Check
      holds "Every default, condition, type and query in a design is one whole piece of SQL."
      weighs :error
      looks_at(*Ddl::Piece::FIELDS.keys)
      heeds :table, :column

      private

      def about(element)
        field, fault = faults(element).first
        field ? [ broken(element, element.class.fetch_field(field), fault) ] : []
      end

      # [[field, what is wrong with it], …], looked for one by one.
      def faults(element)
        Ddl::Piece.fields(element).lazy.filter_map do |field, kind|
          fault = Ddl::Piece.new(Ddl::Names.text(model, element, field), kind).fault
          [ field, fault ] if fault
        end
      end

      def broken(element, field, fault)
        finding(element, "The #{field.label.downcase} of #{title(element)} #{fault}, so scripts leave it out.",
                mending(element, field))
      end

      # An empty default says nothing; what is nothing without its text goes.
      def mending(element, field)
        return fix("Take it away") { |draft| draft.set(element.id, field.name => "") } if element.kind == :column

        fix("Remove the #{element.class.title}") { |draft| draft.remove(element.id) }
      end
    end

    # A name in a piece of SQL that is that of no column or table: mistyped, or of something that was removed.
    class SqlNameUnknown < Check
      holds "Every name in a check, an index or a view is that of a column or table of its design."
      looks_at :check, :index, :view
      heeds :table, :column

      # What speaks of a table or column that came, went or has another name.
      def concerned(change)
        named = change.renames?(:table) || change.renames?(:column)
        named ? subjects.map(&:id) : super
      end

      private

      def about(element)
        element.class.expression_fields.reject { |field| element[field.name].empty? }.filter_map do |field|
          unknown(element, field)
        end
      end

      def unknown(element, field)
        names = Ddl::Names.unknown(model, element, field.name)
        names += Ddl::Lineage.of(model, element).unknown if element.kind == :view && field.name == :query
        names = names.uniq
        return if names.empty?

        quoted = names.first(3).map { |name| "“#{name}”" }.join(", ")
        finding(element,
                "The #{field.label.downcase} of #{title(element)} speaks of #{quoted}, which its design does not have.",
                fix("Remove the #{element.class.title}") { |draft| draft.remove(element.id) })
      end
    end
  end
end
