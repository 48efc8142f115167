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
  def concerns = @concerns ||= Kelvath::Publishing::LookOver.new(@model, @dossier, standard:).concerns
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
