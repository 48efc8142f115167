# frozen_string_literal: true

# The one place where parameters come in: each is text, unless it is declared here to be a list, a map or a file.
# What has another shape is refused with 400 before any controller sees it.
module Incoming
  extend ActiveSupport::Concern

  LISTS = %w[columns left_out attributes determinant_ids dependent_ids taken models parts letters apart schemas
             kinds owners aside].freeze
  MAPS = %w[places names words settled chosen_of each_of].freeze
  FILES = %w[file].freeze
  LONGEST = 30.megabytes # characters of one text: the rows of a sheet that come back with a page
  MOST = 20_000 # members of a list or map

  included { before_action :check_parameters }

  private

  def check_parameters
    params.to_unsafe_h.each { |name, value| check_parameter(name, value) }
  end

  def check_parameter(name, value)
    return if FILES.include?(name) && (value.respond_to?(:tempfile) || value.is_a?(String))

    refuse_parameter(name, "must be a map") if MAPS.include?(name) && !value.is_a?(Hash) && value.present?

    case value
    when String then refuse_parameter(name, "is too long") if value.length > LONGEST
    when Array then check_members(name, value, LISTS, "a list")
    when Hash then check_members(name, value.values, MAPS, "a map")
    when nil, true, false then nil
    else refuse_parameter(name, "is not text")
    end
  end

  def check_members(name, members, allowed, shape)
    refuse_parameter(name, "cannot be #{shape}") unless allowed.include?(name)
    refuse_parameter(name, "has too many members") if members.size > MOST
    refuse_parameter(name, "must hold text only") unless members.all? { |member| member.is_a?(String) }
  end

  def refuse_parameter(name, why) = raise(ActionController::BadRequest, "“#{name.to_s.truncate(40)}” #{why}.")
end
