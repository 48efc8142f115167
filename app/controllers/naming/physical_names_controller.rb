# frozen_string_literal: true

# The physical name that a logical one is becoming, word by word, while it is typed.
class PhysicalNamesController < ApplicationController
  include ModelScoped

  KINDS = { "entity" => :table, "attribute" => :column }.freeze

  def show
    standard = NamingStandard.of(@model)
    @kind = KINDS.fetch(params[:kind]) do
      raise Kelvath::UnknownName, "Names are formed of #{KINDS.keys.join(' and ')} names."
    end
    design = @model.all(:design).reject { |each| each.id == @model.header.names_from_id }.last
    @name = standard.physical(params[:name].to_s.first(Kelvath::Metamodel::Field::NAME_LIMIT), @kind,
                              platform: design && Kelvath::Platforms.fetch(design.platform))
    @lexicon = NamingStandard::Choice.of(@model).stored_lexicon
    render layout: false
  end
end
