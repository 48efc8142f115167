# frozen_string_literal: true

module Kelvath
  module Prose
    # One sentence of the Prose view, edited in its place: changes what the sentence is about, rather
    # than making something new beside it. An empty sentence takes back what it said.
    class Rewriting
      # key: Sentence#key; seen: the sentence as the person saw it before. Raises UnreadableSentence,
      # InvalidValue, NotFound, Conflict.
      def self.change(model, key, text, ids:, seen: nil)
        key, text, seen = [ key, text, seen ].map { |each| each && Metamodel::ValueCheck.plain(each) }
        check_seen(model, key, text, seen) if seen
        new(model, ids).change(key, text)
      end

      # What was said meanwhile is not written over. (Members of a list are part of its key.)
      def self.check_seen(model, key, text, seen)
        sentences = model.memo(:sentences) do
          Writer.new(model).chapters.flat_map { |chapter| chapter.sections.flat_map(&:sentences) }
        end
        about = key.split(":", 3).first(2).join(":")
        said = sentences.select { |each| each.key == key } # a relationship is said at both of its ends
        said = sentences.select { |each| each.key.start_with?("#{about}:") || each.key == about } if said.empty?
        now = said.first&.text.to_s
        return if [ seen, text ].any? { |known| [ now, *said.map(&:text) ].any? { |each| each.split == known.split } }

        raise Conflict, [ Conflict::Clash.new(element_id: about.split(":").last, field: nil, yours: text, theirs: now,
                                              message: "This says “#{now}” meanwhile; yours was “#{text}”.") ]
      end
      private_class_method :check_seen

      def initialize(model, ids)
        @draft = Draft.new(model, ids:)
        @reader = Reader.new(model, ids:, draft: @draft)
      end

      # The change that makes the sentence of a key say something else. Raises UnreadableSentence, InvalidValue.
      def change(key, text)
        kind, id, members = key.split(":", 3)
        element = @draft.model.fetch(id)
        return remove(kind, element, members) if text.strip.empty?
        return retry_unread(element, text) if kind == "unread"

        statement = @reader.understood(text)
        rewrite(kind, element, members, statement) || read_anew(text)
      end

      private

      def model = @draft.model

      # Answers the change, or nil if the sentence now says something else altogether.
      def rewrite(kind, element, members, statement)
        values = statement.values
        case [ kind, statement.kind ]
        in [ "relationship", :relationship ] then relationship(element, values[:readings])
        in [ "has" | "carries", :has | :this_carries ] then attributes(element, members.to_s.split(","), values)
        in [ "means", :means | :described ] | [ "domain_means", :domain_means ] | [ "this_means", :this_means ] |
           [ "attribute_means", :attribute_means ]
          define(element, values, statement.kind)
        in [ "subtypes", :subtypes ] | [ "identified", :identified ] then renamed_owner(element, values)
        else nil
        end
      end

      def read_anew(text) = @reader.read_one(text).change_set

      def remove(kind, element, members)
        case kind
        when "means", "domain_means", "this_means", "attribute_means" then @draft.set(element.id, definition: "")
        when "has", "carries" then members.to_s.split(",").each { |id| @draft.remove(id) }
        when "tagged" then @draft.set(element.id, tag_ids: [])
        when "values" then model.children(element.id, :allowed_value).each { |value| @draft.remove(value.id) }
        when "attribute_facts"
          @draft.set(element.id, surrogate: false, tag_ids: [], **ValueWords::FACTS.keys.to_h { |field| [ field, "" ] })
        else @draft.remove(element.id)
        end
        @draft.change_set
      end

      def retry_unread(element, text)
        @reader.read_one(text)
        @draft.remove(element.id)
        @draft.change_set
      end

      # The same two entities, either way round: what the readings say of the two ends.
      def relationship(link, readings)
        readings.each do |reading|
          side = side_of(link, reading) or return nil
          other = side == :from ? :to : :from
          @draft.set(link.id, (side == :from ? :phrase : :inverse_phrase) => reading[:phrase],
                     "#{other}_least": reading[:least], "#{other}_most": reading[:most])
        end
        tails(link, readings)
        @draft.change_set
      end

      def side_of(link, reading)
        %i[from to].find do |side|
          other = side == :from ? :to : :from
          subject, object = model.fetch(link[:"#{side}_id"]).name, model.fetch(link[:"#{other}_id"]).name
          objects = [ object, Logical::Wording.of(model).plural(object) ]
          subject.casecmp?(reading[:subject]) && objects.any? { |each| each.casecmp?(reading[:object]) } &&
            (link.from_id != link.to_id || side == recursive_side(link, reading))
        end
      end

      # Both sentences of a recursive relationship have the same subject: the phrase tells them apart, or their order.
      def recursive_side(link, reading)
        return :from if @draft.model.fetch(link.id).phrase.casecmp?(reading[:phrase])
        return :to if @side_taken

        @side_taken = :from
      end

      # Both halves present means that what is not said is no more.
      def tails(link, readings)
        said = readings.reduce({}) do |all, reading|
          all.merge(reading.slice(:role_name, :identifying, :separate, :on_delete, :on_update))
        end
        blank = readings.size > 1 ?
                  { role_name: "", identifying: false, separate: false, on_delete: "", on_update: "" } :
                  {}
        @draft.set(link.id, **blank, **said)
      end

      # The list as it is now: names that stayed, renamed ones in the same place, new ones, gone ones.
      def attributes(owner, before_ids, values)
        portions = Grammar.portions(values[:modal], values[:list]).map { |modal, list| [ modal, Grammar.items(list) ] }
        items = portions.flat_map(&:last)
        before = before_ids.filter_map { |id| model[id] }
        left = before.reject { |each| items.any? { |item| item.name.casecmp?(each.name) } }
        fresh = items.reject { |item| before.any? { |each| each.name.casecmp?(item.name) } }
        left.zip(fresh).each { |old, item| old && item && left.size == fresh.size ? @draft.set(
          old.id, name: Metamodel::Attribute.fetch_field(:name).parse(item.name)
        ) : nil }
        left.each { |old| @draft.remove(old.id) } unless left.size == fresh.size
        portions.each { |modal, list|
          list.each { |item| @reader.attribute(owner.id, item, !modal.start_with?("may")) }
        }
        @draft.change_set
      end

      def define(element, values, kind)
        text = values[:definition]
        text = "#{text.sub(/\A./, &:upcase)}#{'.' unless text.end_with?('.')}" if kind == :described
        @draft.set(element.id, definition: text)
        rename_in(element, values[:name])
        @draft.change_set
      end

      # The name in the sentence was changed: the element is renamed.
      def rename_in(element, name)
        return if name.nil? || element.kind == :relationship || element.name.casecmp?(name)

        @draft.set(element.id, name: element.class.fetch_field(:name).parse(name))
      end

      # Groups and identifiers are told by their owner; that one may not change under them.
      def renamed_owner(element, values)
        owner = model.fetch(element.parent_id)
        return nil unless owner.name.casecmp?(values[:owner])

        element.kind == :identifier ? identifier(element, values, owner) : subtypes(element, values)
        @draft.change_set
      end

      def identifier(element, values, owner)
        ids = Grammar.items(values[:list]).filter_map { |item| @reader.member(owner, item.name) }
        @draft.set(element.id, member_ids: ids, primary: values[:also] == "is", name: values[:called] || element.name)
      end

      def subtypes(element, values)
        ids = Grammar.names(values[:list]).map { |name| @reader.entity(name).id }
        @draft.set(element.id, subtype_ids: ids, complete: values[:modal] == "is",
                   exclusive: !values[:several].to_s.include?("several"))
      end
    end
  end
end
