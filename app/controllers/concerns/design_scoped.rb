# frozen_string_literal: true

# For everything within one design of a model.
module DesignScoped
  extend ActiveSupport::Concern
  include ModelScoped

  included { before_action :set_design }

  private

  def set_design
    @design = @model.fetch(params[:design_id] || params[:id], :design)
  end

  # The Connection of a request, to a database of the design's platform, with which the person is connected. Raises
  # Kelvath::Error.
  def connection_of_design
    connection = Connection.seen_by(person).find(params.require(:connection))
    unless connection.platform == @design.platform
      raise Kelvath::Error, "“#{connection.name}” leads to #{connection.platform_title}; #{@design.name} is for " \
                            "#{Kelvath::Platforms.fetch(@design.platform).title}."
    end

    connection.tap { |each| each.target(person) }
  end

  def desk(view) = Desk.new(@stored, @model, view:, stage: "physical", design: @design)
end
