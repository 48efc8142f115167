# frozen_string_literal: true

module Kelvath
  module Naming
    # A rulebook as JSON, with or without the words of a lexicon: for other workplaces and for the command line.
    module RulebookFile
      FORMAT = "kelvath-rulebook"
      VERSION = 1

      # What a file held: the rulebook's name and definition, its rules, and lexicon entries.
      Content = Struct.new(:name, :definition, :rules, :entries, keyword_init: true) do
        # The Naming::Standard that the file's words and rules make.
        def standard = Standard.new(Lexicon.new(entries), Rulebook.new(rules))
      end

      module_function

      # model: the rulebook's; lexicon: a Lexicon whose words go along. Fields that say nothing are left out.
      def write(model, lexicon: nil)
        header = model.header
        document = { "format" => FORMAT, "version" => VERSION, "name" => header.name, "definition" => header.definition,
                     "rules" => model.all(:name_rule).sort_by { |rule| Metamodel::NameRule::OBJECTS.index(rule.of) }
                                     .map { |rule| { "of" => rule.of, **plain(rule) } } }
        if lexicon
          document["lexicon"] = lexicon.entries.sort_by { |entry| entry.name.downcase }.map { |entry| plain(entry) }
        end

        "#{JSON.pretty_generate(document)}\n"
      end

      # Raises UnreadableFile, which says which rule or word is wrong and what would be right.
      def read(text, ids:)
        data = Interchange::ModelFile.parse(text)
        unless data.is_a?(Hash) && data["format"] == FORMAT && data["rules"].is_a?(Array)
          raise UnreadableFile, "This is not a Kelvath rulebook: it should begin with \"format\": \"#{FORMAT}\" and " \
                                "hold a list of rules."
        end

        unless data["version"] == VERSION
          raise UnreadableFile, "This rulebook file is of version #{data['version']}; version #{VERSION} can be read."
        end

        rules = elements(:name_rule, data["rules"], "Rule", ids)
        entries = elements(:lexicon_entry, Array(data["lexicon"]), "Word", ids)
        check(rules + entries)
        Content.new(name: Metamodel::Header.fetch_field(:name).parse(data["name"].to_s),
                    definition: Metamodel::Header.fetch_field(:definition).parse(data["definition"].to_s), rules:,
                    entries:)
      end

      # ChangeSet of a new rulebook with the rules of a file; kinds that the file leaves out get the plain rule.
      def begin(content, name, ids:)
        Draft.change(Model::EMPTY, ids:) do |draft|
          draft.add(:header, name: Metamodel::Header.fetch_field(:name).parse(name), definition: content.definition)
          rules = Rulebook.new(content.rules)
          Metamodel::NameRule::OBJECTS.each { |of| draft.add(:name_rule, **rules.rule(of.to_sym).values) }
        end
      end

      def plain(element) = element.to_h.except("kind", "id")

      def elements(kind, hashes, noun, ids)
        hashes.each_with_index.map do |hash, index|
          raise UnreadableFile, "#{noun} #{index + 1} should be an object in braces." unless hash.is_a?(Hash)

          type = Metamodel.fetch(kind)
          type.new(id: ids.next, **hash.to_h { |name, value| [ name.to_sym, type.fetch_field(name).parse(value) ] })
        rescue InvalidValue, UnknownName => error
          raise UnreadableFile, "#{noun} #{index + 1} of the rulebook cannot be read: #{error.message}"
        end
      end

      def check(elements)
        problem = Soundness.problems(elements, Model.of(elements)).first
        raise UnreadableFile, "The rulebook cannot be used: #{problem.message}" if problem
      end

      private_class_method :plain, :elements, :check
    end
  end
end
