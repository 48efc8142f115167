# frozen_string_literal: true

module Kelvath
  # What a change of an element would reach, and what reaches it: what stands within, refers, is derived, has a key from
  # it, names it in SQL, asks about it or for its name, shows it.
  class Impact
    # distance: how many steps away; via_id: the element from which it was come to; how: in words.
    Step = Struct.new(:element, :distance, :via_id, :how, keyword_init: true)
    WAYS = { "reached" => "what it reaches", "reaching" => "what reaches it" }.freeze

    # [Step, …], the nearest first, without the element itself. way: one of WAYS; depth: how many steps at most, nil for
    # all. Raises NotFound, UnknownName.
    def self.of(model, id, way: "reached", depth: nil)
      raise UnknownName, "The way is one of #{WAYS.keys.join(', ')}, not “#{way}”." unless WAYS.key?(way)

      new(model, model.fetch(id)).steps(way.to_sym, depth)
    end

    def initialize(model, element)
      @model = model
      @element = element
    end

    def steps(way, depth)
      @seen = { @element.id => nil }
      found, edge, distance = [], [ @element ], 0
      until edge.empty? || distance == depth
        distance += 1
        edge = edge.flat_map { |element| further(element, way, distance) }
        found.concat(edge)
        edge = edge.reject { |step| step.how == KEY }.map(&:element)
      end
      way == :reached ? found + shown(found, distance) : found
    end

    KEY = "has its key from it" # what has no more of it than that, is not gone on from
    DRAWN = %i[diagram_node diagram_note].freeze
    PARTS = %i[condition chapter].freeze # through which what they stand in is reached
    NAMED = %i[entity attribute domain subject_area tag design schema table column view].freeze # asked for by name

    private

    # Where one step leads that was not come to before.
    def further(element, way, distance)
      send(way, element).filter_map do |id, how|
        other = @model[id]
        next if other.nil? || @seen.key?(other.id) || DRAWN.include?(other.kind)

        @seen[other.id] = true
        Step.new(element: other, distance:, via_id: element.id, how:)
      end
    end

    def reached(element)
      id = element.id
      [ *@model.child_ids(id).map { |other| [ other, "stands within it" ] },
        *@model.referrer_ids(id).map { |other| [ other, "refers to it" ] },
        *derived.fetch(id, []).map { |other| [ other, "is derived from it" ] },
        *holders(element).map { |other| [ other, KEY ] },
        *asked.fetch("custom-#{id}", []).map { |other| [ other, "asks about it" ] },
        *naming(element).map { |other| [ other, "asks for it by name" ] },
        *([ [ element.parent_id, "asks or shows it" ] ] if PARTS.include?(element.kind)) ]
    end

    def reaching(element)
      [ *([ [ element.parent_id, "holds it" ] ] if element.parent_id),
        *element.referenced_ids.map { |other| [ other, "is referred to" ] },
        *sources(element).map { |other| [ other, "is what it is derived from" ] } ]
    end

    def sources(element)
      element.class.fields.key?(:source_id) ? element.source_id.split(".") : []
    end

    # { id of what it comes from => ids of what is derived from it }
    def derived
      @model.memo_of(:impact_derived, Metamodel::PHYSICAL) do
        kinds = Metamodel::PHYSICAL.select { |kind| Metamodel.fetch(kind).fields.key?(:source_id) }
        kinds.flat_map { |kind| @model.ids_of(kind) }.each_with_object({}) do |id, all|
          source = @model[id].source_id
          next if source.empty?
          next (all[source] ||= []) << id unless source.include?(".") # as most are

          source.split(".").each { |part| (all[part] ||= []) << id }
        end
      end
    end

    # Ids of the entities that have an attribute as a migrated key: of those that are related to one that has it.
    def holders(attribute)
      return [] if attribute.kind != :attribute || @model.referrers(attribute.id, :identifier).empty?

      keys = Logical::KeyMigration.of(@model)
      found, edge = Set.new, [ attribute.parent_id ]
      while (id = edge.pop)
        others = @model.referrers(id, :relationship).flat_map { |each| [ each.from_id, each.to_id ] }.uniq - [ id ]
        others.each do |other|
          next if found.include?(other) || keys.held(other).none? { |held| held.origin&.id == attribute.id }

          found << other
          edge << other
        end
      end
      found.delete(attribute.parent_id).to_a
    end

    # { key of what is asked => ids of conditions and sweeps }
    def asked
      @model.memo(:impact_asked) do
        named = @model.all(:condition).flat_map { |each| [ each.subject, each.other ].map { |key| [ key, each.id ] } } +
                @model.all(:sweep).flat_map { |each| each.shown.map { |key| [ key, each.id ] } }
        named.group_by(&:first).transform_values { |list| list.map(&:last) }
      end
    end

    # Ids of sweeps and questions that ask for something of this name.
    def naming(element)
      return [] unless NAMED.include?(element.kind)

      asked_for.fetch(element.name.downcase, [])
    end

    # { name in small letters => ids of conditions and questions that hold it as a value }
    def asked_for
      @model.memo_of(:impact_asked_for, %i[condition question]) do
        named = @model.all(:condition).flat_map { |each| each.value.split(",").map { |text| [ text, each.id ] } } +
                @model.all(:question).flat_map { |each| each.sql.scan(LITERAL).flatten.map { |text|
 [ text, each.id ] } }
        named.map { |text, id| [ text.strip.downcase, id ] }.uniq.group_by(&:first)
             .transform_values { |list| list.map(&:last) }
      end
    end
    LITERAL = /'((?:[^']|'')+)'/ # of SQL (SQL:2016, 5.3)

    # Diagrams on whose cards any of it is written, the element's own included.
    def shown(found, distance)
      cards = [ @element, *found.map(&:element) ].flat_map { |each| [ each.id, *each.card_ids(@model) ] }.uniq
      nodes = cards.flat_map { |id| @model.referrers(id, :diagram_node) }
      nodes.uniq(&:parent_id).filter_map do |node|
        diagram = @model[node.parent_id]
        next if diagram.nil? || @seen.key?(diagram.id)

        Step.new(element: diagram, distance: [ distance, 1 ].max, via_id: node.element_id, how: "shows it")
      end
    end
  end
end
