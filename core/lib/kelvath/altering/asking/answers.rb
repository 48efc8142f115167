# frozen_string_literal: true

module Kelvath
  module Altering
    # What people answered when an alteration asked, kept with the design, so that it is not asked again:
    #
    #   [ "vessel.length", "value" ]      => "0"             what rows get; "value back": on the way back
    #   [ "driver.mobile", "former" ]     => "phone"         what it is called at the start
    #   [ "contact.phone", "from" ]       => "driver.phone"  the column whose values come along
    #   [ "sailing_2025", "along" ]     => "yes"           its rows go into the other partitions
    #   [ "driver.phone", "lost" ]        => "yes"           it is none of what is new: it may go with its values
    module Answers
      KINDS = %i[table partition column key foreign_key check index enumeration schema view sequence routine].freeze

      module_function

      # { [about, question] => text } of a design.
      def of(model, design_id)
        model.children(design_id, :answer).to_h { |each| [ [ each.about, each.question ], each.text ] }
      end

      # The Element of a list that is meant by a name as questions have it; nil for none. Tables go before what else may
      # be called so.
      def element(model, elements, about)
        wanted = about.to_s.downcase
        found = elements.select { |each| KINDS.include?(each.kind) && !each.values[:name].to_s.empty? }
                        .select { |each| wanted.end_with?(each.name.downcase) }
                        .select { |each| Altering.about(model, model[each.id] || each) == wanted }
        found.min_by { |each| KINDS.index(each.kind) }
      end

      # "driver.mobile=phone", "vessel.length=0" and the like as answers: what names something that is at the start
      # alone says what a new thing was called, all else what rows get. list: [[about, text], …]; lost: abouts of what
      # may go. Raises InvalidValue for what can be neither.
      def said(start, goal, list, lost: [])
        found = list.sort_by { |about, _| about.count(".") }.reduce({}) do |known, (about, text)|
          pairing = Pairing.new(start, goal, known) # what a table was is known when its columns are asked for
          known.merge(one(pairing, gone(pairing), about.downcase, text).to_h)
        end
        pairing = Pairing.new(start, goal, found)
        found.merge(lost.to_h { |about| [ [ losing(pairing, gone(pairing), about), "lost" ], "yes" ] })
      end

      # What is at the start alone.
      def gone(pairing) = pairing.start.elements.values.reject { |each| pairing.goal.key?(each.id) }

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

      # Can a name be what something was called, on these sides, with the answers that there are? Raises InvalidValue if
      # not.
      def check_former(start, goal, answers, about, question, text)
        return unless %w[former from].include?(question) && !text.to_s.strip.empty?

        pairing = Pairing.new(start, goal, answers)
        gone = gone(pairing)
        answer = one(pairing, gone, about.downcase, text.strip).first
        refuse(about, text, pairing, gone) unless %w[former from].include?(answer&.dig(0, 1))
      end

      def one(pairing, gone, about, text)
        fresh = element(pairing.goal, pairing.goal.elements.values, about) or
          raise InvalidValue.new("There is nothing called “#{about}” in what it is to become.", field: :answer,
            value: about)
        return [ [ [ about, "former" ], text ] ] if former(pairing, gone, fresh, text)
        return [ [ [ about, "from" ], text.downcase ] ] if fresh.kind == :column && elsewhere(pairing, gone, fresh,
          text)

        refuse(about, text, pairing, gone) unless fresh.kind == :column
        check(text)
        [ [ [ about, "value" ], text ], [ [ about, "value back" ], text ] ]
      end

      # What is gone, is of one kind and stood in the same place, and has that name.
      def former(pairing, gone, fresh, text)
        return if pairing.start.key?(fresh.id)

        gone.find do |each|
          each.kind == fresh.kind && each.parent_id == fresh.parent_id &&
            [ each.name.downcase, Altering.about(pairing.start, each) ].include?(text.strip.downcase)
        end
      end

      def elsewhere(pairing, gone, fresh, text)
        old = element(pairing.start, gone, text.strip)
        old if old&.kind == :column && !pairing.start.key?(fresh.id)
      end

      def losing(pairing, gone, about)
        return about.downcase if element(pairing.start, gone, about)

        raise InvalidValue.new("Nothing called “#{about}” would be lost.", field: :answer, value: about)
      end

      def refuse(about, text, pairing, gone)
        fresh = element(pairing.goal, pairing.goal.elements.values, about)
        free = gone.select { |each| each.kind == fresh&.kind && each.parent_id == fresh.parent_id }.map(&:name)
        left = free.empty? ? "nothing of its kind is gone there" :
               "of its kind only #{free.join(', ')} #{free.one? ? 'is' : 'are'} gone there"
        raise InvalidValue.new("“#{about}” cannot be what was called “#{text}”: #{left}.", field: :text, value: text)
      end

      def check(text)
        fault = Ddl::Piece.new(text, :expression).fault or return
        raise InvalidValue.new("This cannot be a value: it #{fault}. Write a value as SQL has it, such as 0 or 'none'.",
                               field: :text, value: text)
      end
      private_class_method :gone, :check, :one, :former, :elsewhere, :losing, :refuse
    end
  end
end
