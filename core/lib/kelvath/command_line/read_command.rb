# frozen_string_literal: true

module Kelvath
  class CommandLine
    # kelvath read: a database file, or scripts, into a model file.
    module ReadCommand
      DATABASE = "SQLite format 3\0".b # what such a file begins with
      MOST = 400 # megabytes of a script
      COUNTED = %i[tables columns primary_keys foreign_keys indexes views sequences kept_as_text warnings].freeze

      private

      def read(*files, options)
        out = need(options, :out)
        paths = files.flat_map { |file| paths_of(file) }
        return read_database(paths.first, out, options) if paths.one? && File.binread(paths.first, 16) == DATABASE

        read_scripts(paths.flat_map { |path| sources_of(path) }, out, options)
      end

      # A folder stands for the scripts in it, by their names.
      def paths_of(file)
        return [ file ] if File.file?(file)
        raise UnreadableFile, "There is no file #{file}." unless File.directory?(file)

        found = Dir[File.join(file.gsub(/[\\*?\[\]{}]/) { |mark| "\\#{mark}" }, "**", "*.{sql,ddl,SQL,DDL}")].sort
        found.empty? ? raise(UnreadableFile, "There are no scripts (*.sql, *.ddl) in #{file}.") : found
      end

      # [Reading::Source, …] of a script, or of a zip of some.
      def sources_of(path)
        size = File.size(path) / (1 << 20)
        raise UnreadableFile, "#{path} has #{size} MB; a script can have #{MOST}." if size > MOST

        bytes = File.binread(path)
        return @archives.call(bytes).map { |name, inner| Reading::Source.of("#{path}/#{name}", inner) } if
          @archives && bytes.start_with?("PK\x03\x04".b)

        [ Reading::Source.of(path, bytes) ]
      end

      def read_scripts(sources, out, options)
        platform = options[:platform] && Platforms.fetch(options[:platform])
        result = Reading.read(sources, platform:)
        @err.puts "note: #{result.platform.title}: #{result.why}" unless platform
        taken = Starting.from_catalog(File.basename(out, ".*"), result.catalog, platform: result.platform.key, ids:,
                                      standard: standard_or_plain(options))
        taken.log.each { |remark| tell(remark) }
        @err.puts COUNTED.map { |name| "#{name}=#{result.counts.fetch(name)}" }.join(" ")
        raise Error, "Nothing in #{sources.map(&:name).first(3).join(', ')} was understood." unless result.any?

        write(taken.model, out)
        0
      end

      # file:line: message, as compilers say it.
      def tell(remark)
        place = [ remark.file, remark.line ].compact.join(":")
        @err.puts [ place.empty? ? remark.level : place, *(remark.object unless remark.object.to_s.empty?),
                    remark.message ].join(": ")
      end

      def read_database(file, out, options)
        platform = Platforms.fetch(options[:platform] || @databases.keys.first).key
        open = @databases.fetch(platform) do
          raise BadCall, "A #{platform} database cannot be read from a file; #{@databases.keys.join(', ')} can."
        end
        catalog = open.call(file) { |query| Intake.catalog(platform, query) }
        taken = Starting.from_catalog(File.basename(file, ".*"), catalog, platform:, ids:,
                                      standard: standard_or_plain(options))
        write(taken.model, out)
        taken.log.each { |note| @err.puts "#{note.level}: #{note.object}: #{note.message}" }
        summary(taken.change_set)
      end
    end
  end
end
