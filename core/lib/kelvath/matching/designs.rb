# frozen_string_literal: true

module Kelvath
  module Derivation
    module Again
      # Gives what would be derived the ids that the design has for it already. What was derived has them by itself;
      # what came from a database is found by its source, then by the columns it is over, then by its name.
      class Matching
        # known: { id => Element } of the design and of its base; fresh: Elements, parents first. every: match also what
        # is never derived, such as views, by its name. given: { fresh id => known id } that somebody said.
        def initialize(known, fresh, every: false, given: {})
          @every = every
          @given = given
          @known = known
          @fresh = fresh
          @ids = {} # { id of what would be derived => id it has in the design }
        end

        # The fresh elements, { id => Element }, with the design's ids.
        def aligned
          match
          return @fresh.to_h { |each| [ each.id, each ] } if @ids.empty?

          @fresh.to_h { |each| [ id(each.id), renamed(each) ] }
        end

        private

        def id(id) = @ids.fetch(id, id)

        def match
          fresh_ids = @fresh.to_set(&:id)
          @open = @known.each_value.select do |each|
            (@every || each.class.fields.key?(:source_id)) && !fresh_ids.include?(each.id)
          end
          return if @open.empty?

          @taken = @given.values.to_set
          @ids.merge!(@given)
          waiting = @fresh.reject { |each| @known.key?(each.id) || @given.key?(each.id) }
          waiting.each { |each| claim(each, by_source(each)) }
          waiting.each { |each| claim(each, by_columns(each)) unless @ids.key?(each.id) }
          waiting.each { |each| claim(each, by_name(each)) unless @ids.key?(each.id) }
          waiting.each { |each| claim(each, by_columns(each)) unless @ids.key?(each.id) } # columns have theirs by now
        end

        def claim(fresh, known)
          return unless known && @taken.add?(known.id)

          @ids[fresh.id] = known.id
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
 [ each.kind, each.parent_id, each.column_ids ] if each.class.fields.key?(:column_ids) }
          free(@over[key])
        end

        def by_name(fresh)
          return unless fresh.class.fields.key?(:name) # rows have none

          @names ||= index { |each|
            [ each.kind, each.parent_id, each.name.downcase ] if each.class.fields.key?(:name)
          }
          free(@names[[ fresh.kind, id(fresh.parent_id), fresh.name.downcase ]])
        end

        def index
          @open.each_with_object({}) do |each, found|
            key = yield each
            (found[key] ||= []) << each if key
          end
        end

        def free(list) = list&.find { |each| !@taken.include?(each.id) }

        def renamed(element)
          values = element.values.to_h { |name, value| [ name, renamed_value(element.class.fetch_field(name), value) ] }
          element.class.new(id: id(element.id), parent_id: id(element.parent_id), **values)
        end

        def renamed_value(field, value)
          return value.map { |each| id(each) } if field.references?
          return value && id(value) if field.reference?
          return references(value) if field.expression?
          return value.transform_values { |each|
 each.is_a?(String) ? references(each) : each } if field.type == :options

          value
        end

        def references(text) = Metamodel::Expression.written(text) { |each| Metamodel::Expression.reference(id(each)) }
      end
    end
  end
end
