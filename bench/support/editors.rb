# frozen_string_literal: true

require "net/http"

# People at work on one model, over HTTP on loopback: each has a session, an entity and a few attributes of
# their own, and sends the next request when the one before is answered. Bounded in time.
class Editors
  # What one of them did: status by number, and the seconds that each write took.
  Tally = Struct.new(:statuses, :writes, :failures, keyword_init: true)

  # served: a Served; stored: the model; diagram_id: what they look at.
  def initialize(served, stored, diagram_id:, count: 20, seed: 1)
    @served = served
    @stored = stored
    @diagram_id = diagram_id
    @count = count
    @seed = seed
    @entities = stored.model.children(diagram_id, :diagram_node).map(&:element_id).first(count * 4)
  end

  # Works for so many seconds; answers a Tally of all. The block is called when the time is over, while all of
  # them are still at it.
  def work(seconds)
    @until = now + seconds + (block_given? ? 1 : 0)
    threads = Array.new(@count) { |number| Thread.new { one(number) } }
    if block_given?
      sleep seconds
      yield
    end
    tallies = threads.map(&:value)
    Tally.new(statuses: tallies.map(&:statuses).reduce { |all, each| all.merge(each) { |_, one, two| one + two } },
              writes: tallies.flat_map(&:writes), failures: tallies.flat_map(&:failures))
  end

  def self.percentile(values, share) = values.sort[((values.size - 1) * share).round]

  private

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  def one(number)
    tally = Tally.new(statuses: Hash.new(0), writes: [], failures: [])
    random = Random.new(@seed * 1000 + number)
    Net::HTTP.start("127.0.0.1", @served.port, read_timeout: 60) do |http|
      person = Person.new(http, "/models/#{@stored.id}", @diagram_id, @entities[number % @entities.size], @stored.model,
                          random)
      person.arrive
      person.act(tally) while now < @until
    end
    tally
  rescue SystemCallError, EOFError, Net::ReadTimeout => error
    tally.failures << error.class.name # the server has gone
    tally
  end

  # One session.
  class Person
    def initialize(http, path, diagram_id, entity_id, model, random)
      @http = http
      @path = path
      @diagram_id = diagram_id
      @entity_id = entity_id
      @attributes = model.children(entity_id, :attribute).map(&:id)
      @node = model.children(diagram_id, :diagram_node).find { |node| node.element_id == entity_id }
      @random = random
      @turn = 0
    end

    def arrive
      response = @http.get("#{@path}/diagrams/#{@diagram_id}")
      @headers = { "HX-Request" => "true", "Cookie" => response["set-cookie"].to_s.split(";").first,
                   "X-CSRF-Token" => response.body[/X-CSRF-Token&quot;:&quot;([^&]+)&quot;/, 1] }
      patch("/person", name: "Editor #{@entity_id}")
    end

    # One thing that people do; mostly writing.
    def act(tally)
      @turn += 1
      write = true
      start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      response = case @random.rand(100)
      when 0...45
        patch("#{@path}/elements/#{@entity_id}", field: "definition", value: "Said #{@turn} times.", **page)
      when 45...65 then patch("#{@path}/cells/#{@attributes.sample(random: @random) || @entity_id}",
                              column: "definition", value: "Told #{@turn} times.", ledger: "logical")
      when 65...75 then send_form(Net::HTTP::Post, "#{@path}/diagrams/#{@diagram_id}/move",
                                  "places[#{@node.id}]" => "#{@random.rand(3000)},#{@random.rand(2000)}", **page)
      when 75...82 then send_form(Net::HTTP::Post, "#{@path}/undo", page)
      else
        write = false
        read
      end
      tally.writes << Process.clock_gettime(Process::CLOCK_MONOTONIC) - start if write
      tally.statuses[response.code.to_i] += 1
      tally.failures << "#{response.code} #{response.body.to_s[0, 200]}" if response.code.to_i >= 500
    end

    private

    def page = { diagram_id: @diagram_id, selected: @entity_id }

    def read
      case @random.rand(10)
      when 0 then @http.get("#{@path}/diagrams/#{@diagram_id}", @headers.except("HX-Request"))
      when 1 then @http.get("#{@path}/ledgers/logical", @headers.except("HX-Request"))
      when 2 then @http.get("#{@path}/findings?count=yes&stage=logical", @headers)
      else @http.get("#{@path}/elements/#{@entity_id}", @headers)
      end
    end

    def patch(path, form) = send_form(Net::HTTP::Patch, path, form)

    def send_form(type, path, form)
      request = type.new(path, @headers)
      request.set_form_data(form)
      @http.request(request)
    end
  end
end
