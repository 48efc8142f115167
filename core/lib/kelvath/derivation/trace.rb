# frozen_string_literal: true

module Kelvath
  module Derivation
    # Where a part of a design comes from, and why it is there.
    module Trace
      # steps: [[words, Element], …] from the logical side, the first of them what it stands for; why: the rule, as a
      # sentence.
      Origin = Struct.new(:steps, :why, keyword_init: true)

      module_function

      # The Origin of a table, column, key, foreign key, check or index; nil for what was made by hand.
      def of(model, element)
        source = element.values.fetch(:source_id, "")
        return if source.empty?

        steps = steps(model, source)
        Origin.new(steps:, why: why(model, element, source, steps)) if steps.any?
      end

      # Composed ids lead from the last relationship back to the attribute; what a relationship of many to many was
      # resolved into has its id with a word behind.
      def steps(model, source)
        source.split(".").reverse.filter_map { |id| model[Shaping.source(id)] }
              .map { |element| [ Describing.title(element, model), element ] }
      end

      def why(model, element, source, steps)
        first = steps.first.last
        case element.kind
        when :table then table(first)
        when :enumeration then "A domain's allowed values become an enumerated type; a choice of the design says so."
        when :column then column(model, source, steps)
        when :key then element.primary ? "The primary identifier becomes the primary key." : alternate(first)
        when :foreign_key then foreign_key(first)
        when :index then "Rows are looked up by the columns of a foreign key; a choice of the design says so."
        when :row then "A value that a domain allows becomes a row; a choice of the design says so."
        else check(first)
        end
      end

      def foreign_key(source)
        source.kind == :attribute ? "The values that a domain allows stand in a table of their own." :
          "A relationship becomes a foreign key of the table on its many side."
      end

      def check(source)
        case source.kind
        when :entity then "One table stands for several subtypes; what only one of them has is kept to its rows."
        when :arc, :relationship then "A row has one of several relationships; what their foreign keys hold is counted."
        else "Allowed values and ranges become checks; a choice of the design says so."
        end
      end

      def table(source)
        return "A domain's allowed values become a table; a choice of the design says so." if source.kind == :domain

        source.kind == :relationship ? "A relationship of many to many becomes a table between the two." :
          "An entity becomes a table."
      end

      def column(model, source, steps)
        return "The database numbers its rows, which nothing else tells apart." if source.end_with?(".surrogate") ||
                                                                                steps.first.last.kind == :entity
        case steps.first.last.kind
        when :subtype_group then return "It tells which subtype a row is of."
        when :domain then return "A domain's allowed values become a table; this is a column of it."
        end
        return "An attribute becomes a column." if steps.one?

        ways = steps.drop(1).map { |_, link| "“#{link.label(model)}”" }.join(", then ")
        "A key comes with #{ways}."
      end

      def alternate(source)
        source.kind == :identifier ? "An alternate identifier becomes a unique key." :
          "A relationship that a row can have once only becomes a unique key."
      end
      private_class_method :steps, :why, :table, :column, :alternate, :check, :foreign_key
    end
  end
end
