# frozen_string_literal: true

# Parameters of a request -> the change that makes a new element.
class Creation
  def initialize(model, params)
    @model = model
    @params = params
  end

  # Raises Kelvath::Error for what cannot be made this way.
  def change_set
    case @params[:kind]
    when "relationship" then Kelvath::Editing.relate(@model, @params.require(:from_id), @params.require(:to_id), ids: Ids)
    when "attribute" then draft { |draft| Kelvath::Editing::Attributes.add(draft, @model.fetch(@params.require(:parent_id)).id, @params[:name]) }
    when "entity" then draft { |draft| Kelvath::Editing::Entities.add(draft, @params[:name]) }
    else raise Kelvath::UnknownName, "Entities, attributes and relationships can be made here."
    end
  end

  private

  def draft
    draft = Kelvath::Draft.new(@model, ids: Ids)
    yield draft
    draft.change_set
  end
end
