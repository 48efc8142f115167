# frozen_string_literal: true

# Ways to databases: named, changed, removed. Whose they are is who made them; those that are shared are for all to use.
class ConnectionsController < ApplicationController
  before_action :set_connection, only: %i[show update destroy]

  def index
    SignIn.forget_old
    @connections = Connection.seen_by(person).to_a
    @connection = params[:practice] ? practised(params[:practice]) :
                                      Connection.new(platform: "postgresql", host: DatabaseHosts.all.first, port: 5432)
  end

  # attempt: the id of a run that connects.
  def show
    @attempt = Run.find_by(id: params[:attempt], kind: "connecting", person:) if params[:attempt].present?
  end

  def create
    @connection = Connection.new(person:, **given)
    return redirect_to connection_path(@connection), status: :see_other if @connection.save

    @connections = Connection.seen_by(person).to_a
    render :index, status: :unprocessable_entity
  end

  # A secret that is left empty stays as it is.
  def update
    refuse_others
    @connection.assign_attributes(given)
    if @connection.save(context: :changed)
      @connection.sign_ins.delete_all
      return redirect_to connection_path(@connection), status: :see_other
    end

    render :show, status: :unprocessable_entity
  end

  def destroy
    refuse_others
    @connection.destroy!
    redirect_to connections_path, status: :see_other
  end

  private

  # One to a practice server, ready to be kept but for the secret.
  def practised(key)
    platform = Kelvath::Platforms.fetch(key)
    Connection.new(platform: platform.key, name: "#{platform.title} practice", host: "127.0.0.1",
                   port: PracticeServer.port(platform.key), database: platform.practice&.const_get(:DATABASE),
                   username: PracticeServer::USERS.keys.first)
  end

  def set_connection = @connection = Connection.seen_by(person).find(params[:id])

  def refuse_others
    return if @connection.person == person

    raise Kelvath::Error, "“#{@connection.name}” is #{@connection.person}'s; only who made it changes it."
  end

  # A secret that is not to be kept is none.
  def given
    texts = params.permit(:name, :platform, :host, :database, :username, :role, :tls).to_h.symbolize_keys
    { **texts, port: port, shared: params[:shared] == "yes", **secret }
  end

  def port = params[:port].to_s.match?(/\A\d{1,5}\z/) ? params[:port].to_i : nil

  def secret
    return { secret: nil } if params[:keeps] == "no"

    params[:secret].present? || !@connection&.keeps_secret? ? { secret: params[:secret].to_s } : {}
  end
end
