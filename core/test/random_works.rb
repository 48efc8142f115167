# frozen_string_literal: true

# What people do to a model, at random.
module RandomWorks
  # Each answers a ChangeSet, or raises a Kelvath::Error to say that it cannot be done here.
  WORKS = {
    transform: ->(model, random, ids) { random_transformation(model, random, ids) },
    mend: ->(model, random, ids) { Kelvath::Findings.of(model).sample(random:)
      &.then { |finding| Kelvath::Findings.fixes(model, finding).reject(&:asks).sample(random:)&.change&.call(ids) } },
    remove: ->(model, random, ids) { Kelvath::Editing.remove(
      model, [ any(model, random, :entity, :attribute, :relationship, :domain, :identifier, :subtype_group).id ], ids:
    ) },
    rename: ->(model, random, ids) { Kelvath::Editing.set(model, any(model, random, :entity, :attribute, :domain).id,
                                                          :name, "Name #{random.rand(10_000)}") },
    say: ->(model, random, ids) { Kelvath::Prose::Reader.new(model, ids:).read(saying(model, random)).change_set },
    rewrite: ->(model, random, ids) { rewrite(model, random, ids) },
    copy: ->(model, random, ids) { copy(model, random, ids) },
    identify: ->(model, random, ids) { identify(model, random, ids) },
    lay_out: ->(model, random, ids) { lay_out(model, random, ids) },
    type: ->(model, random, ids) { type_into(model, random, ids) }
  }.freeze

  module_function

  def any(model, random, *kinds) = kinds.flat_map { |kind| model.all(kind) }.sample(random:)

  def random_transformation(model, random, ids)
    elements = random.rand(3).zero? ? model.all(:entity).sample(2, random:) :
                 [ any(model, random, :entity, :attribute, :relationship, :subtype_group) ]
    type = Kelvath::Transforming.offers(model, elements.map(&:id)).sample(random:) or return
    attributes = elements.flat_map { |each|
      model.children(each.kind == :relationship ? each.from_id : each.id, :attribute)
    }.sample(2, random:).map(&:id)
    Kelvath::Transforming.change(type.key, model, ids:, element_ids: elements.map(&:id), attributes:)
  end

  def saying(model, random)
    one, two = model.all(:entity).sample(2, random:).map { |entity| Kelvath::Prose::Quoting.name(entity.name) }
    [ "Each #{one} may meet many #{two}; each #{two} must be met by exactly one #{one}, in the role " \
      "Meeting #{random.rand(99)}.", "A #{one} must have a “Thing #{random.rand(99)}” (text(9)) and may be odd.",
      "A #{one} can also be identified by its “Mark #{random.rand(99)}”.",
      "A #{one} may be a #{two} or nothing else.", "#{one} means: Said at #{random.rand(99)}." ].sample(random:)
  end

  def rewrite(model, random, ids)
    sentence = Kelvath::Prose::Writer.new(model).chapters.flat_map { |chapter|
      chapter.sections.flat_map(&:sentences)
    }.sample(random:) or return
    text = [ "", sentence.text.sub("may", "must"), sentence.text.sub("many", "at least one"),
             sentence.text ].sample(random:)
    Kelvath::Prose::Rewriting.change(model, sentence.key, text, ids:)
  end

  def copy(model, random, ids)
    diagram = any(model, random, :diagram)
    clip = Kelvath::Editing::Clips.copy(model, model.all(:entity).sample(3, random:).map(&:id),
                                        diagram_id: diagram.id)
    Kelvath::Editing::Clips.paste(model, JSON.parse(JSON.generate(clip)), ids:, diagram_id: diagram.id)
  end

  def identify(model, random, ids)
    identifier = any(model, random, :identifier) or return
    Kelvath::Draft.new(model, ids:).tap { |draft|
      Kelvath::Editing::Identifiers.send(%i[promote demote].sample(random:), draft, identifier.id)
    }.change_set
  end

  def lay_out(model, random, ids)
    diagram = any(model, random, :diagram)
    Kelvath::Draft.new(model, ids:).tap { |draft|
      Kelvath::Editing::Diagrams.lay_out(draft, diagram.id, key: Kelvath::Diagram::Layouts::ALL.keys.sample(random:))
    }.change_set
  end

  def type_into(model, random, ids)
    ledger = Kelvath::Ledger.of(model, [ "concept", "logical", "kind:domain", "kind:relationship" ].sample(random:))
    row = ledger.rows.values.select(&:editable).sample(random:) or return
    column = ledger.columns.reject { |each| each.kind == :computed }.sample(random:)
    Kelvath::Ledger::Cells.change(model, row.id, column.name,
                                  [ "", "yes", "12", "Metres", "text(3)", "Vessel" ].sample(random:), ids:)
  end
end
