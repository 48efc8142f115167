# frozen_string_literal: true

module Kelvath
  module Findings
    # The base of the checks: a subclass says what must hold, which elements it looks at, and what it finds about one
    # of them. After a change a Report looks again only at those that #concerned names.
    class Check
      class << self
        # "missing_definition"
        def key = @key ||= name.split("::").last.gsub(/(?<=[a-z])(?=[A-Z])/, "_").downcase

        # What must hold, as one sentence; and :error, :warning or :hint for how much it matters.
        def holds(sentence = nil) = sentence ? @holds = sentence : @holds
        def weighs(weight = nil) = weight ? @weight = weight : (@weight || :warning)

        # The kinds of the elements that are looked at one by one.
        def looks_at(*kinds) = declared(:looks_at, kinds)

        # Further kinds on which it depends what is said about an element in which something was found already.
        def heeds(*kinds) = declared(:heeds, kinds)

        private

        def declared(what, kinds)
          (@declared ||= {})[what] = kinds.freeze if kinds.any?
          @declared&.fetch(what, nil) || (superclass < Check ? superclass.send(what) : [])
        end
      end

      # What would mend each finding of this check: { key => [Fix, …] }
      attr_reader :fixes

      # standard: the Naming::Standard that the model follows; part: the design at which it looks, by its id, nil for
      # what is no design's; previous: this check as it looked at an older model.
      def initialize(model, standard = Naming::Standard.plain, part: nil, previous: nil)
        @model = model
        @standard = standard
        @part = part
        @previous = previous
        @fixes = {}
      end

      # The findings about every element that it looks at.
      def all = subjects.flat_map { |subject| look_at(subject.id) }

      # What it looks at in its part.
      def subjects = self.class.looks_at.flat_map { |kind| in_part(kind) }

      # The findings about one element, by its id; none if there is no such element any more.
      def look_at(id)
        subject = model.of_kind(id, *self.class.looks_at) or return []
        return [] unless Model::Parts.of(subject, model) == @part

        @subject_id = id
        about(subject)
      end

      # Ids of the elements about which something else may be found than before; change: a Change. A subclass adds
      # those beyond the changed ones.
      def concerned(change) = change.touched(*self.class.looks_at).map(&:id)

      # The check lets go of the one before it, or all older ones would live on in the latest.
      def settle
        @previous = nil
        @fixes = {}
      end

      private

      attr_reader :model, :standard, :part

      def in_part(kind)
        physical = Metamodel.fetch(kind).side == :physical
        return model.all(kind).select { |each| each.design_id == part } if kind == :diagram
        return part && physical ? Metamodel::Design.elements(model, part, kind) : [] if part || physical

        model.all(kind)
      end

      # Findings about an element; a subclass implements it.
      def about(subject) = raise(NotImplementedError)

      def finding(element, message, *fixes)
        fixes = fixes.compact
        found = Finding.new(check: self.class, element_id: element.id, subject_id: @subject_id, message:,
                            mended_by: fixes.map(&:title).freeze)
        @fixes[found.key] = fixes
        found
      end

      # A fix whose block gets a Draft.
      def fix(title, &block)
        found = model
        Fix.new(title:, change: ->(ids) { Draft.change(found, ids:, &block) })
      end

      # A fix for which a person writes a text: the block gets a Draft and the text.
      def written(title, asks:)
        found = model
        Fix.new(title:, asks:, change: ->(ids, text) { Draft.change(found, ids:) { |draft| yield draft, text } })
      end

      # A fix that is one of the transformations.
      def transform(title, kind, **arguments)
        found = model
        Fix.new(title:, change: ->(ids) { Transforming.change(kind, found, ids:, **arguments) })
      end

      # The type of an attribute or domain, worked out once for all checks.
      def type_of(element)
        types = model.memo(:checked_types) { {} }
        types[element.id] ||= Logical::ValueType.of(element, model)
      end

      # Its name alone; what has no domain says it itself.
      def type_name(element)
        element.kind == :attribute && element.domain_id.nil? ? element.type : type_of(element).name
      end

      # Ids of attributes and domains that have their type from changed domains, by way of others too.
      def typed_by(change)
        waiting = change.touched(:domain).map(&:id)
        found = Set.new
        while (id = waiting.pop)
          found.merge(model.referrers(id, :attribute).map(&:id))
          model.referrers(id, :domain).each { |domain| waiting << domain.id if found.add?(domain.id) }
        end
        found.to_a
      end

      def keys = Logical::KeyMigration.of(model)
      def entities = model.all(:entity)
      def owner_name(attribute) = model.fetch(attribute.parent_id).label(model)
      def title(element) = Describing.title(element, model)
      def capital(text) = text.sub(/\A./, &:upcase)
    end

    # A check of the model as a whole: it looks again at all of it when an element of a kind that it heeds has changed.
    class ModelCheck < Check
      # The same as for any check.
      def all = look_at(nil)

      # id: nil, for there is but one subject.
      def look_at(_id) = found

      # There is no element at which it looks by itself.
      def concerned(_change) = []

      private

      # Findings; a subclass implements it.
      def found = raise(NotImplementedError)
    end
  end
end
