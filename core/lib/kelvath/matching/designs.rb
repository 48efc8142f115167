# frozen_string_literal: true

module Kelvath
  module Matching
    # Two states of a design side by side. What has the same id is the same; else what somebody said, what comes from the
    # same source, is over the same columns or has the same name, and what was called so before in a script.
    class Designs
      # The Correspondence: known on the left, fresh on the right.
      attr_reader :correspondence

      # known: { id => Element }; fresh: Elements, parents first. every: match also what is never derived, such as
      # views, by its name. given: { fresh id => known id } that somebody said.
      def initialize(known, fresh, every: false, given: {})
        @every = every
        @known = known
        @fresh = fresh
        @given = given
        @correspondence = Correspondence.new
        given.each { |right, left| @correspondence.take(left, right, :answer) }
        match
      end

      # The fresh elements, { id => Element }, with the ids of what is known.
      def aligned = @correspondence.aligned(@fresh)

      private

      def id(id) = @correspondence.left_of(id) || id

      def match
        waiting = @fresh.reject do |each|
          next true if @given.key?(each.id)

          @known.key?(each.id) && (@given.value?(each.id) || @correspondence.take(each.id, each.id, :identity))
        end
        @open = @known.each_value.select do |each|
          (@every || each.class.fields.key?(:source_id)) && !@correspondence.left?(each.id)
        end
        return if @open.empty? || waiting.empty?

        # Where a table stands is known before anything within it is sought.
        waiting.partition { |each| each.kind == :table }.each { |list| pair(list) }
      end

      def pair(waiting)
        claim(waiting, :origin) { |each| by_source(each) }
        claim(waiting, :structure) { |each| by_columns(each) }
        claim(waiting, :name) { |each| by_name(each) }
        claim(waiting, :origin) { |each| by_former_name(each) }
        claim(waiting, :structure) { |each| by_columns(each) } # columns have theirs by now
      end

      def claim(waiting, how)
        waiting.each do |each|
          next if @correspondence.right?(each.id)

          found = yield each
          @correspondence.take(found.id, each.id, how) if found
        end
      end

      def by_source(fresh)
        return if !fresh.class.fields.key?(:source_id) || fresh.source_id.to_s.empty?

        key = [ fresh.kind, id(fresh.parent_id), fresh.source_id, fresh.kind == :key && fresh.primary ]
        @sources ||= index { |each|
          [ each.kind, each.parent_id, each.source_id, each.kind == :key && each.primary ] unless
            each.values[:source_id].to_s.empty?
        }
        free(@sources[key])
      end

      def by_columns(fresh)
        return unless fresh.class.fields.key?(:column_ids)

        key = [ fresh.kind, id(fresh.parent_id), fresh.column_ids.map { |each| id(each) } ]
        @over ||= index { |each|
          [ each.kind, each.parent_id, each.column_ids ] if each.class.fields.key?(:column_ids)
        }
        free(@over[key])
      end

      def by_name(fresh)
        return unless fresh.class.fields.key?(:name) # rows have none

        named(fresh, fresh.name)
      end

      # The latest name first. A table that was in a schema is told with it.
      def by_former_name(fresh)
        fresh.values.fetch(:former_names, Model::NONE).reverse_each do |name|
          found = named(fresh, name) || (fresh.kind == :table ? named(fresh, name.split(".").last) : nil)
          return found if found
        end
        nil
      end

      def named(fresh, name)
        @names ||= index { |each|
          [ each.kind, each.parent_id, each.name.downcase ] if each.class.fields.key?(:name)
        }
        free(@names[[ fresh.kind, id(fresh.parent_id), name.downcase ]])
      end

      def index
        @open.each_with_object({}) do |each, found|
          key = yield each
          (found[key] ||= []) << each if key
        end
      end

      def free(list) = list&.find { |each| !@correspondence.left?(each.id) }
    end
  end
end
