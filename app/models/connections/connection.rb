# frozen_string_literal: true

# A way to a database that somebody has named: for that person, or for everybody here. Its secret is encrypted, or
# asked for each time.
class Connection < ApplicationRecord
  encrypts :secret
  has_many :sign_ins, dependent: :delete_all

  normalizes :name, :host, :database, :username, :role, with: ->(text) { text.to_s.strip }

  validates :name, presence: { message: "Give it a name." },
                   length: { maximum: 80, message: "is longer than 80 characters." }
  validate :unlike_others, :reaches_something
  validate :secret_goes_nowhere_else, on: :changed

  scope :seen_by, ->(person) { where(person:).or(where(shared: true)).order(Arel.sql("lower(name), id")) }

  # The one of that name, that person's own first. Raises Kelvath::NotFound.
  def self.named(name, person)
    found = seen_by(person).select { |each| each.name.casecmp?(name) }
    found.find { |each| each.person == person } || found.first ||
      raise(Kelvath::NotFound, "There is no connection called “#{name.to_s.first(80)}”; there are: " \
                               "#{seen_by(person).map(&:name).join(', ').presence || 'none'}.")
  end

  # It may be the same one again.
  def secret=(given)
    @secret_given = true
    super
  end

  # Is its secret kept here, or asked for each time?
  def keeps_secret? = !read_attribute_before_type_cast("secret").nil?

  def of_file? = !Connectors.file(platform).nil?

  # "Oracle practice server" of what is only simulated.
  def platform_title
    "#{Kelvath::Platforms.fetch(platform).title}#{' practice server' if Connectors.practice?(platform)}"
  end

  # Where it leads, as people read it.
  def place = of_file? ? "the file #{database}" : "#{database} on #{host}:#{port}"

  # The SignIn of a person, or nil: is that person connected?
  def sign_in(person) = sign_ins.lasting.find_by(person:)

  # The Target for a person who is connected, or whose secret is kept. Raises Kelvath::Error for one who must give it.
  def target(person)
    return with(nil) if of_file?

    given = kept_secret || sign_in(person)&.kept_secret
    given.nil? ? raise(Kelvath::Error, "You are not connected with “#{name}”; connect first.") : with(given)
  end

  # The Target with a secret.
  def with(given)
    Target.new(platform:, host:, port:, database:, user: username, role:, tls:, secret: given)
  end

  # Its secret, "" for none; nil if it is asked for. Raises Kelvath::Error if its key is gone.
  def kept_secret
    secret
  rescue ActiveRecord::Encryption::Errors::Decryption
    raise Kelvath::Error, "The secret of “#{name}” cannot be read any more: the file with its key is another one, or " \
                          "gone. Enter the secret again."
  end

  private

  def unlike_others
    others = Connection.where(person:).where.not(id:)
    errors.add(:name, "is taken by another one of yours.") if others.any? { |each| each.name.casecmp?(name.to_s) }
  end

  # A secret is for one server and one user, and for a line that is no easier to listen to.
  def secret_goes_nowhere_else
    return unless keeps_secret? && !@secret_given

    if host_changed? || port_changed? || username_changed? || platform_changed?
      errors.add(:secret, "Enter the secret again: the one that is kept was for another server or user.")
    elsif tls_changed? && Target::TLS.index(tls).to_i < Target::TLS.index(tls_was).to_i
      errors.add(:secret, "Enter the secret again: the one that is kept was for a line that is harder to listen to.")
    end
  end

  def reaches_something
    unless Connectors.platforms.include?(platform)
      return errors.add(:platform, "“#{platform.to_s.first(40)}” cannot be reached from here.")
    end

    of_file? ? reaches_file : reaches_server
  end

  def reaches_file
    DatabaseFolder.file(database)
  rescue Kelvath::Error => error
    errors.add(:database, error.message)
  end

  def reaches_server
    errors.add(:tls, "is one of: #{Target::TLS.join(', ')}.") unless Target::TLS.include?(tls)
    errors.add(:database, "Say which database it is.") if database.blank?
    errors.add(:username, "Say who signs in.") if username.blank?
    DatabaseHosts.check(host, port.to_i)
  rescue Kelvath::Error => error
    errors.add(error.message.start_with?("A port", "Port") ? :port : :host, error.message)
  end
end
