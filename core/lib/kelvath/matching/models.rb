# frozen_string_literal: true

module Kelvath
  module Matching
    # Two sides of a comparison (Merging::Side), whole models or designs. What on the right is the same thing as what on
    # the left. A person's word comes first; then the same id, what it was derived from, its name, what it refers to,
    # and at last likeness. What stands within something can only be the same as what stands within its counterpart.
    class Models
      SCORES = { source: 0.98, name: 0.95, plain_name: 0.9, told: 0.85 }.freeze
      STRUCTURE = 0.9 # of the surest sort; each further one is less sure
      LESS = 0.05

      # Kinds, each after those that it stands in or refers to.
      ORDER = [].tap { |order|
        visit = lambda do |kind, path|
          next if order.include?(kind) || path.include?(kind)

          type = Metamodel.fetch(kind)
          [ *type.within, *type.reference_fields.reject(&:internal?).flat_map(&:to) ].each { |other|
            visit.(other, [ *path, kind ])
          }
          order << kind
        end
        Metamodel::KINDS.each_key { |kind| visit.(kind, []) }
      }.freeze

      # The Correspondence.
      attr_reader :correspondence

      # left, right: Sides; said: as Merging.compare takes it.
      def initialize(left, right, said: {})
        @left, @right, @said = left, right, said
        @correspondence = Correspondence.new
        @ours = Signatures.new(left) { |id| id }
        @theirs = Signatures.new(right) { |id| @correspondence.left_of(id) }
        ORDER.each { |kind| match(kind) }
      end

      private

      # What may stand in its own kind is matched level by level.
      def match(kind)
        mine = @left.of_kind(kind)
        theirs = @right.of_kind(kind)
        return if mine.empty? || theirs.empty?

        nested = Metamodel.fetch(kind).within.include?(kind)
        loop do
          before = @correspondence.size
          level(kind, mine.reject { |each| @correspondence.left?(each.id) }, theirs.reject { |each|
            @correspondence.right?(each.id) })
          break if !nested || @correspondence.size == before
        end
      end

      def level(kind, mine, theirs)
        places = theirs.to_h { |each| [ each.id, @theirs.place(each) ] }
        waiting = theirs.select { |each| places[each.id] }
        by_word(mine, waiting, places)
        waiting = waiting.reject { |each| @correspondence.right?(each.id) || @said.key?(each.id) }
        mine = mine.reject { |each| @correspondence.left?(each.id) || @said.value?(each.id) }
        by_id(waiting, places)
        pair(:source, mine, waiting, places) { |sides, each| sides.source(each) }
        by_names_and_structure(kind, mine, waiting, places)
        by_likeness(kind, mine, waiting, places)
      end

      def by_names_and_structure(kind, mine, waiting, places)
        structures = Signatures.structures(kind)
        structure = lambda do |index|
          pair(:structure, mine, waiting, places, STRUCTURE - index * LESS) { |sides, each|
 sides.structure(each, index) }
        end
        structure.(0) if structures.positive?
        %i[name plain_name].each do |way|
          pair(way, mine, waiting, places) { |sides, each| sides.public_send(way, each) }
        end
        (1...structures).each(&structure)
        pair(:told, mine, waiting, places) { |sides, each| sides.told(each) }
      end

      def by_word(mine, theirs, places)
        return if @said.empty?

        known = mine.to_h { |each| [ each.id, each ] }
        theirs.each do |each|
          found = @said[each.id]&.then { |id| known[id] }
          take(found, each, :answer) if found && @ours.place(found) == places[each.id]
        end
      end

      def by_id(theirs, places)
        theirs.each do |each|
          found = @left.elements[each.id]
          next if found.nil? || @correspondence.left?(found.id) || @said.value?(found.id)

          take(found, each, :identity) if @ours.place(found) == places[each.id]
        end
      end

      # What has the same key in the same place, in the order in which it stands there.
      def pair(way, mine, theirs, places, score = SCORES.fetch(way))
        theirs = theirs.reject { |each| @correspondence.right?(each.id) }
        return if theirs.empty?

        waiting = mine.each_with_object({}) do |each, found|
          next if @correspondence.left?(each.id)

          key = yield(@ours, each) or next
          (found[[ @ours.place(each), key ]] ||= []) << each
        end
        return if waiting.empty?

        how = { source: :origin, plain_name: :name, told: :structure }.fetch(way, way)
        theirs.each do |each|
          key = yield(@theirs, each) or next
          found = waiting[[ places[each.id], key ]]&.shift
          take(found, each, how, score) if found
        end
      end

      def by_likeness(kind, mine, theirs, places)
        return unless Likeness::KINDS.include?(kind)

        mine = mine.reject { |each| @correspondence.left?(each.id) }
        theirs = theirs.reject { |each| @correspondence.right?(each.id) }
        return if mine.empty? || theirs.empty?

        families = mine.group_by { |each| @ours.place(each) }
        theirs.group_by { |each| places[each.id] }.each do |place, list|
          Likeness.new(@left, @right, @correspondence).pairs(families.fetch(place, Model::NONE),
            list) do |one, other, score|
            take(one, other, :likeness, score)
          end
        end
      end

      def take(mine, theirs, how, score = 1.0) = @correspondence.take(mine.id, theirs.id, how, score)
    end
  end
end
