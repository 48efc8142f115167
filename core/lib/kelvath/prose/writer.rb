# frozen_string_literal: true

module Kelvath
  module Prose
    # A model -> numbered sentences, by subject area. What it writes, Reader reads back to the same model.
    class Writer
      # A chapter is a subject area (id nil: what belongs to none), or the domains.
      Chapter = Struct.new(:id, :title, :definition, :sections, keyword_init: true)
      # A section is one entity or domain.
      Section = Struct.new(:id, :title, :sentences, keyword_init: true)
      # key says what the sentence is about, for Rewriting: "kind:id". repeated: stands elsewhere in
      # full, and is shown here because it concerns this entity too. reason: why it could not be read.
      # so that *(sentence if …) is one
      Sentence = Struct.new(:number, :text, :key, :repeated, :reason, keyword_init: true) { undef_method :to_a }

      def initialize(model)
        @model = model
        @words = Logical::Wording.of(model)
        @facts = Facts.new(model)
      end

      # All chapters, their sentences numbered "2.1.3": chapter, section, sentence.
      def chapters = @chapters ||= numbered([ *areas, domains ].compact)

      # Every sentence once, with the lines that say where chapters begin.
      def lines
        [ *model_line,
          *@model.all(:word).map { |word| "The plural of #{name(word.singular)} is #{name(word.plural)}." },
          *chapters.flat_map do |chapter|
            [ *heading(chapter), *chapter.sections.flat_map(&:sentences).reject(&:repeated).map(&:text) ]
          end ]
      end

      private

      def name(text) = Quoting.name(text)

      def model_line
        header = @model.header
        return [] if header.name.empty?

        [ "Model #{header.name}#{": #{flat(header.definition)}" unless header.definition.empty?}" ]
      end

      def heading(chapter)
        return [] if chapter.title == "Domains" && chapter.id == :domains

        if chapter.id
          [ "Subject area #{name(chapter.title)}" \
            "#{": #{flat(chapter.definition)}" unless chapter.definition.to_s.empty?}" ]
        else
          [ "No subject area." ]
        end
      end

      def flat(text) = text.gsub(/\s*\n\s*/, " ¶ ")

      def domains
        list = @model.all(:domain)
        return if list.empty?

        sections = ordered(list).map do |domain|
          Section.new(id: domain.id, title: domain.name, sentences: @facts.domain(domain))
        end
        Chapter.new(id: :domains, title: "Domains", sections:)
      end

      # A domain after the one it is based on, else by name.
      def ordered(list)
        list.sort_by { |domain| [ Logical::ValueType.chain(domain, @model).size, domain.name.downcase ] }
      end

      def areas
        groups = @model.all(:entity).group_by(&:subject_area_id)
        unread = @model.all(:unread_sentence).group_by(&:subject_area_id)
        [ *@model.all(:subject_area), nil ].filter_map do |area|
          entities = groups.fetch(area&.id, [])
          next if area.nil? && entities.empty? && !unread.key?(nil)

          sections = entities.sort_by { |entity| entity.name.downcase }.map { |entity| section(entity) }
          sections << left_over(unread[area&.id]) if unread.key?(area&.id)
          Chapter.new(id: area&.id, title: area ? area.name : "No subject area", definition: area&.definition,
                      sections:)
        end
      end

      def section(entity) = Section.new(id: entity.id, title: entity.name, sentences: @facts.entity(entity))

      def left_over(list)
        sentences = list.map { |each| Sentence.new(text: each.text, key: "unread:#{each.id}", reason: each.reason) }
        Section.new(id: nil, title: "Not understood yet", sentences:)
      end

      def numbered(chapters)
        chapters.each_with_index do |chapter, first|
          chapter.sections.each_with_index do |section, second|
            section.sentences.each_with_index do |sentence, third|
              sentence.number = "#{first + 1}.#{second + 1}.#{third + 1}"
            end
          end
        end
      end
    end
  end
end
