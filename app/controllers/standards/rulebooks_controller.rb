# frozen_string_literal: true

class RulebooksController < ApplicationController
  include StandardScoped
  skip_before_action :set_standard, only: :create

  def show
    respond_to do |format|
      format.html { @shown = RulebookPage.new(@stored, params) }
      format.json { send_data Kelvath::Naming::RulebookFile.write(@model, lexicon: chosen_lexicon),
                              filename: "#{@stored.name.parameterize}.json", type: "application/json" }
    end
  end

  # From one that ships, from another of the house, or from a file.
  def create
    name = Kelvath::Metamodel::Header.fetch_field(:name).parse(params[:name].to_s)
    change_set = beginning(name)
    name = change_set.apply(Kelvath::Model::EMPTY).header.name
    raise Kelvath::InvalidValue.new("Give the rulebook a name.", field: :name, value: "") if name.blank?

    stored = StoredModel.start(name, by: person, label: "Began the rulebook", change_set:, sort: "rulebook")
    stored.release(by: person)
    keep_words(name)
    redirect_to rulebook_path(stored), status: :see_other
  end

  private

  def beginning(name)
    return from_file(name) if params[:file].respond_to?(:tempfile)

    source, key = params[:from].to_s.split(":", 2)
    if source == "own"
      copy(StoredModel.of_sort("rulebook").find(key), name)
    else
      Kelvath::Naming::Shipped.begin(key.presence || "plain", name, ids: Ids)
    end
  end

  def from_file(name)
    raise Kelvath::UnreadableFile, "A rulebook file has at most 20 MB." if params[:file].size > SheetFile::SIZE

    content = Kelvath::Naming::RulebookFile.read(params[:file].read.force_encoding(Encoding::UTF_8), ids: Ids)
    @words = content.entries
    Kelvath::Naming::RulebookFile.begin(content, name.presence || content.name, ids: Ids)
  end

  # A file can bring words along; they become a lexicon of their own.
  def keep_words(name)
    return if @words.blank?

    header = Kelvath::Metamodel::Header.new(id: Ids.next,
                                            name: "#{name} words".first(Kelvath::Metamodel::Field::NAME_LIMIT))
    lexicon = StoredModel.start(header.name, by: person, label: "Took the words of a rulebook file in",
                                change_set: Kelvath::ChangeSet.new(additions: [ header, *@words ]), sort: "lexicon")
    lexicon.release(by: person)
    flash[:notice] = "The file brought #{helpers.counted(@words.size, 'word')} along; they are the " \
                     "lexicon “#{lexicon.name}”."
  end

  def copy(stored, name)
    text = Kelvath::Naming::RulebookFile.write(stored.model)
    Kelvath::Naming::RulebookFile.begin(Kelvath::Naming::RulebookFile.read(text, ids: Ids), name, ids: Ids)
  end

  def chosen_lexicon
    params[:lexicon].to_s.presence&.then do |id|
      Kelvath::Naming::Lexicon.of(StoredModel.of_sort("lexicon").find(id).model)
    end
  end
end
