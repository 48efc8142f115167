# frozen_string_literal: true

module Kelvath
  module Reading
    # Tells from its words whose dialect a script is in.
    module Detection
      SEEN = 300_000 # bytes that are looked at
      MOST = 20 # times that a sign counts
      # Words of engines that are no platform here: their scripts are read as standard SQL.
      OTHERS = { /\bSET\s+TERM\b/i => 12, /\bSUB_TYPE\b/i => 8, /\bORGANIZE\s+BY\s+ROW\b/i => 12,
                 /\bALLOW\s+REVERSE\s+SCANS\b/i => 12, /\bLOGGED\s+NOT\s+COMPACT\b|\bNOT\s+LOGGED\b/i => 8,
                 /\b(?:NULL|\))\s+WITH\s+DEFAULT\b/i => 4, /\bCURRENT\s+TIMESTAMP\b/i => 4,
                 /\bFOR\s+BIT\s+DATA\b/i => 6,
                 /\blvarchar\b/i => 8, /\bextent\s+size\b/i => 10, /\block\s+mode\b/i => 4, /"informix"\./i => 12,
                 /\b(?:COLUMN|ROW)\s+TABLE\b/i => 10, /\bCS_(?:FIXED|INT|STRING|LONGDATE)\b/i => 8,
                 /\bVARCHAR_IGNORECASE\b/i => 10, /\b(?:CACHED|MEMORY)\s+TABLE\b/i => 10,
                 /\bSYSTEM_SEQUENCE_/i => 8 }.freeze
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
        others, words = met(text, OTHERS)
        return standard(nil, words) if others > weight
        return standard(otherwise) if weight.zero?

        [ found, found.dialect, "It was taken for #{found.title} by #{shown(signs)}." ]
      end

      def shown(signs) = signs.sort_by { |_, points| -points }.first(3).map { |words, _| "“#{words}”" }.join(", ")

      # words: by which it was taken for that.
      def standard(otherwise, words = nil)
        nearest = otherwise || Platforms.all.max_by { |platform| platform.class::FEATURES.size }
        dialect = otherwise ? otherwise.dialect : Platforms::STANDARD.dialect
        return [ nearest, dialect, "It was read as standard SQL by #{shown(words)}." ] if words

        [ nearest, dialect, "Nothing in it tells whose it is; it was read #{otherwise ? "for #{otherwise.title}" :
                                                                             'as standard SQL'}." ]
      end

      # [points, [[words as met, points], …]]
      def weigh(text, sources, dialect)
        points, signs = met(text, dialect::SIGNS)
        named = dialect::FILES && sources.find { |source| of_file?(source.name, dialect::FILES) }
        named ? [ points + OF_FILE, [ *signs, [ named.name.split("/").last(2).join("/"), OF_FILE ] ] ] :
          [ points, signs ]
      end

      # [points, [[words as met, points], …]] of signs, { pattern => points }.
      def met(text, signs)
        found = signs.filter_map do |pattern, weight|
          first = text[pattern] or next
          [ first.gsub(/\s+/, " ").strip[0, 40], weight * [ text.scan(pattern).size, MOST ].min ]
        end
        [ found.sum(&:last), found ]
      end

      # Is the word in the name of a file, or of the folder that it lies in?
      def of_file?(name, word) = name.split("/").last(2).join("/").match?(/(?<![a-z])(?:#{word})(?![a-z])/i)
      private_class_method :of_file?, :met, :shown
      private_class_method :weigh, :standard
    end
  end
end
