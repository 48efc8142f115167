# frozen_string_literal: true

module Kelvath
  module Platforms
    # The options of an element as text and back: "strict; collation: nocase".
    module Options
      BETWEEN = ";"

      module_function

      # options: { name => value }
      def written(options)
        options.map { |name, value| value == true ? name : "#{name}: #{value}" }.join("#{BETWEEN} ")
      end

      # What was typed for an element of a kind, by what the platform declares. Raises InvalidValue naming what it
      # knows.
      def read(text, platform, kind)
        text.split(BETWEEN).map(&:strip).reject(&:empty?).each_with_object({}) do |part, options|
          name, _, value = part.partition(/\s*:\s*/)
          option = platform.option(kind, name) or refuse(part, platform, kind)
          value = option.read(value)
          options[option.name] = value unless value.nil?
        end
      end

      # One option from what was typed for it: { name => value }; nil as value if it is not to be. Raises InvalidValue
      # for one that the platform, or its version, does not have.
      def read_one(name, text, platform, kind)
        option = platform.option(kind, name) or refuse(name, platform, kind)
        return { option.name => option.read(text) } if platform.option?(option)

        since = option.since ? "since #{option.since} only" : "up to #{option.last} only"
        message = "#{platform.title} has “#{option.name}” #{since}; this design is for #{platform.version}."
        raise InvalidValue.new(message, field: :options, value: text)
      end

      def refuse(part, platform, kind)
        known = platform.options(kind).map(&:name)
        title = Metamodel.fetch(kind).title
        message = known.empty? ? "A #{title} has no options in #{platform.title}." :
                    "A #{title} has these options in #{platform.title}: #{known.join(', ')}."
        raise InvalidValue.new("“#{part}” is none of them. #{message}", field: :options, value: part)
      end

      private_class_method :refuse
    end
  end
end
