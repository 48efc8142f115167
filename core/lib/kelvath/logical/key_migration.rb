# frozen_string_literal: true

module Kelvath
  module Logical
    # Works out which attributes every entity has: its own, and those of the keys that migrate to it
    # through relationships, identifying chains, recursion, parallel relationships and subtypes.
    # Nothing of it is stored.
    class KeyMigration
      # How one key arrived: the relationship or subtype group, the parent, and pairs of
      # [attribute in the child, attribute in the parent].
      Migration = Struct.new(:link, :parent_id, :pairs, keyword_init: true)

      # What the keys follow from.
      KINDS = %i[entity attribute identifier relationship subtype_group].freeze

      # The migration of a model, worked out once. surrogates: give a numbered key to each entity
      # that has no identifier, as derivation does.
      def self.of(model, surrogates: false)
        model.memo_of([ :key_migration, surrogates ], KINDS) { new(model, surrogates:) }
      end

      # Ids of entities that identify each other in a circle, or nil.
      def self.cycle(model) = IdentifyingGraph.new(model).cycle

      def initialize(model, surrogates: false)
        @model = model
        @surrogates = surrogates
        @graph = model.memo_of(:identifying_graph, %i[relationship subtype_group]) { IdentifyingGraph.new(model) }
        @holdings = {}
        @lock = Monitor.new # models are shared by threads, and so is this
      end

      # All attributes of an entity: key members that migrated, its own, then other migrated ones.
      def held(entity_id) = @lock.synchronize { holding(entity_id).complete.all }

      # The members of its primary identifier, empty if it has none.
      def primary(entity_id) = @lock.synchronize { holding(entity_id).primary }

      # [[identifier, [HeldAttribute, …]], …] of its alternate identifiers.
      def alternates(entity_id)
        identifiers = @model.children(entity_id, :identifier).reject(&:primary)
        return [] if identifiers.empty?

        by_id = held(entity_id).flat_map { |held|
          [ [ held.id, held ], *held.via.drop(1).map { |link| [ alias_id(held, link), held ] } ]
        }.to_h
        identifiers.filter_map do |identifier|
          members = identifier.member_ids.filter_map { |id| by_id[id] }
          [ identifier, members ] if members.any?
        end
      end

      # The keys that arrived at an entity, as Migration values.
      def migrations(entity_id) = @lock.synchronize { holding(entity_id).complete.migrations }

      private

      # path: the entities that are being worked out.
      def holding(entity_id, path = Set.new)
        @holdings[entity_id] ||= begin
          raise Error, "Identifying relationships run in a circle." unless path.add?(entity_id)

          Holding.new(@model, entity_id, @graph, surrogates: @surrogates) { |parent_id| holding(parent_id, path)
            .primary }.build.tap { path.delete(entity_id) }
        end
      end

      def alias_id(held, link) = "#{link}.#{held.id.split('.', 2).last}"
    end

    # Who is identified by whom: identifying relationships and subtypes, as edges child -> parent.
    class IdentifyingGraph
      # Links that bring a key: [link, parent id], by child id; identifying ones first in order.
      attr_reader :identifying, :other

      def initialize(model)
        @identifying = Hash.new { |hash, id| hash[id] = [] }
        @other = Hash.new { |hash, id| hash[id] = [] }
        model.all(:subtype_group).each do |group|
          group.subtype_ids.each { |id| @identifying[id] << [ group, group.parent_id ] }
        end
        model.all(:relationship).each { |relationship| add(relationship) }
      end

      # The ids of one circle, or nil; each entity and link is looked at once.
      def cycle
        state = {}
        @identifying.keys.each do |start|
          found = walk(start, state)
          return found if found
        end
        nil
      end

      private

      def add(relationship)
        parent_id = Cardinality.parent_id(relationship) or return
        (relationship.identifying ? @identifying : @other)[Cardinality.child_id(relationship)] <<
          [ relationship, parent_id ]
      end

      # Depth first with a path of our own, since chains can be longer than Ruby's stack.
      def walk(start, state)
        path = [ [ start, parents(start) ] ]
        state[start] ||= :open
        until path.empty?
          left = path.last.last
          parent_id = left.shift
          if parent_id.nil?
            state[path.pop.first] = :done
          elsif state[parent_id] == :open
            if path.any? { |each, _| each == parent_id }
              return path.map(&:first).drop_while { |each| each != parent_id }
            end
          elsif state[parent_id].nil?
            state[parent_id] = :open
            path << [ parent_id, parents(parent_id) ]
          end
        end
      end

      def parents(id) = @identifying.key?(id) ? @identifying[id].map(&:last) : []
    end
  end
end

require_relative "holding"
