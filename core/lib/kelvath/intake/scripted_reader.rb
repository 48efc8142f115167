# frozen_string_literal: true

module Kelvath
  module Intake
    # Reads databases whose servers tell each thing as the statement that would make it: the reader of scripts takes it
    # from there. A subclass has QUESTIONS, by their names: "here" (place: the schema at hand, version), "objects"
    # (place, name, kind, owner, beside: the table that it belongs to, text), "comments" (place, name, col, text) and
    # "sizes" (place, name, row_count, byte_count); the platform's key as PLATFORM; and KINDS, { its word => ours }.
    class ScriptedReader < CatalogReader
      # The Catalog.
      def read
        result = Reading.read(sources, platform:)
        catalog = at_home(result.catalog)
        comment(catalog)
        size(catalog)
        Catalog.new(tables: catalog.tables, partitions: catalog.partitions, views: catalog.views,
                    schemas: catalog.schemas,
                    enumerations: catalog.enumerations, domains: catalog.domains, sequences: catalog.sequences,
                    routines: catalog.routines, pieces: catalog.pieces, roles: catalog.roles, version: here["version"],
                    log: catalog.log + @log)
      end

      private

      def platform = Platforms.fetch(self.class::PLATFORM)
      def here = @here ||= ask("here").first || {}

      # Rows of a question, their columns in small letters.
      def ask(name)
        @query.call(scoped(self.class::QUESTIONS.fetch(name).first)).map { |row| row.transform_keys(&:downcase) }
      end

      def sources
        rows = ask("objects").select { |row| @scope.nil? || taken?(*thing(row)) }
        only_some if @scope
        rows.each_with_index.map do |row, index|
          title = [ row["place"], row["name"] ].join(".")
          @progress.step(index, rows.size, "reading #{title}")
          Reading::Source.new(name: title, text: ended(row["text"].to_s))
        end
      end

      # A statement as a script has it.
      def ended(text)
        statement = text.strip
        "#{statement.delete_suffix('/').rstrip}#{';' unless statement.end_with?(';', '/')}\n"
      end

      # [kind, schema, name] as a Scope knows it; what belongs to a table goes with it.
      def thing(row)
        kind = self.class::KINDS.fetch(row["kind"].to_s.upcase, "routine")
        [ kind, schema(row["place"]), row["beside"] || row["name"] ]
      end

      def schema(place) = place.to_s.casecmp?(here["place"].to_s) ? nil : place

      # [Item, …]
      def listed
        @listed ||= begin
          sizes = ask("sizes").to_h { |row| [ [ row["place"], row["name"] ], row ] }
          ask("objects").reject { |row| row["beside"] }.map do |row|
            size = sizes.fetch([ row["place"], row["name"] ], {})
            kind, place, name = thing(row)
            Item.new(kind:, schema: place, name:, owner: row["owner"].to_s, rows: size["row_count"]&.to_i,
                     bytes: size["byte_count"]&.to_i, readable: true)
          end
        end
      end

      # What is in the schema at hand needs no name.
      def at_home(catalog)
        home = here["place"]
        lists = [ catalog.tables, catalog.views, catalog.sequences, catalog.routines, catalog.enumerations,
                  catalog.domains ]
        lists.flatten.each { |each| each.schema = nil if each.schema.to_s.casecmp?(home.to_s) }
        catalog.tables.flat_map(&:foreign_keys).each do |key|
          key.target_schema = nil if key.target_schema.to_s.casecmp?(home.to_s)
        end
        catalog.schemas.reject! { |each| each.name.casecmp?(home.to_s) }
        catalog
      end

      def comment(catalog)
        things = (catalog.tables + catalog.views).to_h { |each| [ each.place, each ] }
        ask("comments").each do |row|
          thing = things[[ schema(row["place"]), row["name"] ]] or next
          next thing.comment = row["text"] if row["col"].to_s.empty?

          column = thing.respond_to?(:columns) && thing.columns.find { |each| each.name == row["col"] }
          column ? column.comment = row["text"] : remark("#{thing.title}.#{row['col']}", "Its comment is not taken in.")
        end
      end

      def size(catalog)
        tables = catalog.tables.to_h { |each| [ each.place, each ] }
        ask("sizes").each do |row|
          table = tables[[ schema(row["place"]), row["name"] ]] or next
          table.rows, table.bytes = row.values_at("row_count", "byte_count").map { |value| value&.to_i }
        end
      end
    end
  end
end
