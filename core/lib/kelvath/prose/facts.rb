# frozen_string_literal: true

module Kelvath
  module Prose
    # What there is to say of one entity or one domain, as sentences without numbers.
    class Facts
      def initialize(model)
        @model = model
        @words = Logical::Wording.of(model)
        @keys = Logical::KeyMigration.of(model)
      end

      # Definition, identification, attributes, relationships, subtypes, and what else is stated.
      def entity(entity)
        list = [ *means(entity), *attributes(entity), *identified(entity), *relationships(entity), *subtypes(entity),
                 *dependencies(entity), *tagged(entity) ]
        return list if list.any? { |each| !each.repeated }

        [ sentence("#{name(entity.name)} is an entity.", "entity:#{entity.id}"), *list ]
      end

      # Sentence values about a domain: its type, its definition, its values.
      def domain(domain)
        base = @model[domain.base_id]
        type = ValueWords.type(domain, @model)
        facts = ValueWords.facts(domain)
        head = "#{name(domain.name)} is a " \
               "domain#{" of #{type}" if type}#{" based on #{name(base.name)}" if base}" \
               "#{", #{facts.join(', ')}" if facts.any?}."
        [ sentence(head, "domain:#{domain.id}"),
          (sentence("The domain #{name(domain.name)} means: #{flat(domain.definition)}",
                    "domain_means:#{domain.id}") unless domain.definition.empty?),
          values(domain) ].compact
      end

      private

      def sentence(text, key, **rest) = Writer::Sentence.new(text:, key:, **rest)
      def name(text) = Quoting.name(text)
      def a(text) = Quoting.plain?(text) ? @words.with_article(text) : "a #{name(text)}"
      def big_a(entity) = a(entity.name).sub(/\A./, &:upcase)
      def flat(text) = text.gsub(/\s*\n\s*/, " ¶ ")

      def means(entity)
        if entity.definition.empty?
          []
        else
          [ sentence("#{name(entity.name)} means: #{flat(entity.definition)}", "means:#{entity.id}") ]
        end
      end

      # One sentence for each run of attributes that are alike mandatory or not, so that their order is kept.
      def attributes(entity)
        list = @model.children(entity.id, :attribute)
        runs = list.chunk_while { |one, two| one.mandatory == two.mandatory }.map do |run|
          sentence("#{big_a(entity)} #{run.first.mandatory ? 'must' : 'may'}" \
                   " have #{@words.list(run.map { |each| item(each) })}.",
                   "has:#{entity.id}:#{run.map(&:id).join(',')}")
        end
        runs + list.flat_map { |attribute| facts(attribute, entity) }
      end

      def item(attribute)
        type = ValueWords.type(attribute, @model)
        "#{a(attribute.name)}#{" (#{type})" if type}"
      end

      def facts(attribute, owner)
        subject = "The #{name(attribute.name)} of #{name(owner.label(@model))}"
        said = [ ("numbered by the database" if attribute.surrogate), *ValueWords.facts(attribute),
                 ("tagged #{tags(attribute)}" if attribute.tag_ids.any?) ].compact
        key = attribute.id
        [ (sentence("#{subject} means: #{flat(attribute.definition)}",
                    "attribute_means:#{key}") unless attribute.definition.empty?),
          *said.map { |each| sentence("#{subject} is #{each}.", "attribute_facts:#{key}") } ].compact
      end

      def identified(entity)
        held = @keys.held(entity.id).to_h { |each| [ each.id, each.name ] }
        @model.children(entity.id, :identifier).sort_by { |each| [ each.primary ? 0 : 1, each.id ] }
              .filter_map do |identifier|
          members = identifier.member_ids.filter_map { |id| held[id] || @model[id.split(".").last]&.name }
          next if members.empty?

          usual = identifier.primary ? "Primary" : ""
          called = identifier.name == usual || identifier.name.empty? ? "" : " (called #{name(identifier.name)})"
          verb = identifier.primary ? "is" : "can also be"
          sentence("#{big_a(entity)} #{verb} identified " \
                   "by #{@words.list(members.map { |each| "its #{name(each)}" })}#{called}.",
                   "identified:#{identifier.id}")
        end
      end

      def relationships(entity)
        @model.referrers(entity.id, :relationship).flat_map do |link|
          own = link.from_id == entity.id
          first = sentence(pair(link, own ? :from : :to), "relationship:#{link.id}", repeated: !own)
          own ? [ first, *beside(link) ] : [ first ]
        end
      end

      # What is said of a relationship in the sentences that follow it.
      def beside(link)
        carried = @model.children(link.id, :attribute)
        runs = carried.chunk_while { |one, two| one.mandatory == two.mandatory }.map do |run|
          sentence("This #{run.first.mandatory ? 'must' : 'may'} carry #{@words.list(run.map { |each| item(each) })}.",
                   "carries:#{link.id}:#{run.map(&:id).join(',')}")
        end
        [ *(sentence("This means: #{flat(link.definition)}", "this_means:#{link.id}") unless link.definition.empty?),
          *runs ]
      end

      # Both readings, from one side first.
      def pair(link, side)
        [ side, Logical::Cardinality.other(side) ].map { |each| reading(link, each) }.join("; ").sub(/; E/, "; e")
          .concat(".")
      end

      # side: whose entity is the subject.
      def reading(link, side)
        other = Logical::Cardinality.other(side)
        subject, object = @model.fetch(link[:"#{side}_id"]).name, @model.fetch(link[:"#{other}_id"]).name
        least, most = link[:"#{other}_least"].to_i, link[:"#{other}_most"]
        phrase = side == :from ? link.phrase : link.inverse_phrase
        phrase = phrase.empty? ? Logical::Sentences::FALLBACK : Quoting.phrase(phrase)
        one = Logical::Cardinality.singular?(least, most, after: phrase)
        object = one || !Quoting.plain?(object) ? name(object) : @words.plural(object)
        "Each #{name(subject)} #{least.zero? ? 'may' : 'must'} #{phrase} " \
        "#{Logical::Cardinality.words(least, most, after: phrase)} #{object}#{tails(link, side)}"
      end

      # Role, identification and rules belong to the end where the key arrives.
      def tails(link, side)
        child = Logical::Cardinality.parent_side(link)&.then { |parent| Logical::Cardinality.other(parent) } || :from
        return "" unless side == child

        [ (", in the role #{name(link.role_name)}" unless link.role_name.empty?),
          (", which identifies it" if link.identifying), (", kept apart" if link.separate),
          (", deleted with #{link.on_delete}" unless link.on_delete.empty?),
          (", changed with #{link.on_update}" unless link.on_update.empty?) ].compact.join
      end

      def subtypes(entity)
        @model.children(entity.id, :subtype_group).select { |group| group.subtype_ids.any? }.map do |group|
          names = group.subtype_ids.filter_map { |id| @model[id] }.map { |each| a(each.name) }
          tail = group.exclusive ? (names.one? ? " or nothing else" : "") :
                   (names.one? ? " or several of these" : ", or several of these")
          told = @model[group.discriminator_id]
          sentence("#{big_a(entity)} #{group.complete ? 'is' : 'may be'} #{@words.list(names, last: 'or')}#{tail}" \
                   "#{", told apart by its #{name(told.name)}" if told}" \
                   "#{" (called #{name(group.name)})" unless group.name.empty?}.", "subtypes:#{group.id}")
        end
      end

      def dependencies(entity)
        held = @keys.held(entity.id).to_h { |each| [ each.id, each.name ] }
        @model.children(entity.id, :dependency).map do |dependency|
          sides = [ dependency.determinant_ids, dependency.dependent_ids ].map do |ids|
            ids.filter_map { |id| held[id] }.map { |each| "its #{name(each)}" }
          end
          sentence(
            "In #{a(entity.name)}, #{@words.list(sides[0])} #{sides[0].one? ? 'decides' : 'decide'}" \
            " #{@words.list(sides[1])}.", "decides:#{dependency.id}"
          )
        end
      end

      def tagged(entity)
        entity.tag_ids.any? ? [ sentence("#{big_a(entity)} is tagged #{tags(entity)}.", "tagged:#{entity.id}") ] : []
      end

      def tags(element) = @words.list(element.tag_ids.filter_map { |id| @model[id] }.map { |tag| name(tag.name) })

      def values(domain)
        list = @model.children(domain.id, :allowed_value)
        return if list.empty?

        words = list.map do |each|
          "#{Quoting.quoted(each.value)}#{" (#{Quoting.quoted(each.meaning)})" unless each.meaning.empty?}"
        end
        sentence("#{name(domain.name)} takes the #{list.one? ? 'value' : 'values'} #{@words.list(words)}.",
                 "values:#{domain.id}")
      end
    end
  end
end
