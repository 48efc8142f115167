# frozen_string_literal: true

module Kelvath
  module Reading
    # Tells from its words whose dialect a script is in.
    module Detection
      SEEN = 300_000 # bytes that are looked at
      MOST = 20 # times that a sign counts

      module_function

      # [Platform, the reason in a sentence] of Sources. Each platform's dialect says by which words it is known.
      def platform(sources)
        text = sources.sum("") { |source| source.text.byteslice(0, SEEN / sources.size).scrub("") }
        counted = Platforms.all.map { |platform| [ platform, *weigh(text, platform.dialect.class::SIGNS) ] }
        found, weight, signs = counted.max_by { |_, points, _| points }
        return [ Platforms.all.first, "Nothing in it tells whose it is; it was read as standard SQL." ] if weight.zero?

        shown = signs.sort_by { |_, points| -points }.first(3).map { |words, _| "“#{words}”" }.join(", ")
        [ found, "It was taken for #{found.title} by #{shown}." ]
      end

      # [points, [[words as met, points], …]]
      def weigh(text, signs)
        met = signs.filter_map do |pattern, weight|
          first = text[pattern] or next
          [ first.gsub(/\s+/, " ").strip[0, 40], weight * [ text.scan(pattern).size, MOST ].min ]
        end
        [ met.sum(&:last), met ]
      end
      private_class_method :weigh
    end
  end
end
