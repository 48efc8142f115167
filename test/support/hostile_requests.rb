# frozen_string_literal: true

# Requests that no page of ours sends, made from the routes themselves and from the parameters that controllers
# read, so that new ones are among them. Seeded: the same number gives the same request.
class HostileRequests
  SOURCES = %w[app/controllers app/models app/helpers app/views].freeze
  TEXTS = [ "", " ", "\u0000", "a\u0000b", "x" * 200, "é" * 5000, "-1", "0", "1e400", "NaN", "99999999999999999999",
            "2147483648", "null", "true", "<b>&\"'", "../../etc/passwd", "%00", "\u202E", "kind:entity",
            "kind:nothing", "logical", "concept", "sqlite", "yes", "=1+1", "{}", "[]",
            "{\"format\":\"kelvath-clip\",\"elements\":[7,{}]}", "[[1,{}],null]", ",", ".", "a.b.c", ":", "has:x:y",
            "Each A may b many C.", "\u{E000}" ].freeze
  KNOWN = { "kind" => %w[entity attribute note diagram_note relationship subtype_group dependency identifier domain],
            "field" => %w[name definition x phrase base tag_ids member_ids pattern],
            "column" => %w[name type tag_ids definition custom-1 sentence], "key" => %w[split_entity roll_up normalise],
            "layout" => %w[down grid], "way" => %w[left identifying many], "id" => %w[logical] }.freeze

  # ids: of everything there is, whatever its kind; whole: { part of a path => id } of the models, runs and the like.
  def initialize(ids, whole)
    @ids = ids
    @whole = whole
    @routes = Rails.application.routes.routes.reject do |route|
      route.defaults[:controller].nil? || route.defaults[:controller].start_with?("rails/") || route.internal
    end
    @all = names_in(*SOURCES.map { |folder| Rails.root.join(folder, "**/*") })
    @own = @routes.to_h { |route| [ route.defaults[:controller], names_in(
      Rails.root.join("app/controllers/**/#{route.defaults[:controller]}_controller.rb")
    ) ] }
  end

  attr_reader :routes

  # [verb, path, params, headers] of a number.
  def request(number)
    random = Random.new(number)
    route = @routes[number % @routes.size]
    path = route.required_parts.reduce(route.path.spec.to_s.delete_suffix("(.:format)")) do |text, part|
      text.sub(":#{part}", ERB::Util.url_encode(part_of_path(part.to_s, random)))
    end
    format = random.rand(8).zero? ? [ ".svg", ".json", ".sql", ".xlsx", ".%00" ].sample(random:) : ""
    names = @own[route.defaults[:controller]].reject { random.rand(6).zero? } + @all.sample(random.rand(4), random:)
    [ route.verb.presence&.downcase&.to_sym || :get, "#{path}#{format}",
      names.to_h { |name| [ name, value(random, name) ] }, random.rand(3).zero? ? {} : { "HX-Request" => "true" } ]
  end

  private

  def names_in(*patterns)
    Dir[*patterns.map(&:to_s)].select { |path| File.file?(path) }.flat_map { |path|
      File.read(path).scan(/params(?:\.require\(|\[|\.dig\():(\w+)/)
    }.flatten.uniq.sort
  end

  # Mostly what leads into the application.
  def part_of_path(part, random)
    return @whole[part] if @whole.key?(part) && random.rand(12).positive?

    if random.rand(5).zero?
      (KNOWN.fetch(part, []) + TEXTS).sample(random:).delete("\u0000").presence || "x"
    else
      @ids.sample(random:)
    end
  end

  def value(random, name)
    return shaped(random, name) if (Incoming::LISTS + Incoming::MAPS).include?(name) && random.rand(10).positive?

    case random.rand(40)
    when 0 then [ [], [ "a" ], [ { "a" => "b" } ], [ @ids.sample(random:), "" ] ].sample(random:)
    when 1 then [ { "a" => "b" }, { "a" => { "b" => [ "c" ] } } ].sample(random:)
    when 2..11 then KNOWN.fetch(name, TEXTS).sample(random:)
    when 12..24 then @ids.sample(random:)
    when 25..28 then @ids.sample(2, random:).join(",")
    else shaped(random, name)
    end
  end

  # What the parameter is declared to be, with odd members.
  def shaped(random, name)
    return Array.new(random.rand(3)) { (@ids + TEXTS).sample(random:) } if Incoming::LISTS.include?(name)
    if Incoming::MAPS.include?(name)
      return { @ids.sample(random:) => [ "1,2", "NaN,1e400", "a", *TEXTS ].sample(random:) }
    end

    TEXTS.sample(random:)
  end
end
