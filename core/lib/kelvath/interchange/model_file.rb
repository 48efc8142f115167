# frozen_string_literal: true

module Kelvath
  module Interchange
    # The Kelvath model file: JSON with every element and the fields that differ from their default.
    # docs/model-file.schema.json describes it.
    module ModelFile
      FORMAT = "kelvath-model"
      VERSION = 1
      # The standards that a file can bring along, each as the elements of a model of its own.
      STANDARDS = %w[lexicon rulebook].freeze

      # What a file holds: the model, and { "lexicon" => Model, "rulebook" => Model } of what it brings along.
      Content = Struct.new(:model, :standards, keyword_init: true)

      module_function

      # The file's text; elements in order of kind, then id, so that versions of a file compare well. standards: as
      # Content has them.
      def write(model, standards: {})
        lists = { "elements" => model, **standards.slice(*STANDARDS) }.map { |name, each| list(name, each) }
        %({\n  "format": "#{FORMAT}",\n  "version": #{VERSION},\n#{lists.join(",\n")}\n}\n)
      end

      def list(name, model)
        order = Metamodel::KINDS.keys.each_with_index.to_h
        elements = model.elements.values.sort_by { |element| [ order.fetch(element.kind), element.id ] }
        lines = elements.map { |element| "    #{JSON.generate(element.to_h)}" }
        %(  "#{name}": [\n#{lines.join(",\n")}\n  ])
      end

      # The model that a file's text describes. Raises UnreadableFile, with the line where JSON breaks off.
      def read(text) = read_all(text).model

      # All that a file's text holds, as Content. Raises UnreadableFile.
      def read_all(text)
        data = parse(text)
        unless data.is_a?(Hash) && data["format"] == FORMAT && data["elements"].is_a?(Array)
          raise UnreadableFile, "This is not a Kelvath model file: it should begin with \"format\": \"#{FORMAT}\" " \
                                "and hold a list of elements."
        end
        unless data["version"] == VERSION
          raise UnreadableFile, "This model file is of version #{data['version']}; version #{VERSION} can be read."
        end

        wrong = STANDARDS.find { |name| !data[name].nil? && !data[name].is_a?(Array) }
        raise UnreadableFile, "The #{wrong} in this file is no list of elements." if wrong

        Content.new(model: model_of(data["elements"]),
                    standards: data.slice(*STANDARDS).compact.transform_values { |hashes| model_of(hashes) })
      end

      # JSON of a file -> hashes and lists. Raises UnreadableFile, with the line.
      def parse(text)
        text = text.dup.force_encoding(Encoding::UTF_8).delete_prefix("\uFEFF")
        unless text.valid_encoding?
          raise UnreadableFile.new("This file is not UTF-8 text: line #{bad_line(text)} holds other bytes.",
                                   line: bad_line(text))
        end

        JSON.parse(text, max_nesting: 30)
      rescue JSON::NestingError
        raise UnreadableFile, "This file nests deeper than any that Kelvath writes."
      rescue JSON::ParserError => error
        line = error.message[/line (\d+)/, 1]&.to_i
        raise UnreadableFile.new("This file is not readable as JSON#{" from line #{line} on" if line}; it may be " \
                                 "cut off.", line:)
      end

      def bad_line(text) = text.each_line.with_index(1).find { |line, _| !line.valid_encoding? }&.last

      def model_of(hashes)
        elements = hashes.each_with_index.map do |hash, index|
          Metamodel.element(hash.is_a?(Hash) ? Upgrading.element(hash) : hash)
        rescue Error => error
          raise UnreadableFile, "Element #{index + 1} of the file cannot be read: #{error.message}"
        end
        twice = elements.group_by(&:id).find { |_, list| list.size > 1 }
        raise UnreadableFile, "The id #{twice.first} stands in this file more than once." if twice

        model = Model.of(elements)
        Invariants.check(ChangeSet.new(additions: elements), model)
        model
      end

      private_class_method :list, :bad_line, :model_of
    end
  end
end
