# frozen_string_literal: true

# What each choice of how a design is derived would do to this model.
class ChoicesPage
  def initialize(model, design)
    @model = model
    @design = design
  end

  # [Entity, …] by name.
  def entities = @model.all(:entity).sort_by { |entity| entity.name.downcase }

  # "22 indexes", of the way that is usual, or of the one that makes something.
  def effect(name)
    case name
    when "indexes" then count(:index, "indexes")
    when "comments" then "#{made.count { |each| each.values.key?(:comment) && each.comment.present? }} comments"
    when "allowed values" then count(:check, "checks")
    when "schemas" then "#{@model.all(:subject_area).size} subject areas"
    when "columns" then "#{made.count { |each| each.kind == :table }} tables"
    else "#{entities.size} entities"
    end
  end

  private

  # What the usual choices would make.
  def made
    @made ||= Kelvath::Derivation.made(@model, @design.with(choices: {}),
                                       standard: NamingStandard::Choice.of(@model).standard).first
  end

  def count(kind, word) = "#{made.count { |each| each.kind == kind }} #{word}"
end
