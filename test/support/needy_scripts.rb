# frozen_string_literal: true

# A script made at random of things that need each other, in an order that runs: functions, tables, views, triggers
# under names that say nothing of it. The same seed gives the same script.
class NeedyScripts
  WORDS = %w[anchor berth crane dock engine ferry gangway hull isle jetty keel lagoon mole notice oar pier quay raft
             sail tide].freeze

  def initialize(platform, seed)
    @platform = platform
    @random = Random.new(seed)
    @names = WORDS.shuffle(random: @random)
    @functions, @tables, @views = [], [], []
  end

  # [statement, …]
  def statements
    first = [ table ]
    first + Array.new(12) { send(%i[table view function trigger].sample(random: @random)) }.compact
  end

  private

  def name = @names.pop
  def any(list) = list.sample(random: @random)
  def chance = @random.rand < 0.6
  def postgresql? = @platform == "postgresql"
  def functions? = @platform != "sqlite"

  def call(argument) = @functions.any? && chance ? "#{any(@functions)}(#{argument})" : argument

  def table
    own = name or return
    ready = postgresql? && @functions.any?
    parts = [ "id int PRIMARY KEY" + (ready && chance ? " DEFAULT #{any(@functions)}(1)" : ""), "n int" ]
    parts << "m int GENERATED ALWAYS AS (#{any(@functions)}(n)) STORED" if ready && chance
    parts << "CHECK (#{ready && chance ? "#{any(@functions)}(n)" : 'n'} < 900)"
    parts << "up int REFERENCES #{any(@tables)} (id)" if @tables.any? && chance
    @tables << own
    "CREATE TABLE #{own} (#{parts.join(', ')})"
  end

  def view
    own = name or return
    from = any(@tables + @views)
    @views << own
    "CREATE VIEW #{own} AS SELECT id, #{functions? ? call('n') : 'n'} AS n FROM #{from}"
  end

  def function
    return unless functions? && (own = name)

    within = @functions.any? && chance ? "#{any(@functions)}(x)" : "x"
    @functions << own
    return "CREATE FUNCTION #{own}(x int) RETURNS int DETERMINISTIC BEGIN RETURN #{within} + 1; END" unless postgresql?

    chance ? "CREATE FUNCTION #{own}(x int) RETURNS int IMMUTABLE LANGUAGE sql AS $$ SELECT #{within} + 1 $$" :
      "CREATE FUNCTION #{own}(x int) RETURNS int IMMUTABLE LANGUAGE plpgsql AS $$ BEGIN RETURN #{within} + 1; END $$"
  end

  def trigger
    own = name or return
    on = any(@tables)
    case @platform
    when "postgresql" then postgresql_trigger(own, on)
    when "mariadb" then "CREATE TRIGGER #{own} BEFORE INSERT ON #{on} FOR EACH ROW SET NEW.n = #{call('1')}"
    else "CREATE TRIGGER #{own} AFTER INSERT ON #{on} BEGIN UPDATE #{on} SET n = 1; SELECT 2; END"
    end
  end

  def postgresql_trigger(own, on)
    "CREATE FUNCTION do_#{own}() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN NEW.n = #{call('1')}; RETURN NEW; " \
      "END $$; CREATE TRIGGER #{own} BEFORE INSERT ON #{on} FOR EACH ROW EXECUTE FUNCTION do_#{own}()"
  end
end
