# frozen_string_literal: true

module Kelvath
  module Altering
    # What people answered when an alteration asked, kept with the design, so that it is not asked again.
    module Answers
      module_function

      # { [about, question] => text } of a design.
      def of(model, design_id)
        model.children(design_id, :answer).to_h { |each| [ [ each.about, each.question ], each.text ] }
      end

      # The ChangeSet that answers a question; an empty text takes the answer back. Raises InvalidValue for a value that
      # is not one whole piece of SQL.
      def set(model, design_id, about, question, text, ids:)
        text = Metamodel::Answer.fetch_field(:text).parse(text).to_s.strip
        check(text) if question.start_with?("value") && !text.empty?
        old = model.children(design_id, :answer).find { |each| each.about == about && each.question == question }
        Draft.change(model, ids:) do |draft|
          if text.empty? then draft.remove(old.id) if old
          elsif old then draft.set(old.id, text:)
          else draft.add(:answer, parent_id: design_id, about: about.to_s.downcase, question:, text:)
          end
        end
      end

      def check(text)
        fault = Ddl::Piece.new(text, :expression).fault or return
        raise InvalidValue.new("This cannot be a value: it #{fault}. Write a value as SQL has it, such as 0 or 'none'.",
                               field: :text, value: text)
      end
      private_class_method :check
    end
  end
end
