# frozen_string_literal: true

module Kelvath
  module Publishing
    # A dossier and its model -> the Book.
    class Composing
      FINDING = [ "About", "What was found", "Why it may stay" ].freeze

      # standard: a Naming::Standard, whose lexicon the glossary tells; changes: [[date, person, what], …].
      def initialize(model, dossier, standard: Naming::Standard.plain, changes: [])
        @model = model
        @dossier = dossier
        @standard = standard
        @changes = changes
        @scope = Scope.new(model, dossier)
      end

      # Links lead only to what the book has; any other word is plain text.
      def book
        chapters = Publishing.chapters(@model, @dossier).map { |each| chapter(each) }
        book = Book.new(dossier: @dossier, model_name: @model.header.name, chapters:)
        Grounding.new(book.anchors).ground(book)
      end

      # One chapter by itself, as a preview shows it; its links lead nowhere.
      def chapter(chapter)
        BookChapter.new(key: chapter.id, title: chapter.name, sort: chapter.sort, blocks: send(chapter.sort, chapter))
      end

      private

      def text(chapter) = chapter.text.strip.empty? ? about_model : [ Passage.new(text: chapter.text, marked: true) ]

      # What a free chapter without a text says: the model's own purpose.
      def about_model
        definition = @model.header.definition
        definition.empty? ? [] : [ Passage.new(text: definition) ]
      end

      def prose(_chapter)
        wanted = @scope.areas.map { |area| area&.id }
        chosen = Prose::Writer.new(@model).chapters.select { |each| each.id == :domains || wanted.include?(each.id) }
        chosen.map do |each|
          lines = each.sections.flat_map { |section| section.sentences.map { |one| [ one.number, one.text ] } }
          Sentences.new(title: each.title, note: each.definition.to_s, lines:)
        end
      end

      def diagrams(_chapter)
        @scope.pictured.map { |each| Picture.new(diagram_id: each.id, title: each.name, note: each.definition) }
      end

      def entries(kind, chapter) = kind.new(@model, @scope, Choices.taken(@model, @dossier, chapter))

      def entities(chapter)
        pages = entries(EntityEntries, chapter)
        @scope.entities.map { |each| pages.of(each) }
      end

      def domains(chapter)
        pages = entries(DomainEntries, chapter)
        @scope.domains.map { |each| pages.of(each) }
      end

      def tables(chapter)
        pages = entries(TableEntries, chapter)
        @scope.tables.flat_map { |design, list| list.map { |table| pages.of(table, design) } }
      end

      # Everything in one table: attributes in words, columns by their physical names.
      def dictionary(chapter)
        sheets = []
        sheets << sheet("logical", "Attributes", chapter, @scope.entities.to_set(&:id)) unless
          @dossier.names == "physical"
        unless @dossier.names == "words"
          @scope.tables.each { |design, list| sheets << sheet(design.id, design.name, chapter, list.to_set(&:id)) }
        end
        sheets.compact
      end

      # A ledger's rows, each behind what it is in.
      def sheet(address, title, chapter, wanted)
        view = Ledger::View.new(columns: chapter.shown.empty? ? nil : chapter.shown)
        ledger = Ledger.of(@model, address, view:)
        rows = ledger.groups.flat_map { |group| group.rows.filter_map { |row| dictionary_row(ledger, row, wanted) } }
        return if rows.empty?

        whole = Sheet.new(title:, columns: [ address == "logical" ? "Entity" : "Table", *ledger.columns.map(&:label) ],
                          rows:)
        chapter.shown.empty? ? without_empty(whole) : whole
      end

      # Columns that nobody chose and that say nothing take room from those that do.
      def without_empty(sheet)
        kept = sheet.columns.each_index.select { |index| sheet.rows.any? { |row| row[index].to_s != "" } }
        Sheet.new(title: sheet.title, columns: sheet.columns.values_at(*kept),
                  rows: sheet.rows.map { |row| row.values_at(*kept) })
      end

      def dictionary_row(ledger, row, wanted)
        owner = owner(row.id) or return
        return unless wanted.include?(owner.id)

        [ Link.new(owner.label(@model), owner.id), *ledger.columns.map { |column| row.cells[column.name].to_s } ]
      end

      # The entity or table that a row stands in.
      def owner(id)
        element = @model[id] || @model[id.split(".").first]
        element = @model[element.parent_id] while element && !%i[entity table].include?(element.kind)
        element
      end

      # What a kept sweep finds today; a sweep that cannot be asked finds nothing.
      def sweep(chapter)
        sweep = @model.of_kind(chapter.sweep_id.to_s, :sweep) or return []
        conditions = Sweeping.conditions(@model, sweep.id)
        hits = Sweeping::Hits.new(@model, sweep, conditions, Sweeping.find(@model, sweep, conditions))
        hits.elements.empty? ? [] : [ Sheet.new(title: sweep.name, columns: hits.heads, rows: hits.elements.map { |each|
          within, first, *cells = hits.row(each)
          [ within, Link.new(first, each.id), *cells ]
        }) ]
      rescue InvalidValue, UnknownName
        []
      end

      def scripts(_chapter)
        @scope.designs.map do |design|
          Script.new(title: design.name, text: Ddl.script(@model, design.id).text, language: "sql")
        end
      end

      # What is defined, and what the lexicon says of words.
      def glossary(_chapter)
        defined = (@scope.entities + @scope.domains).reject { |each| each.definition.strip.empty? }
        terms = defined.map { |each| [ Link.new(each.name, each.id), each.definition ] }
        words = @standard.lexicon.entries.reject { |each| each.definition.to_s.empty? }
        terms += words.map { |each| [ each.word, each.definition ] }
        [ Terms.new(terms: terms.uniq { |term, _| term.to_s.downcase }.sort_by { |term, _| term.to_s.downcase }) ]
      end

      def findings(_chapter)
        standing, aside = Findings.parted(@model, Findings.of(@model, @standard))
        rows = standing.map { |each| finding(each, "") } + aside.map { |each, put| finding(each, put.reason) }
        return [] if rows.empty?

        [ Sheet.new(title: "Findings", columns: FINDING, rows:) ]
      end

      def finding(finding, reason)
        element = @model[finding.element_id]
        [ element ? Link.new(element.label(@model), element.id) : "", finding.message, reason ]
      end

      def changes(_chapter)
        return [] if @changes.empty?

        [ Sheet.new(title: "Changes", columns: %w[When Who What], rows: @changes) ]
      end
    end
  end
end
