# frozen_string_literal: true

module Kelvath
  module Logical
    # The theory of functional dependencies (Codd 1971; Armstrong 1974; Bernstein 1976, "Synthesizing
    # third normal form relations"; Beeri and Bernstein 1979) over the attributes of one relation. Pure
    # sets: it knows no model.
    class NormalForms
      # determinant and dependents are frozen Sets of attributes.
      Dependency = Struct.new(:determinant, :dependents)
      # One relation of a decomposition: its attributes, and the keys it was made for.
      Relation = Struct.new(:attributes, :keys) do
        def key = keys.first
      end
      # lossless: joining the parts gives the whole back; preserving: every dependency holds within a part.
      Decomposition = Struct.new(:relations, :lossless, :preserving, keyword_init: true)
      MOST_KEYS = 200 # candidate keys looked for: there can be exponentially many

      attr_reader :attributes, :dependencies

      # attributes: any values; dependencies: [[determinants, dependents], …]
      def initialize(attributes, dependencies)
        @attributes = attributes.to_set.freeze
        @dependencies = dependencies.map { |left, right| Dependency.new(left.to_set.freeze, right.to_set.freeze) }
                                    .freeze
      end

      # All that is known if these attributes are known (Armstrong's axioms).
      def closure(known, given = dependencies)
        closed = known.to_set.dup
        waiting = given.dup
        loop do
          fitting, waiting = waiting.partition { |each| each.determinant.subset?(closed) }
          return closed if fitting.empty?

          fitting.each { |each| closed.merge(each.dependents) }
        end
      end

      # The candidate keys, fewest attributes first (Lucchesi and Osborn 1978).
      def keys
        @keys ||= begin
          found = [ minimal(attributes) ]
          found.each do |key|
            dependencies.each do |each|
              candidate = (each.determinant & attributes) | (key - each.dependents)
              next if found.size >= MOST_KEYS || found.any? { |other| other.subset?(candidate) }

              found << minimal(candidate)
            end
          end
          found.uniq.sort_by { |key| [ key.size, key.map(&:to_s).sort ] }
        end
      end

      # Do these attributes decide all others?
      def superkey?(set) = attributes.subset?(closure(set))
      def prime = @prime ||= keys.reduce(Set.new, :|)

      # Dependencies that are not trivial, with single attributes on the right.
      def single
        @single ||= dependencies.flat_map { |each|
          (each.dependents - each.determinant).map { |right| Dependency.new(each.determinant, Set[right].freeze) }
        }.uniq
      end

      # :bcnf, :third, :second or :first: the highest normal form that holds.
      def normal_form
        return :bcnf if offending_bcnf.empty?
        return :third if offending_third.empty?

        offending_second.empty? ? :second : :first
      end

      # Dependencies that break Boyce-Codd normal form: their determinant is no superkey.
      def offending_bcnf = single.reject { |each| superkey?(each.determinant) }

      # … third normal form: and what depends is in no candidate key.
      def offending_third = offending_bcnf.reject { |each| each.dependents.subset?(prime) }

      # What breaks second normal form: attributes of no candidate key that a part of one decides, stated or not. The
      # determinants are as small as may be.
      def offending_second
        @offending_second ||= keys.flat_map { |key| key.flat_map { |left_out| decided_by(key - [ left_out ]) } }.uniq
      end

      # What stands in the way of third normal form, stated or not.
      def in_the_way = (offending_third + offending_second).uniq

      # A minimal cover: single right sides, no attribute on the left and no dependency too many. Of two that say the
      # same the one stated first stays.
      def minimal_cover
        reduced = single.map { |each| Dependency.new(reduce_left(each).freeze, each.dependents) }.uniq
        kept = reduced.dup
        reduced.reverse_each do |each|
          rest = kept - [ each ]
          kept = rest if each.dependents.subset?(closure(each.determinant, rest))
        end
        kept
      end

      # Bernstein's synthesis: a relation for each left side of the minimal cover (equivalent ones
      # together), and one for a key if none holds one. In third normal form, lossless, preserving.
      def synthesis
        groups = minimal_cover.group_by { |each| closure(each.determinant) }.values
        relations = groups.map { |list| Relation.new(list.reduce(Set.new) { |all, each| all | each.determinant |
          each.dependents }, list.map(&:determinant).uniq) }
        relations << Relation.new(keys.first, [ keys.first ]) if relations.none? { |each| superkey?(each.attributes) }
        relations = without_contained(relations)
        Decomposition.new(relations:, lossless: lossless?(relations.map(&:attributes)),
                          preserving: preserving?(relations.map(&:attributes)))
      end

      # The chase (Aho, Beeri, Ullman 1979): a row for each part; does one become all known?
      def lossless?(parts)
        rows = parts.each_with_index.map do |part, row|
          attributes.to_h { |each| [ each, part.include?(each) ? :known : row ] }
        end
        loop do
          changed = dependencies.any? { |each| chase(rows, each) }
          return rows.any? { |row| row.values.all?(:known) } unless changed
        end
      end

      # Does every dependency follow from those within the parts (Beeri and Honeyman 1981)?
      def preserving?(parts)
        dependencies.all? do |each|
          closed = each.determinant.dup
          loop do
            size = closed.size
            parts.each { |part| closed |= closure(closed & part) & part }
            break if closed.size == size
          end
          each.dependents.subset?(closed)
        end
      end

      private

      # [Dependency, …] of the attributes of no key that a part of a key decides. The largest parts decide all that
      # smaller ones do.
      def decided_by(part)
        (closure(part) - prime).map do |each|
          determinant = part.reduce(part) do |kept, member|
            closure(kept - [ member ]).include?(each) ? kept - [ member ] : kept
          end
          Dependency.new(determinant.freeze, Set[each].freeze)
        end
      end

      # The set without what the rest of it determines.
      def minimal(set)
        set.to_a.sort_by(&:to_s).reverse.reduce(set.dup) { |kept, each|
          superkey?(kept - [ each ]) ? kept - [ each ] : kept
        }.freeze
      end

      def reduce_left(dependency)
        dependency.determinant.reduce(dependency.determinant) do |kept, each|
          smaller = kept - [ each ]
          dependency.dependents.subset?(closure(smaller)) ? smaller : kept
        end
      end

      def without_contained(relations)
        relations.reject.with_index do |one, index|
          relations.each_with_index.any? do |other, place|
            place != index &&
              (one.attributes.proper_subset?(other.attributes) || (one.attributes == other.attributes && place < index))
          end
        end
      end

      # Rows that agree on the left are made to agree on the right. Answers whether anything changed.
      def chase(rows, dependency)
        rows.group_by { |row| row.values_at(*dependency.determinant) }.each_value.any? do |alike|
          dependency.dependents.any? do |each|
            attributes.include?(each) && alike.map { |row| row[each] }.uniq.size > 1 && agree(rows, alike, each)
          end
        end
      end

      def agree(rows, alike, attribute)
        marks = alike.map { |row| row[attribute] }.uniq
        best = marks.include?(:known) ? :known : marks.min
        rows.each { |row| row[attribute] = best if marks.include?(row[attribute]) }
      end
    end
  end
end
