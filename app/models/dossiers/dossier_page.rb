# frozen_string_literal: true

# What the page of a dossier shows.
class DossierPage
  OUTPUTS = 12 # that are listed
  PREVIEWED = 40 # blocks of a chapter

  attr_reader :dossier, :chapters, :chapter

  def initialize(stored, model, dossier, chapter_id)
    @stored, @model, @dossier = stored, model, dossier
    @chapters = Kelvath::Publishing.chapters(model, dossier)
    @chapter = @chapters.find { |each| each.id == chapter_id } || @chapters.first
  end

  def all = Kelvath::Publishing.all(@model)
  def own? = !@model[@dossier.id].nil?
  def standard = @standard ||= NamingStandard.of(@model)

  def concerns
    writable = Publication.method(:writes?)
    @concerns ||= Kelvath::Publishing::LookOver.new(@model, @dossier, standard:, writable:).concerns
  end

  # What the chapter at hand can show, and what of it it does: as Kelvath::Publishing::Choices has it.
  def choices
    @choices ||= @chapter ? Kelvath::Publishing::Choices.of(@model, @dossier, @chapter.sort) : []
  end

  def taken = Kelvath::Publishing::Choices.taken(@model, @dossier, @chapter)

  # Diagrams to choose from, and those of the dossier in its order.
  def diagrams
    chosen = @dossier.diagram_ids.filter_map { |id| @model[id] }
    chosen + (@model.all(:diagram) - chosen).sort_by { |each| each.position || 0 }
  end

  def in_order = Kelvath::Publishing::Scope.new(@model, @dossier).pictured

  # Since when changes are told: [[what is said, what is kept], …].
  def points
    names = @stored.milestones.order(:id).pluck(:name)
    [ [ "since its last issue", "" ], *names.map { |name| [ "since #{name}", name ] } ]
  end

  def outputs = Run.of_dossier(@stored.id, @dossier).limit(OUTPUTS)

  # The chapter at hand: [blocks that are shown, how many there are].
  def preview
    return [ [], 0 ] unless @chapter

    blocks = Kelvath::Publishing::Composing.new(@model, @dossier, standard:, changes: [])
                                           .chapter(@chapter).blocks
    shown = blocks.first(PREVIEWED)
    Kelvath::Publishing::Grounding.new(Set.new).ground(Kelvath::Publishing::Book.new(chapters: [ fake(shown) ]))
    [ shown, blocks.size ]
  end

  # { diagram's id => Scene } of pictures among blocks.
  def scenes(blocks)
    blocks.grep(Kelvath::Publishing::Picture).to_h do |picture|
      [ picture.diagram_id, SceneCache.fetch(@stored, @model, picture.diagram_id) ]
    end
  end

  private

  def fake(blocks) = Kelvath::Publishing::BookChapter.new(key: "", title: "", sort: "", blocks:)
end
