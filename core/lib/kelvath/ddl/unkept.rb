# frozen_string_literal: true

module Kelvath
  module Ddl
    # The rules of the logical side that no key of a design keeps: how many children a parent has at least and at most.
    module Unkept
      MOST = 40 # lines

      module_function

      # Lines for the heading of a script, one for each rule; tables: those that it makes.
      def of(model, tables)
        rules = tables.flat_map { |table| model.children(table.id, :foreign_key) }
                      .filter_map { |key| model.of_kind(key.source_id, :relationship) }.uniq
                      .filter_map { |link| sentence(model, link) }
        lines = rules.first(MOST).map { |rule| "Not kept by the database: #{rule}" }
        lines << "and #{rules.size - MOST} more rules that it does not keep" if rules.size > MOST
        lines
      end

      # What a parent must have, if it is more than a foreign key says; a most of one is kept by a unique key.
      def sentence(model, link)
        child = Logical::Cardinality.parent_side(link)&.then { |side| Logical::Cardinality.other(side) } or return
        least, most = link[:"#{child}_least"].to_i, link[:"#{child}_most"]
        return unless least.positive? || most.to_i > 1

        Logical::Sentences.read_back(model, link)[child == :to ? 0 : 1]
      end
      private_class_method :sentence
    end
  end
end
