# frozen_string_literal: true

# Tries a connection step by step, in a process of its own: whoever is at the other end may be anybody.
class ConnectingWork
  ODD = "What listens there answered in a way that %s does not (%s); is it the right port?"

  def initialize(run)
    @run = run
  end

  # Answers the run's result: { steps: [{ name, passed, words, advice }, …], passed }. Who passes every step is
  # connected.
  def call(progress)
    connection = Connection.seen_by(@run.person).find(@run.options.fetch("connection"))
    secret = connection.of_file? ? nil : connection.kept_secret || @run.secret.to_s
    check = StepCheck.new(connection.with(secret), progress:)
    steps = check.steps
    keep(connection, check)
    { steps: steps.map(&:to_h), passed: check.passed? }
  ensure
    @run.update_columns(secret: nil)
  end

  private

  def keep(connection, check)
    SignIn.transaction do
      connection.sign_ins.where(person: @run.person).delete_all
      next unless check.passed?

      connection.sign_ins.create!(person: @run.person, facts: check.facts,
                                  secret: connection.of_file? || connection.kept_secret ? nil : @run.secret)
    end
  end
end
