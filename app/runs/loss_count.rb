# frozen_string_literal: true

# How many rows a loss costs, asked of the database as it is.
class LossCount
  # database: a connector that is open.
  def initialize(database) = @database = database

  # Lines about Kelvath::Altering::Losses::Loss values. all: also those that concern no row?
  def lines(losses, all: true)
    losses.filter_map do |loss|
      count = of(loss)
      next if !all && !count&.positive?

      next "#{loss.words}#{' (rows not counted)' if loss.count}" if count.nil?

      "#{loss.words} (#{count} #{count == 1 ? 'row' : 'rows'} now)"
    end
  end

  # The rows concerned; nil if that cannot be counted.
  def of(loss)
    loss.count && @database.counted(loss.count)
  rescue *@database.class::REFUSED
    nil
  end
end
