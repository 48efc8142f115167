# frozen_string_literal: true

module Kelvath
  module Matching
    # Two states of a design side by side. What has the same id is the same; else what somebody said, what comes from
    # the same source, is over the same columns or has the same name, and what was called so before in a script.
    class Designs
      # The Correspondence: known on the left, fresh on the right.
      attr_reader :correspondence

      # known: { id => Element }; fresh: Elements, parents first. every: match also what is never derived, such as
      # views, by its name. said: { fresh id => the name of what it was, by somebody's word }.
      def initialize(known, fresh, every: false, said: {})
        @every = every
        @known = known
        @fresh = fresh
        @said = said
        @correspondence = Correspondence.new
        match
      end

      # The fresh elements, { id => Element }, with the ids of what is known.
      def aligned = @correspondence.aligned(@fresh)

      private

      def id(id) = @correspondence.left_of(id) || id

      def match
        waiting = @fresh.reject do |each|
          @known.key?(each.id) && @correspondence.take(each.id, each.id, :identity)
        end
        @open = @known.each_value.select do |each|
          (@every || each.class.fields.key?(:source_id)) && !@correspondence.left?(each.id)
        end
        return if @open.empty? || waiting.empty?

        # In which schema and table something stands is known before it is sought.
        waiting.group_by { |each| FIRST.index(each.kind) || FIRST.size }.sort_by(&:first).each { |_, list| pair(list) }
      end
      FIRST = %i[schema table].freeze

      def pair(waiting)
        claim(waiting, :answer) { |each| @said[each.id]&.then { |name| called(each, name) } }
        claim(waiting, :origin) { |each| by_source(each) }
        claim(waiting, :structure) { |each| by_columns(each) }
        claim(waiting, :name) { |each| by_name(each) }
        claim(waiting, :name) { |each| by_bare_name(each, waiting) }
        claim(waiting, :origin) { |each| by_former_name(each) }
        claim(waiting, :structure) { |each| by_columns(each) } # columns have theirs by now
        claim(waiting, :structure) { |each| by_thing(each) }
        claim(waiting, :structure) { |each| by_bounds(each) }
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

      # A right by what it is on.
      def by_thing(fresh)
        return unless fresh.kind == :grant

        @on ||= index { |each| [ each.parent_id, each.on_id, each.passes_on ] if each.kind == :grant }
        free(@on[[ id(fresh.parent_id), id(fresh.on_id), fresh.passes_on ]])
      end

      # A partition by the rows that are in it.
      def by_bounds(fresh)
        return unless fresh.kind == :partition

        @bounds ||= index { |each| [ each.parent_id, each.bounds.downcase ] if each.kind == :partition }
        free(@bounds[[ id(fresh.parent_id), fresh.bounds.downcase ]])
      end

      def by_name(fresh)
        return unless fresh.class.fields.key?(:name) # rows have none

        named(fresh, fresh.name)
      end

      # What is in another schema now, where nothing else of that name could be meant.
      def by_bare_name(fresh, waiting)
        return unless fresh.class.fields.key?(:schema_id)

        @waiting_names ||= {}.compare_by_identity
        left = @waiting_names[waiting] ||= waiting.reject { |each| @correspondence.right?(each.id) }
                                                  .map { |each| [ each.kind, each.values[:name].to_s.downcase ] }.tally
        return unless left[[ fresh.kind, fresh.name.downcase ]] == 1

        list = bare_names[[ fresh.kind, fresh.name.downcase ]].to_a.reject { |each| @correspondence.left?(each.id) }
        list.first if list.one?
      end

      # The latest name first.
      def by_former_name(fresh)
        fresh.values.fetch(:former_names, Model::NONE).reverse_each do |name|
          found = called(fresh, name)
          return found if found
        end
        nil
      end

      # What has that name where something stands; the name may say a schema ("quay.berth"), or what it stands in.
      def called(fresh, name)
        found = named(fresh, name)
        return found if found || !name.include?(".")

        plain = name.split(".").last
        return named(fresh, plain) unless fresh.class.fields.key?(:schema_id)

        bare_names[[ fresh.kind, plain.downcase ]].to_a
          .find { |each| !@correspondence.left?(each.id) && schema_name(each)&.casecmp?(name.split(".").first) }
      end

      def named(fresh, name)
        @names ||= index { |each|
          [ each.kind, place(each.kind, each.parent_id), each.values[:schema_id], each.name.downcase ] if
            each.class.fields.key?(:name)
        }
        free(@names[[ fresh.kind, place(fresh.kind, id(fresh.parent_id)), fresh.values[:schema_id]&.then { |schema|
 id(schema) },
                      name.downcase ]])
      end

      # Partitions go by their names wherever they are.
      def place(kind, parent_id) = kind == :partition ? nil : parent_id

      def bare_names
        @bare_names ||= index { |each| [ each.kind, each.name.downcase ] if each.class.fields.key?(:schema_id) }
      end

      def schema_name(element) = @known[element.schema_id]&.name

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
