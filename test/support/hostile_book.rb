# frozen_string_literal: true

# A model with a name and a definition that would do harm in every format, and a dossier with a chapter of each sort.
module HostileBook
  extend ActiveSupport::Concern

  HOSTILE = %(=cmd|' /C calc'!A0 <script>alert("1")</script> | `x` [y](javascript:z) & "q")
  DEFINITION = "</style><img src=x onerror=alert(1)>\n# Heading\n=1+1"

  FREE = "# Free\n\n<script>alert(2)</script> [go](javascript:alert(3)) ![p](http://far/p.png) *ok*"

  included do
    setup { break_in }
  end

  def break_in
    derived = Kelvath::Derivation.derive(ferries.model, platform: "postgresql", ids: Ids)
    model = derived.change_set.apply(ferries.model)
    @model = Kelvath::Draft.change(model, ids: Ids) do |draft|
      draft.set(entity(model, "Vessel").id, name: HOSTILE, definition: DEFINITION)
      made = draft.add(:dossier, name: HOSTILE, subtitle: HOSTILE, footer: HOSTILE, names: "both")
      Kelvath::Publishing::SORTS.each_with_index do |sort, index|
        draft.add(:chapter, parent_id: made.id, name: "#{sort} #{HOSTILE}", sort:, position: index + 1.0, text: FREE)
      end
    end.apply(model)
    @dossier = @model.all(:dossier).first
  end

  def bytes(format, model = @model)
    Publication.bytes(format, model, @dossier, changes: [ [ "today", HOSTILE, HOSTILE ] ])
  end

  # The model with only some sorts of chapters in its dossier, and other fields of it.
  def few(*sorts, **values)
    Kelvath::Draft.change(@model, ids: Ids) do |draft|
      @model.children(@dossier.id, :chapter).each { |each| draft.remove(each.id) unless sorts.include?(each.sort) }
      draft.set(@dossier.id, **values) if values.any?
    end.apply(@model)
  end
end
