# frozen_string_literal: true

module Kelvath
  module Findings
    # An attribute can be stored only when its type is known.
    class TypeMissing < Check
      holds "Every attribute has a domain or a type."

      def all
        model.all(:attribute).select { |attribute| type_of(attribute).name.empty? }.map do |attribute|
          finding(attribute, "#{owner_name(attribute)} · #{attribute.name} has neither domain nor type.", *guesses(attribute))
        end
      end

      private

      WORDS = { "text" => /name|title|code|reference|description|address|email|phone|kind|status/i, "date" => /\b(date|on|from|to|until)\z/i,
                "timestamp" => /\b(at|time|moment|departure|arrival)\z/i, "decimal" => /amount|price|cost|rate|total|weight|length|height|width/i,
                "boolean" => /\A(is|has|needs)\b|flag/i, "integer" => /count|number|quantity|minutes|order|capacity/i }.freeze

      # The domain of its class word, one whose name stands in the attribute's, or what the words suggest.
      def guesses(attribute)
        words = attribute.name.downcase
        domain = class_word_domain(attribute) || model.all(:domain).select { |each| words.end_with?(each.name.downcase) }.max_by { |each| each.name.length }
        return [ fix("Use the domain #{domain.name}") { |draft| draft.set(attribute.id, domain_id: domain.id) } ] if domain

        type = WORDS.find { |_, pattern| attribute.name.match?(pattern) }&.first || "text"
        [ fix("Make it #{type}") { |draft| draft.set(attribute.id, type:) } ]
      end

      def class_word_domain(attribute)
        suggested = standard.lexicon.entry(Naming::Splitting.parts(attribute.name).last.to_s)&.then { |entry| entry.domain_name if entry.class_word }
        model.all(:domain).find { |domain| domain.name.casecmp?(suggested) } if suggested && !suggested.empty?
      end
    end

    # Text without a length is cut differently everywhere.
    class LengthMissing < Check
      holds "Text says how long it may be."
      weighs :hint

      def all
        sized("text").select { |_, type| type.length.nil? }.map do |element, _|
          finding(element, "#{capital(title(element))} is text without a length.", fix("Give it 60 characters") { |draft| draft.set(element.id, length: 60) },
                  fix("Make it long text") { |draft| draft.set(element.id, type: "long_text") })
        end
      end

      # Domains of a type, and attributes that have it from themselves.
      def sized(name)
        own = model.all(:attribute).select { |attribute| attribute.type == name }
        (model.all(:domain) + own).map { |element| [ element, type_of(element) ] }.select { |_, type| type.name == name }
      end
    end

    # A decimal number without precision is rounded by chance.
    class PrecisionMissing < LengthMissing
      holds "Decimal numbers say how many digits they have."
      weighs :hint

      def all
        sized("decimal").select { |_, type| type.precision.nil? }.map do |element, _|
          finding(element, "#{capital(title(element))} is decimal without a precision.",
                  fix("Give it nine digits, two of them behind the point") { |draft| draft.set(element.id, precision: 9, scale: 2) })
        end
      end
    end

    # What migrates need not, and must not, be typed by hand.
    class HandMadeKeyCopy < Check
      holds "No attribute repeats a key that a relationship brings anyway."

      def all
        entities.flat_map do |entity|
          held = keys.held(entity.id)
          held.select(&:own?).filter_map do |own|
            other = held.find { |each| each.migrated? && copy?(own, each, entity) } or next
            finding(own.origin, "#{entity.name} · #{own.name} looks like a copy of #{other.name}, which migrates here by itself.",
                    fix("Remove the copy") { |draft| draft.remove(own.id) })
          end
        end
      end

      private

      # "Vessel Hull Number" beside "Hull Number" of Vessel; or the numbered name that a clash made.
      def copy?(own, other, entity)
        return false if own.origin.nil?

        parent = model[model[other.via.first].then { |link| link.kind == :relationship ? Logical::Cardinality.parent_id(link) : link.parent_id }]
        names = [ other.name, other.name.sub(/ \d+\z/, ""), "#{parent.name} #{other.origin&.name}", "#{parent.name} Id" ].map(&:downcase)
        own.name.downcase != "#{entity.name} id".downcase && names.include?(own.name.downcase)
      end
    end

    # Two things under one name, with each other's data.
    class RepeatedName < Check
      holds "Within an entity every name stands once, blanks and plurals aside."

      def all
        entities.flat_map do |entity|
          own = model.children(entity.id, :attribute)
          own.group_by { |attribute| Inflection.singular(attribute.name.downcase.gsub(/[\s_-]+/, "")) }.each_value.select { |list| list.size > 1 }.flat_map do |first, *others|
            others.map do |other|
              finding(other, "#{entity.name} has #{first.name} and #{other.name}: the same name twice.", fix("Remove #{other.name}") { |draft| draft.remove(other.id) })
            end
          end
        end
      end
    end

    # The same word with two types is a trap for whoever joins them.
    class SynonymByName < Check
      holds "Attributes of the same name have the same type everywhere."
      weighs :hint

      def all
        namesakes = model.all(:attribute).group_by { |each| each.name.downcase }.each_value.select { |list| list.size > 1 }
        namesakes.flat_map { |list| odd_ones(list.reject { |each| type_of(each).name.empty? }) }
      end

      private

      def odd_ones(list)
        types = list.group_by { |each| type_of(each).to_s }
        return [] if types.size < 2

        usual, examples = types.max_by { |_, each| each.size }
        types.except(usual).values.flatten.map do |attribute|
          finding(attribute, "#{owner_name(attribute)} · #{attribute.name} is #{type_of(attribute)}; in #{owner_name(examples.first)} it is #{usual}.",
                  fix("Make it #{usual} as there") { |draft| draft.set(attribute.id, **type_fields(examples.first)) })
        end
      end

      def type_fields(attribute) = %i[domain_id type length precision scale].to_h { |field| [ field, attribute[field] ] }
    end
  end
end
