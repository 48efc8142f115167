# frozen_string_literal: true

module Kelvath
  module Reading
    # Tells from its words whose dialect a script is in.
    module Detection
      SEEN = 300_000 # bytes that are looked at
      MOST = 20 # times that a sign counts
      OWN = /\A-- .+ for (.+)\n-- \d+ tables?, written by Kelvath/ # the heading that scripts get here
      OF_FILE = 40 # what a file's name counts
      # What says nothing of its words; the path that a dump sets is told by a text.
      SILENT = /--[^\n]*|'(?!search_path)(?:[^'\\\n]++|''|\\.)*+'/

      module_function

      # [Platform, the Dialect to read it in, the reason in a sentence] of Sources. Each platform's dialect says by
      # which
      # words it is known. What tells nothing is read as standard SQL, into a design for the platform nearest to that.
      # otherwise: the Platform that it is taken for then instead.
      def platform(sources, otherwise = nil)
        text = sources.sum("") { |source| source.text.byteslice(0, SEEN / sources.size).scrub("") }
        own = text[OWN, 1]
        found = own && Platforms.all.find { |platform| platform.title == own }
        return [ found, found.dialect, "Its heading says that it was written here, for #{found.title}." ] if found

        text = text.gsub(SILENT) { |each| each.start_with?("'") ? "''" : "" }
        counted = Platforms.all.map { |platform| [ platform, *weigh(text, sources, platform.dialect.class) ] }
        found, weight, signs = counted.max_by { |_, points, _| points }
        return standard(otherwise) if weight.zero?

        shown = signs.sort_by { |_, points| -points }.first(3).map { |words, _| "“#{words}”" }.join(", ")
        [ found, found.dialect, "It was taken for #{found.title} by #{shown}." ]
      end

      def standard(otherwise)
        nearest = otherwise || Platforms.all.max_by { |platform| platform.class::FEATURES.size }
        dialect = otherwise ? otherwise.dialect : Platforms::STANDARD.dialect
        [ nearest, dialect, "Nothing in it tells whose it is; it was read #{otherwise ? "for #{otherwise.title}" :
                                                                             'as standard SQL'}." ]
      end

      # [points, [[words as met, points], …]]
      def weigh(text, sources, dialect)
        met = dialect::SIGNS.filter_map do |pattern, weight|
          first = text[pattern] or next
          [ first.gsub(/\s+/, " ").strip[0, 40], weight * [ text.scan(pattern).size, MOST ].min ]
        end
        named = dialect::FILES && sources.find { |source| of_file?(source.name, dialect::FILES) }
        met << [ named.name.split("/").last(2).join("/"), OF_FILE ] if named
        [ met.sum(&:last), met ]
      end

      # Is the word in the name of a file, or of the folder that it lies in?
      def of_file?(name, word) = name.split("/").last(2).join("/").match?(/(?<![a-z])(?:#{word})(?![a-z])/i)
      private_class_method :of_file?
      private_class_method :weigh, :standard
    end
  end
end
