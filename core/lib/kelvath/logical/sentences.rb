# frozen_string_literal: true

module Kelvath
  module Logical
    # Reads relationships and entities back in plain English.
    module Sentences
      FALLBACK = "be related to"

      module_function

      # Both readings of a relationship, the from entity's first:
      # ["Each Vessel may make many Sailings.", "Each Sailing must be made by exactly one Vessel."]
      def read_back(model, relationship)
        from = model.fetch(relationship.from_id).name
        to = model.fetch(relationship.to_id).name
        words = Wording.of(model)
        [ sentence(from, relationship.phrase, relationship.to_least, relationship.to_most, to, words:),
          sentence(to, relationship.inverse_phrase, relationship.from_least, relationship.from_most, from, words:) ]
      end

      # One reading: least and most are those of the object's end.
      def sentence(subject, phrase, least, most, object, words: Wording.new)
        modal = least.to_i.zero? ? "may" : "must"
        phrase = FALLBACK if phrase.to_s.empty?
        singular = Cardinality.singular?(least, most, after: phrase)
        "Each #{subject} #{modal} #{phrase} #{Cardinality.words(least, most, after: phrase)}" \
        " #{singular ? object : words.plural(object)}."
      end

      # What there is to say of an element, as sentences: the line that reads a selection back.
      def about(model, element)
        case element.kind
        when :relationship then read_back(model, element)
        when :entity then [ *([ "#{element.name}: #{element.definition}" ] unless element.definition.empty?),
                            *relations(model, element) ]
        when :subtype_group then [ subtypes(model, element) ]
        when :foreign_key then [ foreign_key(model, element) ]
        when :diagram then [ diagram(model, element) ]
        when :domain then [ "#{element.name} is #{ValueType.of(element, model)}, used " \
                            "by #{model.referrers(element.id, :attribute).size} attributes. #{element.definition}"
                              .strip ]
        when :table
          [ "#{element.name} has #{model.children(element.id, :column).size} columns. #{element.comment}".strip ]
        else [ Describing.title(element, model) ]
        end
      end

      # How an entity relates, seen from it.
      def relations(model, entity)
        model.referrers(entity.id, :relationship).flat_map do |relationship|
          there, back = read_back(model, relationship)
          [ (there if relationship.from_id == entity.id), (back if relationship.to_id == entity.id) ].compact
        end
      end

      # What a diagram, or a foreign key, is in a sentence.
      def diagram(model, diagram)
        size = model.children(diagram.id, :diagram_node).size
        "#{diagram.name} shows #{size} #{size == 1 ? 'card' : 'cards'}" \
        " in #{Metamodel::NOTATIONS.fetch(diagram.notation)} notation. #{diagram.definition}".strip
      end

      def foreign_key(model, key)
        columns = key.column_ids.filter_map { |id| model[id]&.name }.join(", ")
        "#{model.fetch(key.parent_id).name} (#{columns}) refers to #{model.fetch(key.target_table_id).name}."
      end

      # "A Booked Vehicle is a Car, a Lorry or a Coach." and the like.
      def subtypes(model, group)
        names = group.subtype_ids.filter_map { |id| model[id]&.name }.map do |name|
          "#{Inflection.article(name)} #{name}"
        end
        super_name = model.fetch(group.parent_id).name
        verb = group.complete ? "is" : "may be"
        tail = group.exclusive ? "" : ", or several of these"
        "#{Inflection.article(super_name).capitalize} #{super_name} #{verb} #{listed(names)}#{tail}."
      end

      # "Of Passenger and Deckhand, each Locker has at most one."
      def arc(model, arc)
        names = arc.relationship_ids.filter_map { |id| model[id] }.map do |link|
          side = link.from_id == arc.parent_id ? :to_id : :from_id
          link.role_name.empty? ? model[link[side]]&.name.to_s : link.role_name
        end
        "Of #{names[0..-2].join(', ')} and #{names.last}, each #{model.fetch(arc.parent_id).name} has " \
          "#{arc.mandatory ? 'exactly' : 'at most'} one."
      end

      # "a Car, a Lorry or a Coach"
      def listed(names) = names.size < 2 ? names.first.to_s : "#{names[0..-2].join(', ')} or #{names.last}"

      private_class_method :relations, :diagram, :foreign_key, :listed
    end
  end
end
