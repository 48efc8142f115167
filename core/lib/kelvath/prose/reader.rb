# frozen_string_literal: true

module Kelvath
  module Prose
    # Sentences -> the change that makes a model say them. Entities, domains and tags that a sentence
    # names and the model has not are made.
    class Reader
      include Relating

      # change_set: what the text made; unread: [[sentence, reason], …]; entity_ids and relationship_id
      # are those that the last sentence was about.
      Outcome = Struct.new(:change_set, :unread, :entity_ids, :relationship_id, keyword_init: true)

      # In which order the forms are carried out, whatever their order in the text: what is named
      # comes before what refers to it. Forms not listed take part in the main round.
      ORDER = { plural: 0, area: 1, no_area: 1, domain: 1, values: 1, domain_means: 1, entity: 1, means: 1,
                described: 1, has: 2, each_has: 2, relationship: 3, this_means: 3, this_carries: 3,
                subtypes: 4, subtype_of: 4, identified: 5, decides: 6 }.freeze
      MAIN = 2

      # place: { diagram id => [x, y] } where a new entity is to stand. draft: a change to go on with.
      def initialize(model, ids:, place: {}, draft: nil)
        @draft = draft || Draft.new(model, ids:)
        @place = place
        @used = Set.new
        @area_id = nil
        @entity_ids = Set.new
      end

      # A text of any length. keep: are sentences that cannot be read to stay in the model, marked?
      def read(text, keep: true)
        unread = []
        statements = Grammar.sentences(Metamodel::ValueCheck.plain(text)).filter_map do |sentence|
          Grammar.read(sentence)
        rescue UnreadableSentence => error
          unread << [ sentence, error ]
          nil
        end
        carry_out(statements, unread)
        unread.each { |pair| pair[1] = pair[1].is_a?(UnreadableSentence) ? expected(*pair).message : pair[1].message }
        unread.each { |sentence, reason| keep_unread(sentence, reason) } if keep
        Outcome.new(change_set: @draft.change_set, unread:, entity_ids: @entity_ids.to_a,
                    relationship_id: @relationship_id)
      end

      # One sentence. Raises UnreadableSentence or InvalidValue.
      def read_one(sentence)
        apply(understood(Metamodel::ValueCheck.plain(sentence)))
        Outcome.new(change_set: @draft.change_set, unread: [], entity_ids: @entity_ids.to_a,
                    relationship_id: @relationship_id)
      end

      # One sentence -> Grammar::Statement. Raises UnreadableSentence that says what was expected at which word.
      def understood(sentence)
        Grammar.read(sentence)
      rescue UnreadableSentence => error
        raise expected(sentence, error)
      end

      # The entity of that name, made if there is none. many: the name may stand in the plural.
      def entity(name, many: false)
        found = find_entity(name) || (many && entities.by_plural(name))
        mistyped(name) unless found || name.is_a?(Quoting::Exact)
        found ||= entities.add(Editing::Entities.add(@draft, many ? titled(wording.singular(name)) : titled(name),
                                                     place: @place, subject_area_id: @area_id))
        @entity_ids << found.id
        found
      end

      # Makes an attribute or says more of it; answers it.
      def attribute(owner_id, item, mandatory)
        found = own_attribute(owner_id, item.name) || Editing::Attributes.add(@draft, owner_id, titled(item.name))
        @draft.set(found.id, mandatory:, **value_fields(item))
      end

      # "in Metres" is a domain if there is one of that name, else a unit.
      def value_fields(item)
        type = item.type ? ValueWords.read_type(item.type, item.parts, model) : {}
        return type unless item.unit

        domain = domain_named(item.unit)
        domain ? type.merge(domain_id: domain.id) : type.merge(unit: item.unit)
      end

      private

      def model = @draft.model
      def expected(sentence, error) = Expected.error(model, sentence, error)

      # "EEach Site" is no new entity where there is a Site.
      def mistyped(name)
        first, *rest = name.split(" ")
        return unless rest.any? && find_entity(rest.join(" ")) && (meant = Expected.article(first))

        raise UnreadableSentence, "There is “#{first}” where “#{meant.capitalize}” was expected; if “#{name}” is " \
                                  "meant to be an entity, put its name in quotation marks."
      end

      # Every subject is put down first, in its subject area, so that plurals of it are known.
      def carry_out(statements, unread)
        statements.select { |each| each.kind == :plural }.each { |each| attempt(each, unread) }
        contexts = statements.to_h { |each| [ each, declare(each) ] }.compare_by_identity
        rest = statements.reject { |each| each.kind == :plural }
        rest.sort_by.with_index { |each, index| [ ORDER.fetch(each.kind, MAIN), index ] }.each do |statement|
          @area_id = contexts[statement]
          attempt(statement, unread)
        end
      end

      def attempt(statement, unread)
        apply(statement)
      rescue Error => error
        unread << [ statement.text, error ]
      end

      def declare(statement)
        case statement.kind
        when :area then @area_id = area(statement.values[:name]).id
        when :no_area then @area_id = nil
        when :has, :each_has, :identified, :subtypes, :entity, :described, :tagged, :decides
          place_in_area(entity(statement.values[:owner] || statement.values[:name]))
        when :means then place_in_area(entity(statement.values[:name])) unless domain_alone?(statement.values[:name])
        when :relationship then declare_subjects(statement.values[:readings])
        end
        @area_id
      rescue InvalidValue
        @area_id
      end

      # The subject of the first reading belongs where the sentence stands; the other may belong elsewhere.
      def declare_subjects(readings)
        place_in_area(entity(readings.first[:subject]))
        here, @area_id = @area_id, nil
        readings.drop(1).each { |reading| entity(reading[:subject]) }
        @area_id = here
      end

      def domain_alone?(name) = find_entity(name).nil? && domain_named(name)

      def apply(statement) = send(:"apply_#{statement.kind}", statement.values)

      def keep_unread(sentence, reason)
        return if model.all(:unread_sentence).any? { |each| each.text == sentence }

        @draft.add(:unread_sentence, text: sentence, reason:, subject_area_id: @area_id,
                   position: (model.all(:unread_sentence).last&.position || 0.0) + 1.0)
      end

      # -- what is named --

      def wording = Logical::Wording.of(model)
      def named(kind, name) = model.all(kind).find { |each| each.name.casecmp?(name.strip) }
      def entities = @entities ||= EntityNames.new(@draft)
      def find_entity(name) = entities.find(name)
      def domain_named(name) = named(:domain, name)

      def area(name)
        named(:subject_area, name) ||
          @draft.add(:subject_area, name: name.strip, position: (model.all(:subject_area).last&.position || 0.0) + 1.0)
      end

      def tag(name) = named(:tag, name) || @draft.add(:tag, name:)

      SMALL = %w[of in on at by for from to the and or a an with].freeze

      # "call sign" => "Call Sign"; what has capitals of its own stays.
      def titled(name)
        return name if name.is_a?(Quoting::Exact) || name.match?(/[[:upper:]]/)

        name.split(" ").each_with_index.map { |word, index|
          SMALL.include?(word) && index.positive? ? word : word.sub(/\A[[:lower:]]/, &:upcase)
        }.join(" ")
      end

      # -- the forms --

      def apply_model(values)
        header = model.all(:header).first || @draft.add(:header, name: values[:name])
        @draft.set(header.id, name: values[:name], definition: values[:definition].to_s)
      end

      def apply_area(values)
        found = area(values[:name])
        @draft.set(found.id, definition: values[:definition]) if values[:definition]
      end

      def apply_no_area(_values) = @area_id = nil

      def apply_plural(values)
        known = model.all(:word).find { |word| word.singular.casecmp?(values[:singular]) }
        known ? @draft.set(known.id, plural: values[:plural]) : @draft.add(:word, **values)
        entities.forget_plurals
      end

      def apply_entity(values) = place_in_area(entity(values[:name]))

      def place_in_area(found)
        @draft.set(found.id, subject_area_id: @area_id) if @area_id && found.subject_area_id.nil?
      end

      def apply_means(values)
        target = find_entity(values[:name]) || domain_named(values[:name]) || entity(values[:name])
        @draft.set(target.id, definition: values[:definition])
      end

      def apply_described(values)
        text = values[:definition]
        @draft.set(entity(values[:name]).id,
                   definition: "#{text.sub(/\A./, &:upcase)}#{'.' unless text.end_with?('.')}")
      end

      def apply_domain(values)
        domain = domain_named(values[:name]) || @draft.add(:domain, name: values[:name])
        base = values[:base] && (domain_named(values[:base]) || @draft.add(:domain, name: values[:base]))
        _, facts = values[:facts] ? ValueWords.split_facts(*values[:facts]) : nil
        blank = ValueWords::FACTS.keys.to_h { |field| [ field, "" ] }
        type = values[:type] ? ValueWords.read_type(*values[:type], Model::EMPTY) : {}
        @draft.set(domain.id, **blank, base_id: base&.id, type: "", length: nil, precision: nil, scale: nil,
                   **type.except(:domain_id), **facts.to_h)
      end

      def apply_domain_means(values)
        domain = domain_named(values[:name]) || @draft.add(:domain, name: values[:name])
        @draft.set(domain.id, definition: values[:definition])
      end

      def apply_values(values)
        domain = domain_named(values[:name]) || @draft.add(:domain, name: values[:name], type: "text")
        wanted = Grammar.value_list(values[:list]).uniq(&:first)
        kept = model.children(domain.id, :allowed_value)
        kept.drop(wanted.size).each { |each| @draft.remove(each.id) }
        wanted.each_with_index do |(value, meaning), index|
          if kept[index]
            @draft.set(kept[index].id, value:, meaning:)
          else
            @draft.add(:allowed_value, parent_id: domain.id, value:, meaning:, position: index + 1.0)
          end
        end
      end

      def apply_has(values)
        owner = entity(values[:owner])
        place_in_area(owner)
        Grammar.portions(values[:modal], values[:list]).each do |modal, list|
          Grammar.items(list).each { |item| attribute(owner.id, item, modal != "may have") }
        end
      end

      # "Each Plot has a Site" relates two entities; "Each Plot has a Plot Number" names an attribute.
      def apply_each_has(values)
        text, parts = values[:list]
        other = Quoting.restore_name(text.sub(/\Aan? /i, ""), parts)
        return apply_has(values.merge(modal: "has")) unless find_entity(other)

        apply_relationship(readings: [ { subject: values[:owner], phrase: "have", least: 1, most: 1, object: other,
                                         singular: true, quoted: false } ])
      end

      # "Every Part is a Thing": only of an entity that is there, or it would be a description.
      def apply_subtype_of(values)
        whole = find_entity(values[:of]) ||
                raise(UnreadableSentence, "There is no entity “#{values[:of]}” that “#{values[:name]}” could be a " \
                                          "subtype of; to say what it is, write “#{values[:name]} means: …”.")
        part = entity(values[:name])
        place_in_area(part)
        return if model.referrers(part.id, :subtype_group).any? { |group| group.parent_id == whole.id }

        Editing::Relating.subtype(@draft, whole.id, part.id)
      end

      def own_attribute(owner_id, name) = model.children(owner_id, :attribute).find { |each| each.name.casecmp?(name) }

      def apply_attribute_means(values) = @draft.set(attribute_of(values).id, definition: values[:definition])

      def attribute_of(values)
        owner = find_entity(values[:owner]) || relationship_called(values[:owner]) || entity(values[:owner])
        own_attribute(owner.id, values[:name]) || Editing::Attributes.add(@draft, owner.id, titled(values[:name]))
      end

      def relationship_called(text) = model.all(:relationship).find { |link| link.label(model).casecmp?(text) }

      def apply_attribute_facts(values)
        attribute = attribute_of(values)
        text, parts = values[:facts]
        return @draft.set(attribute.id, surrogate: true) if text.match?(/\Anumbered by the database\z/i)
        if text.match?(/\Atagged/i)
          return @draft.set(attribute.id,
                            tag_ids: Grammar.names([ text.sub(/\Atagged\s+/i, ""), parts ]).map { |name| tag(name).id })
        end

        _, facts = ValueWords.split_facts(text, parts)
        @draft.set(attribute.id, **facts)
      end

      def apply_tagged(values)
        @draft.set(entity(values[:name]).id, tag_ids: Grammar.names(values[:list]).map { |name| tag(name).id })
      end
    end
  end
end
