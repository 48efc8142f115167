# frozen_string_literal: true

module Kelvath
  module Publishing
    # A single piece of a model as a brief Book: one chapter, without cover, contents and index.
    module Extract
      module_function

      # All sentences, by subject area.
      def prose(model)
        book(model, "In sentences", "prose") do |dossier, chapter|
          Composing.new(model, dossier).chapter(chapter).blocks
        end
      end

      # What stands of some findings, and what was put aside, with its reason. found: [Finding, …]
      def findings(model, found)
        standing, aside = Findings.parted(model, found)
        rows = [ *standing.map { |each| [ each, "" ] }, *aside.map { |each, put| [ each, put.reason ] } ]
        rows.map! { |each, reason| [ model[each.element_id]&.label(model).to_s, each.message, reason ] }
        book(model, "Findings", "findings") { [ Sheet.new(title: counted(rows), columns: Composing::FINDING, rows:) ] }
      end

      # A ledger as it is looked at. title: what it is called.
      def ledger(ledger, title)
        head, *rows = Ledger::Sheet.out(ledger)
        book(ledger.model, title, "dictionary") { [ Sheet.new(title: counted(rows), columns: head, rows:) ] }
      end

      # A diagram. Raises NotFound.
      def diagram(model, id)
        diagram = model.fetch(id, :diagram)
        book(model, diagram.name, "diagrams", title: "#{diagram.stage.capitalize} diagram", paper: diagram.paper) do
          [ Picture.new(diagram_id: id, title: diagram.name, note: diagram.definition) ]
        end
      end

      # Tables of any contents. sheets: [[title, heads of columns, rows of texts], …]
      def sheets(model, title, sheets)
        book(model, title, "dictionary") do
          sheets.map { |name, columns, rows| Sheet.new(title: "#{name}: #{counted(rows)}", columns:, rows:) }
        end
      end

      def counted(rows) = rows.size == 1 ? "1 row" : "#{rows.size} rows"

      # title: of its chapter, if that is not its name.
      def book(model, name, sort, title: name, **looks)
        dossier = Metamodel::Dossier.new(id: "extract", name:, **looks)
        chapter = Metamodel::Chapter.new(id: "extract-1", parent_id: dossier.id, name:, sort:)
        blocks = yield dossier, chapter
        chapters = [ BookChapter.new(key: chapter.id, title:, sort:, blocks:) ]
        made = Book.new(dossier:, model_name: model.header.name, chapters:, brief: true)
        Grounding.new(made.anchors).ground(made)
      end
      private_class_method :book, :counted
    end
  end
end
