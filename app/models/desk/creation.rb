# frozen_string_literal: true

# Parameters of a request -> the change that makes a new element.
class Creation
  # author: the person, for what is signed.
  def initialize(model, params, author: "")
    @model = model
    @params = params
    @author = author
  end

  # Raises Kelvath::Error for what cannot be made this way.
  def change_set
    return relationship if @params[:kind] == "relationship" && @params[:name].blank? # with a name it is a sentence

    Kelvath::Draft.change(@model, ids: Ids) { |draft| make(draft) }
  end

  private

  def relationship
    way = @params[:way].presence || "many"
    Kelvath::Editing::Relating.relate(@model, @params.require(:from_id), @params.require(:to_id), way, ids: Ids)
  end

  def make(draft)
    case @params[:kind]
    when "subtype_group" then subtype(draft)
    when "diagram_note" then diagram_note(draft)
    when "note" then note(draft)
    when "dependency" then dependency(draft)
    when "foreign_key" then foreign_key(draft)
    else typed(draft)
    end
  end

  def typed(draft)
    Kelvath::Ledger::Cells.make(draft, @params[:kind], @params[:name].to_s, @params[:parent_id].presence)
  end

  # Drawn from one table to another, or typed as the name of the other.
  def foreign_key(draft)
    return typed(draft) if @params[:from_id].blank?

    Kelvath::Editing::ForeignKeys.new(draft.model, @params[:from_id], @params.require(:to_id)).add(draft)
  end

  def subtype(draft)
    Kelvath::Editing::Relating.subtype(draft, @params.require(:from_id), @params.require(:to_id),
                                       fresh: @params[:fresh].present?)
  end

  def diagram_note(draft)
    Kelvath::Editing::Diagrams.note(draft, @params.require(:diagram_id), shape: @params[:shape].presence || "note",
                                    text: @params[:text].to_s, x: @params[:x], y: @params[:y])
  end

  def note(draft)
    Kelvath::Custom.note(draft, @params.require(:parent_id), @params.require(:text), author: @author,
                         written_on: Date.current.iso8601)
  end

  def dependency(draft)
    draft.add(:dependency, parent_id: @model.fetch(@params.require(:parent_id)).id,
              determinant_ids: Array(@params[:determinant_ids]), dependent_ids: Array(@params[:dependent_ids]))
  end
end
