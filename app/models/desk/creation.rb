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

    case @params[:kind]
    when "subtype_group" then subtypes
    when "diagram_note" then draft { |draft| note(draft) }
    when "note" then draft { |draft| Kelvath::Custom.note(draft, @params.require(:parent_id), @params.require(:text),
                                                          author: @author, written_on: Date.current.iso8601) }
    when "dependency" then draft { |draft| draft.add(:dependency, parent_id: @model.fetch(@params.require(:parent_id))
      .id, determinant_ids: Array(@params[:determinant_ids]), dependent_ids: Array(@params[:dependent_ids])) }
    else draft do |draft|
      Kelvath::Ledger::Cells.make(draft, @params[:kind], @params[:name].to_s, @params[:parent_id].presence)
    end
    end
  end

  private

  # Kinds of relationship by what a person calls them, from the parent's side.
  WAYS = {
    "many" => {}, "identifying" => { identifying: true }, "one" => { to_most: 1 }, "optional" => { from_least: 0 },
    "both" => { from_least: 0, from_most: nil }
  }.freeze

  def relationship
    values = WAYS.fetch(@params[:way].presence || "many") do
      raise Kelvath::UnknownName, "A relationship is one of #{WAYS.keys.join(', ')}."
    end
    Kelvath::Editing.relate(@model, @params.require(:from_id), @params.require(:to_id), ids: Ids, **values)
  end

  # Into the entity's first group of subtypes, or a new one.
  def subtypes
    parent_id,
    subtype_id = @model.fetch(@params.require(:from_id), :entity).id, @model.fetch(@params.require(:to_id), :entity).id
    raise Kelvath::Error, "An entity cannot be a subtype of itself." if parent_id == subtype_id

    draft do |draft|
      group = @model.children(parent_id, :subtype_group).first unless @params[:fresh]
      if group
        draft.set(group.id, subtype_ids: group.subtype_ids | [ subtype_id ])
      else
        draft.add(:subtype_group, parent_id:, subtype_ids: [ subtype_id ])
      end
    end
  end

  SIZES = { "frame" => [ 420, 280 ], "rectangle" => [ 160, 80 ], "ellipse" => [ 160, 80 ] }.freeze

  def note(draft)
    shape = @params[:shape].presence || "note"
    width, height = SIZES.fetch(shape, [ 180, 90 ])
    type = Kelvath::Metamodel::DiagramNote
    x, y = %i[x y].map { |side| type.fetch_field(side).parse(@params[side]).to_f.round(1) }
    draft.add(:diagram_note, parent_id: @model.fetch(@params.require(:diagram_id), :diagram).id,
              shape: type.fetch_field(:shape).parse(shape), text: type.fetch_field(:text).parse(@params[:text].to_s),
              x:, y:, width: width.to_f, height: height.to_f)
  end

  def draft(&block) = Kelvath::Draft.change(@model, ids: Ids, &block)
end
