# frozen_string_literal: true

module Kelvath
  module Logical
    # The attributes of one entity while they are put together, for KeyMigration.
    class Holding
      attr_reader :primary, :migrations

      NONE = [].freeze # most come by no link

      # The block answers the primary key (HeldAttribute list) of a parent entity.
      def initialize(model, entity_id, graph, surrogates:, &key_of)
        @model = model
        @entity_id = entity_id
        @entity = model.fetch(entity_id)
        @graph = graph
        @surrogates = surrogates
        @key_of = key_of
        @by_name = {}
        @keys = []
        @others = nil
        @migrations = []
      end

      # Key members that migrated, own attributes, other migrated attributes; once it is complete.
      def all = @all ||= (@keys + @own + @others).uniq(&:id).freeze

      # First half: the own attributes and the primary key, which need only identifying links.
      def build
        @own_key_ids = own_primary&.member_ids || []
        @own = @model.children(@entity_id, :attribute).map { |attribute| own(attribute) }
        @own.each { |held| @by_name[held.name.downcase] ||= held }
        @keys = links(@graph.identifying).flat_map { |link, parent_id| bring(link, parent_id, primary: true) }
        @primary = (@keys + @own_key_ids.filter_map { |id| @own.find { |held| held.id == id } }).uniq(&:id)
        add_surrogate if @primary.empty? && @surrogates
        self
      end

      # Second half: keys that arrive without identifying; they may come from entities that in turn
      # receive a key from this one.
      def complete
        @others ||= links(@graph.other).flat_map { |link, parent_id| bring(link, parent_id, primary: false) }
        self
      end

      private

      def links(side) = side.key?(@entity_id) ? side[@entity_id] : []
      def own_primary = @model.children(@entity_id, :identifier).find(&:primary)

      def own(attribute)
        primary = @own_key_ids.include?(attribute.id)
        HeldAttribute.new(id: attribute.id, name: attribute.name, entity_id: @entity_id, origin: attribute, via: NONE,
                          mandatory: attribute.mandatory || primary, primary:)
      end

      def add_surrogate
        held = HeldAttribute.new(id: "#{@entity_id}.#{SURROGATE}", name: free_name("#{@entity.name} Id"),
                                 entity_id: @entity_id,
                                 origin: nil, via: [], mandatory: true, primary: true)
        @by_name[held.name.downcase] = held
        @primary = [ held ]
        @own.unshift(held)
      end

      def bring(link, parent_id, primary:)
        pairs = parent_key(parent_id).map { |source| [ receive(link, parent_id, source, primary:), source ] }
        @migrations << KeyMigration::Migration.new(link:, parent_id:, pairs:) if pairs.any?
        pairs.map(&:first)
      end

      def parent_key(parent_id)
        if parent_id == @entity_id
          @primary || raise(Error, "Identifying relationships run in a circle.")
        else
          @key_of.call(parent_id)
        end
      end

      def receive(link, parent_id, source, primary:)
        name = migrated_name(link, parent_id, source)
        same = @by_name[name.downcase]
        return unify(same, link, primary) if same && unifiable?(same, link, parent_id, source)

        held = HeldAttribute.new(id: "#{link.id}.#{source.id}", name: same ? free_name(name) : name,
                                 entity_id: @entity_id,
                                 origin: source.origin, via: [ link.id ], mandatory: primary || mandatory?(link),
                                 primary:)
        @by_name[held.name.downcase] = held
      end

      # The same value that comes by two ways is one attribute; but two relationships with the same
      # parent mean two occurrences of it, which only a role name may tell apart.
      def unifiable?(same, link, parent_id, source)
        !separate?(link) && same.migrated? && same.origin_key == source.origin_key && parent_id != @entity_id &&
          same.via.none? do |id|
            @model[id].kind == :relationship && Cardinality.parent_id(@model[id]) == parent_id && id != link.id
          end
      end

      def separate?(link) = link.kind == :relationship && link.separate

      def unify(held, link, primary)
        held.via |= [ link.id ]
        held.mandatory ||= primary || mandatory?(link)
        held.primary ||= primary
        held
      end

      def mandatory?(link) = link.kind == :subtype_group || Cardinality.mandatory_parent?(link)

      # "Number" of Ticket arrives as "Ticket Number"; with the role "Lost" as "Lost Number". A name
      # that arrived at the parent itself already says where it is from.
      def migrated_name(link, parent_id, source)
        return source.name if link.kind == :subtype_group

        parent = @model.fetch(parent_id).name
        rest = without(parent, source.name)
        return [ link.role_name, rest ].reject(&:empty?).join(" ") unless link.role_name.empty?
        if inherited?(source)
          return [ parent, without(first_owner(source).name, source.name) ].reject(&:empty?).join(" ")
        end

        source.migrated? || rest != source.name ? source.name : "#{parent} #{source.name}"
      end

      def without(owner, name)
        return name unless name[0, owner.length].casecmp?(owner) # most names; a pattern takes time to make

        name.sub(/\A#{Regexp.escape(owner)}\b\s*/i, "")
      end

      # Does the parent have it from its supertypes alone? It is called as if it were its own then.
      def inherited?(source)
        source.migrated? && source.id.split(".")[0..-2].none? { |id| @model[id]&.kind == :relationship }
      end

      # The entity whose attribute, or number, it is.
      def first_owner(held) = @model.fetch(held.origin&.parent_id || held.id.split(".")[-2])

      def free_name(name)
        return name unless @by_name.key?(name.downcase)

        (2..).each { |number| return "#{name} #{number}" unless @by_name.key?("#{name} #{number}".downcase) }
      end
    end
  end
end
