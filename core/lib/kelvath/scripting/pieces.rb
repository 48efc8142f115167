# frozen_string_literal: true

module Kelvath
  module Scripting
    # What a person wrote into the script of a design: before and after the whole of it, or what one thing says.
    class Pieces
      # ChangeSet that keeps a piece; an empty text takes it away. subject_id: the element's id, "" for the whole
      # script; place: "before", "after" or "instead". Raises InvalidValue for a text that swallows what comes after it.
      def self.set(model, design_id, subject_id, place, text, ids:)
        text = Metamodel::ScriptPiece.fetch_field(:text).parse(text).rstrip
        known = model.children(design_id, :script_piece)
                     .find { |each| each.subject == subject_id && each.place == place }
        fault = text.empty? ? nil : fault(text)
        raise InvalidValue.new("What was written #{fault}.", field: :text, value: text) if fault

        Draft.change(model, ids:) do |draft|
          next known && draft.remove(known.id) if text.empty?

          values = { subject: subject_id, place: Metamodel::ScriptPiece.fetch_field(:place).parse(place), text: }
          known ? draft.set(known.id, text:) : draft.add(:script_piece, parent_id: design_id, **values)
        end
      end

      # Why a text cannot stand in a script, as words behind "What was written"; nil if it can.
      def self.fault(text)
        lexer = Ddl::Lexer.new(text)
        tokens = lexer.tokens
        open = tokens.find { |token| !token.closed }
        return "has a quotation mark that is not closed, in line #{line_of(text, open.from)}" if open
        return "has a comment that is not closed" if lexer.open_comment == :block

        depth = 0
        tokens.each do |token|
          depth += 1 if token.symbol?("(")
          depth -= 1 if token.symbol?(")")
          return "closes a bracket that is not open, in line #{line_of(text, token.from)}" if depth.negative?
          return "ends a statement within brackets, in line #{line_of(text, token.from)}" if token.symbol?(";") &&
                                                                                          depth.positive?
        end
        "has a bracket that is not closed" if depth.positive?
      end

      def self.line_of(text, byte) = text.byteslice(0, byte).count("\n") + 1
      private_class_method :line_of

      def initialize(model, design_id)
        @model = model
        @pieces = model.children(design_id, :script_piece).reject { |each| each.text.empty? }
      end

      def none? = @pieces.empty?

      # Statements with the pieces where they belong.
      def around(statements)
        return statements if @pieces.empty?

        made = statements.reject { |each| each.kind == "drop" }
        first, last = [ made.reverse, made ].map { |list| list.to_h { |each| [ each.element_id, each ] } }
        list = statements.flat_map do |each|
          begins = each.equal?(first[each.element_id])
          [ *(of(each.element_id, "before") if begins), *(begins ? in_place_of(each) : [ each ]),
            *(of(each.element_id, "after") if each.equal?(last[each.element_id])) ]
        end
        [ *of("", "before"), *list, *of("", "after") ]
      end

      private

      # What was written for a statement, or the statement.
      def in_place_of(statement)
        written = of(statement.element_id, "instead")
        written.empty? ? [ statement ] : written
      end

      def of(subject_id, place)
        @pieces.select { |each| each.subject == subject_id && each.place == place }.map do |each|
          Ddl::Statement.new("by hand", each.label(@model), ended(each.text), each.id)
        end
      end

      # A piece ends what it says itself; the last semicolon may be left to us.
      def ended(text)
        last = Ddl::Lexer.tokens(text).last
        last.nil? || last.symbol?(";") ? text : "#{text};"
      end
    end
  end
end
