# frozen_string_literal: true

# A statement of a script that the engine refused: which, and why.
class StatementFailed < Kelvath::Error
  attr_reader :statement

  # statement: a Kelvath::Ddl::Statement.
  def initialize(message, statement:)
    super(message)
    @statement = statement
  end
end
