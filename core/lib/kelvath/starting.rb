# frozen_string_literal: true

module Kelvath
  # What a new model begins with.
  module Starting
    module_function

    # ChangeSet of an empty model: its header, and a diagram for the concept and the logical stage.
    def empty(name, ids:)
      draft = Draft.new(Model::EMPTY, ids:)
      draft.add(:header, name: Metamodel::Header.fetch_field(:name).parse(name))
      %w[Concept Logical].each { |title| draft.add(:diagram, name: title, stage: title.downcase) }
      draft.change_set
    end

    # Does the element belong to what every model has: its header, the diagrams of the first two stages that show all of
    # it?
    def beginning?(element)
      element.kind == :header ||
        (element.kind == :diagram && element.stage != "physical" && element.referenced_ids.empty?)
    end

    # A new model's change as two: what every model has, and what it is filled with. A header can name
    # elements only once they are there.
    def split(change_set)
      beginning, filling = change_set.additions.partition { |element| beginning?(element) }
      naming = beginning.find { |element| element.kind == :header && element.names_from_id }
      return [ ChangeSet.new(additions: beginning), ChangeSet.new(additions: filling) ] unless naming

      header = naming.with(names_from_id: nil)
      [ ChangeSet.new(additions: beginning.map { |element| element.equal?(naming) ? header : element }),
        ChangeSet.new(additions: filling) + ChangeSet.set(header, names_from_id: naming.names_from_id) ]
    end

    # A catalog taken in: the change that makes a model of it, that model, and what Intake says besides.
    Taken = Struct.new(:change_set, :model, :design_id, :base, :log, keyword_init: true)

    # A catalog taken in, while its base is still being worked out.
    class Taking
      # The Taken, which lacks its base.
      attr_reader :taken

      # content: its #call answers the base's; nil for none.
      def initialize(taken, content)
        @taken, @content = taken, content
      end

      # The Derivation::Base, nil for none; it is waited for.
      def base = @base ||= @content && Derivation::Base.kept(@content.call)

      # The ChangeSet by which the design names its base.
      def rest = ChangeSet.set(taken.model.fetch(taken.design_id), **{ base: base&.digest }.compact)

      # The Taken with its base.
      def whole
        Taken.new(**taken.to_h, base:, change_set: ChangeSet::Folding.of([ taken.change_set, rest ]),
                                model: rest.apply(taken.model))
      end
    end

    # Takes a catalog into a new model, with diagrams of both sides laid out, as #taking does. Answers a Taken.
    def from_catalog(...) = taking(...).whole

    # Takes a catalog into a new model, with diagrams of both sides laid out. Answers a Taking.
    # standard: what the names are read by; follows: what the header says of it; logical: is a logical side wanted?
    # layout: the key of one for its diagrams, nil for what suits them; stars: is there a diagram for each fact with its
    # dimensions? beside: what begins a block and answers what waits for its answer, a String, by #call: for work that
    # may go on meanwhile.
    def taking(name, catalog, platform:, ids:, standard: Naming::Standard.plain, follows: {}, logical: true,
               layout: nil, stars: false, progress: Progress.none, beside: AT_ONCE)
      draft = Draft.new(Model::EMPTY, ids:)
      header = draft.add(:header, name:, **follows)
      taken = Intake.without_base(draft.model, catalog, platform:, ids:, name: Platforms.fetch(platform).title,
                                                        standard:, logical:)
      base = beside.call { Intake.base(taken.change_set.additions, taken.design_id).content } if logical
      draft.add_all(divided(taken, ids))
      draft.set(header.id, names_from_id: taken.design_id) if logical
      add_diagrams(draft, taken, layout, progress)
      add_stars(draft, taken) if stars
      Taking.new(Taken.new(change_set: draft.change_set, model: draft.result, design_id: taken.design_id,
                           log: taken.log), base)
    end

    AT_ONCE = ->(&work) { work.call.then { |answer| -> { answer } } }

    # What deriving a design brought: its change, with a diagram of it laid out.
    NewDesign = Struct.new(:change_set, :name, :design_id, :diagram_id, :base, :remarks, keyword_init: true)

    # Derives a design for a platform (its key) by a naming standard and lays its diagram out, as one change.
    def design(model, platform:, ids:, standard: Naming::Standard.plain, progress: Progress.none)
      derived = Derivation.derive(model, platform:, ids:, standard:, progress:)
      draft = Draft.new(model, ids:)
      draft.add_all(derived.change_set.additions)
      name = draft.model.fetch(derived.design_id).name
      diagram = Editing::Diagrams.make(draft, name:, stage: "physical",
                                       elements: Metamodel::Design.tables(draft.model, derived.design_id),
                                       design_id: derived.design_id, **look(model))
      NewDesign.new(change_set: draft.change_set, name:, design_id: derived.design_id, diagram_id: diagram.id,
                    base: derived.base, remarks: derived.remarks)
    end

    # The change that adds a Derivation::Conversion's design, with a diagram of it laid out: [ChangeSet, diagram's id].
    def conversion(model, conversion, ids:)
      draft = Draft.new(model, ids:)
      draft.add_all(conversion.elements)
      design = conversion.design
      diagram = Editing::Diagrams.make(draft, name: design.name, stage: "physical", design_id: design.id,
                                       elements: Metamodel::Design.tables(draft.model, design.id), **look(model))
      [ draft.change_set, diagram.id ]
    end

    # What a starter's physical diagram, which belongs to no design, says of those to come.
    LOOK = %i[detail types_shown optional_shown indexes_shown legend title_block snapped paper direction].freeze

    # What a model's pattern for physical diagrams says: { field => value }.
    def look(model)
      pattern = model.all(:diagram).find { |diagram| diagram.stage == "physical" && diagram.design_id.nil? }
      pattern ? LOOK.to_h { |field| [ field, pattern[field] ] } : {}
    end

    DIVIDED = 60 # entities; more of them are divided into subject areas
    DRAWN = 20 # areas that get a diagram of their own
    LAYERED = 40 # cards that are laid out in layers; of more, near what they are related to
    FOLLOWED = 150 # cards whose lines somebody can follow

    # What was taken in, its entities in subject areas where there are many; the log says so.
    def divided(taken, ids)
      additions = taken.change_set.additions
      return additions if additions.count { |each| each.kind == :entity } <= DIVIDED

      related = additions.select { |each| %i[entity relationship].include?(each.kind) }
      areas, of = areas(Intake::Areas.new(Model.of(related)).groups, ids)
      taken.log << Intake::Catalog::Remark.new(
        level: :note, object: "", message: "Its #{of.size} entities that are related were divided into #{areas.size} " \
                                           "subject areas, each called after the one that most others refer to."
      )
      areas + additions.map { |each| of.key?(each.id) ? each.with(subject_area_id: of[each.id]) : each }
    end

    # [[subject area, …], { entity's id => area's id }]
    def areas(groups, ids)
      names = Naming::TakenNames.new(joint: " ")
      of = {}
      made = groups.each_with_index.map do |(hub, members), index|
        area = Metamodel::SubjectArea.new(id: ids.next, name: names.take(hub.name), position: index + 1.0)
        members.each { |entity| of[entity.id] = area.id }
        area
      end
      [ made, of ]
    end

    # An overview of the entities that areas are called after, and a diagram of each area that is not too large.
    def add_areas(draft)
      groups = draft.model.all(:entity).group_by(&:subject_area_id)
      areas = draft.model.all(:subject_area)
      return if areas.empty?

      hubs = areas.filter_map { |area| groups[area.id].find { |entity| entity.name == area.name } }
      Editing::Diagrams.make(draft, name: "Subject areas", stage: "concept", elements: hubs)
      areas.select { |area| groups[area.id].size <= FOLLOWED }.first(DRAWN).each do |area|
        elements = groups[area.id]
        Editing::Diagrams.make(draft, name: area.name, stage: "logical", elements:, subject_area_id: area.id,
                                      key: elements.size > LAYERED ? "organic" : nil)
      end
    end

    def names_only(cards)
      message = "Its diagrams of #{cards} cards show names only; “Detail” of each says more."
      Intake::Catalog::Remark.new(level: :note, object: "", message:)
    end

    # A diagram of each fact with its dimensions; the log says how many there are.
    def add_stars(draft, taken)
      stars = Intake::Stars.new(draft.model, taken.design_id).all
      stars.first(DRAWN).each do |fact, dimensions|
        Editing::Diagrams.make(draft, name: fact.name, stage: "physical", elements: [ fact, *dimensions ],
                                      design_id: taken.design_id, key: "organic")
      end
      found = stars.empty? ? "No table of facts was found: none refers to two others and has numbers of its own." :
              "#{stars.size} of its tables are facts; #{stars.first(5).map { |fact, _| fact.name }.join(', ')}" \
              "#{' and more' if stars.size > 5} have diagrams of their own, with their dimensions."
      taken.log << Intake::Catalog::Remark.new(level: :note, object: "", message: found)
    end

    def add_diagrams(draft, taken, layout, progress)
      sheets = [ [ "Concept", "concept", :entity, nil ], [ "Logical", "logical", :entity, nil ],
                 [ "Physical", "physical", :table,
                                                                              taken.design_id ] ]
      sheets.each_with_index do |(name, stage, kind, design), index|
        progress.step(index, sheets.size, "laying out the #{stage} diagram")
        Editing::Diagrams.make(draft, name:, stage:, elements: draft.model.all(kind), design_id: design, key: layout)
      end
      most = draft.model.all(:table).size
      taken.log << names_only(most) if most > Editing::Diagrams::TELLING_MOST
      add_areas(draft)
    end

    private_class_method :beginning?, :divided, :areas, :add_areas, :names_only, :add_stars, :add_diagrams
  end
end
