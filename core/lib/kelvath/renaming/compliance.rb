# frozen_string_literal: true

module Kelvath
  module Renaming
    # How far the names of a model keep to its standard.
    class Compliance
      # A name that does not: element, what is wrong (Warning values), and the name it should have, if that is known.
      Breach = Struct.new(:element, :warnings, :wanted, keyword_init: true)
      # Figures of a subject area (nil: of no area).
      Area = Struct.new(:subject_area, :objects, :complying, keyword_init: true) do
        # How many of a hundred comply, rounded down.
        def percent = objects.zero? ? 100.0 : (100.0 * complying / objects).floor(1)
      end
      # A word that the lexicon does not know: how often it stands in names, and in which (elements, a few).
      UnknownWord = Struct.new(:word, :count, :elements, keyword_init: true)

      # Kinds of the logical side whose names are judged, beside verb phrases.
      RULED = %i[entity attribute domain].freeze
      # What is a hint beside the run rather than a breach of the rule.
      UNBLAMED = %i[alone ambiguous guessed clash].freeze
      FEW = 5

      # The compliance of a model, worked out once for a standard.
      def self.of(model, standard) = model.memo([ :compliance, standard ]) { new(model, standard) }

      def initialize(model, standard)
        @model = model
        @standard = standard
      end

      # Breach values of the whole model.
      def breaches = breaches_in(nil) + @model.all(:design).flat_map { |design| breaches_in(design.id) }

      # Those of one part: a design by its id, nil for the logical side.
      def breaches_in(part) = (@breaches ||= {})[part] ||= part ? physical_breaches(part) : logical_breaches

      # Area values in the order of the subject areas, then the rest.
      def areas
        wrong = breaches.map { |breach| breach.element.id }.to_set
        rows = @model.all(:design).flat_map { |design| physical_rows(design.id) }
        objects = (logical_elements + rows.map { |row| @model.fetch(row.id) }).group_by { |element| area_id(element) }
        [ *@model.all(:subject_area), nil ].filter_map do |area|
          list = objects.fetch(area&.id, [])
          if list.any?
            Area.new(subject_area: area, objects: list.size,
                     complying: list.count { |element| !wrong.include?(element.id) })
          end
        end
      end

      # Figures of the whole model.
      def total
        areas.then do |list|
          Area.new(subject_area: nil, objects: list.sum(&:objects), complying: list.sum(&:complying))
        end
      end

      # UnknownWord values, the most frequent first.
      def unknown_words
        return [] if @standard.lexicon.empty?

        found = Hash.new { |hash, word| hash[word] = [] }
        (@model.all(:entity) + @model.all(:attribute)).each do |element|
          translation(element).unknown.each { |word| found[word.downcase] << element }
        end
        found.map { |word, elements| UnknownWord.new(word:, count: elements.size, elements: elements.first(FEW)) }
             .sort_by { |unknown| [ -unknown.count, unknown.word ] }
      end

      private

      def logical_elements
        RULED.flat_map { |kind| @model.all(kind) } + @model.all(:relationship).reject { |link| link.phrase.empty? }
      end

      def translation(element) = @standard.physical(element.name, element.kind == :entity ? :table : :column)

      # Logical names: judged by the rule of their kind, words and all.
      def logical_breaches
        logical_elements.filter_map do |element|
          text = element.kind == :relationship ? element.phrase : element.name
          judged = @standard.physical(text, element.kind)
          warnings = judged.warnings.reject do |warning|
            warning.code == :unknown && %i[relationship domain].include?(element.kind)
          end
          if misspelt?(text, judged)
            warnings += [ Naming::Warning.new(code: :style, text: "It should be written “#{judged.text}”.") ]
          end

          Breach.new(element:, warnings:, wanted: wanted(element, text, judged)) if warnings.any?
        end
      end

      # A verb phrase has no other name to take.
      def wanted(element, text, judged) = element.kind == :relationship || judged.text == text ? nil : judged.text

      # A word with capitals of its own is spelt as its writer wanted.
      def misspelt?(text, judged)
        now, right = Naming::Splitting.parts(text), Naming::Splitting.parts(judged.text)
        now.size != right.size || now.zip(right).any? { |word, wanted| word != wanted && !word.match?(/.[[:upper:]]/) }
      end

      # The design that leads is judged by nobody.
      def physical_rows(design_id)
        (@physical_rows ||= {})[design_id] ||=
          if design_id == @model.header.names_from_id
            []
          else
            PhysicalRows.new(@model, @model.fetch(design_id), @standard, all: false).rows
          end
      end

      def physical_breaches(design_id)
        physical_rows(design_id).filter_map do |row|
          warnings = row.warnings.reject { |warning| UNBLAMED.include?(warning.code) || warning.code == :unknown }
          if row.changed?
            warnings += [ Naming::Warning.new(code: :out_of_step,
                                      text: "It follows the logical name and should be “#{row.after}”.") ]
          end

          Breach.new(element: @model.fetch(row.id), warnings:, wanted: row.changed? ? row.after : nil) if warnings.any?
        end
      end

      def area_id(element)
        case element.kind
        when :entity then element.subject_area_id
        when :attribute, :column, *DesignNames::CONSTRAINTS
          @model[element.parent_id]&.then { |owner| area_id(owner) }
        when :table
          @model[element.source_id]&.then { |entity| entity.kind == :entity ? entity.subject_area_id : nil }
        end
      end
    end
  end
end
