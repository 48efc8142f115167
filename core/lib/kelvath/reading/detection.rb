# frozen_string_literal: true

module Kelvath
  module Reading
    # Tells from its words whose dialect a script is in.
    module Detection
      SEEN = 300_000 # bytes that are looked at
      MOST = 20 # times that a sign counts

      module_function

      # [Platform, the Dialect to read it in, the reason in a sentence] of Sources. Each platform's dialect says by
      # which
      # words it is known. What tells nothing is read as standard SQL, into a design for the platform nearest to that.
      def platform(sources)
        text = sources.sum("") { |source| source.text.byteslice(0, SEEN / sources.size).scrub("") }
        counted = Platforms.all.map { |platform| [ platform, *weigh(text, platform.dialect.class::SIGNS) ] }
        found, weight, signs = counted.max_by { |_, points, _| points }
        return standard if weight.zero?

        shown = signs.sort_by { |_, points| -points }.first(3).map { |words, _| "“#{words}”" }.join(", ")
        [ found, found.dialect, "It was taken for #{found.title} by #{shown}." ]
      end

      def standard
        nearest = Platforms.all.max_by { |platform| platform.class::FEATURES.size }
        [ nearest, Platforms::STANDARD.dialect, "Nothing in it tells whose it is; it was read as standard SQL." ]
      end

      # [points, [[words as met, points], …]]
      def weigh(text, signs)
        met = signs.filter_map do |pattern, weight|
          first = text[pattern] or next
          [ first.gsub(/\s+/, " ").strip[0, 40], weight * [ text.scan(pattern).size, MOST ].min ]
        end
        [ met.sum(&:last), met ]
      end
      private_class_method :weigh, :standard
    end
  end
end
