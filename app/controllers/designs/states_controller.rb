# frozen_string_literal: true

# Reads the state that a script is to begin at, or that a design is compared with.
class StatesController < ApplicationController
  include DesignScoped

  # to: "comparison", if it is to be laid beside the design. file: a model file, a script or a database file; else
  # host, port, database, user, password: of a database on a server.
  def create
    run = params[:file].present? ? from_file : from_server
    RunJob.perform_later(run)
    state = "state:#{run.id}"
    redirect_to params[:to] == "comparison" ? model_design_comparison_path(@stored, @design.id, with: state) :
                model_design_alteration_path(@stored, @design.id, from: state), status: :see_other
  end

  private

  def from_file
    file = params[:file]
    raise Kelvath::UnreadableFile, "Choose a file first." unless file.respond_to?(:tempfile)

    name = Kelvath::Metamodel::ValueCheck.plain(File.basename(file.original_filename.to_s)).first(80)
    run = @stored.runs.create!(kind: "state", design_id: @design.id, title: name.presence || "File", person:,
options: {})
    FileUtils.cp(file.tempfile.path, run.upload_path)
    run
  end

  # Only hosts that whoever runs the application has named are reached.
  def from_server
    host = DatabaseHosts.check(params[:host].to_s)
    raise Kelvath::Error, "Say which database it is." if params[:database].blank?
    unless Connectors.server(@design.platform)
      raise Kelvath::Error, "Databases of #{Kelvath::Platforms.fetch(@design.platform).title} cannot be read over " \
                            "the network yet; send a model file."
    end

    sealed = Sealed.seal(host:, port: port, database: params[:database], user: params[:user].to_s,
                         password: params[:password].to_s)
    @stored.runs.create!(kind: "state", design_id: @design.id, person:, options: { sealed: },
                         title: "#{params[:database].first(60)} on #{host}")
  end

  def port
    Integer(params[:port].to_s, 10).tap { |number| raise ArgumentError unless (1..65_535).cover?(number) }
  rescue ArgumentError
    raise Kelvath::Error, "A port is a number from 1 to 65535, such as 5432."
  end
end
