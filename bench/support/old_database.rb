# frozen_string_literal: true

require "sqlite3"

# An SQLite file of any number of tables, as old systems have them: short names, most with a key, foreign keys
# to one to three of the tables before, a few checks, indexes and views. The same every time.
module OldDatabase
  WORDS = %w[vsl slg crw mbr bkg trp hrb brt rte leg tkt fre psg vhc wrk ord tde prd ins dft].freeze
  TYPES = [ "integer", "varchar(30)", "decimal(9,2)", "date", "text", "char(3)" ].freeze

  module_function

  # Writes it to a path; answers the path.
  def write(path, tables:)
    FileUtils.rm_f(path)
    random = Random.new(7)
    SQLite3::Database.new(path.to_s) do |database|
      database.transaction { statements(tables, random) { |sql| database.execute(sql) } }
    end
    path
  end

  def statements(count, random)
    count.times { |number| yield table(number, random) }
    (count / 20).times { |number| yield "CREATE VIEW v_#{number} AS SELECT a.id FROM #{name(number)} a" }
    (count / 2).times do |number|
      yield "CREATE INDEX ix_#{number} ON #{name(number)} (c1_#{WORDS[(number + 1) % WORDS.size]})"
    end
  end

  def name(number) = "#{WORDS[number % WORDS.size]}_#{WORDS[number / WORDS.size % WORDS.size]}_#{number}"

  def table(number, random)
    columns = Array.new(random.rand(5..12)) do |at|
      "c#{at}_#{WORDS[(number + at) % WORDS.size]} #{TYPES.sample(random:)}#{' NOT NULL' if random.rand(2).zero?}"
    end
    parents = Array.new([ number, random.rand(1..3) ].min) { random.rand(number) }.uniq
    keys = parents.each_with_index.flat_map { |parent, at| [ "p#{at}_id integer REFERENCES #{name(parent)} (id)" ] }
    "CREATE TABLE #{name(number)} (id integer NOT NULL PRIMARY " \
    "KEY, #{(columns + keys).join(', ')}" \
    "#{', CHECK (c0_' + WORDS[number % WORDS.size] + " <> '')" if (number % 5).zero?})"
  end
end
