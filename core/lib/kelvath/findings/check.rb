# frozen_string_literal: true

module Kelvath
  module Findings
    # The base of the checks: a subclass says what must hold, and answers findings.
    class Check
      class << self
        # "missing_definition"
        def key = @key ||= name.split("::").last.gsub(/(?<=[a-z])(?=[A-Z])/, "_").downcase

        # What must hold, as one sentence; and :error, :warning or :hint for how much it matters.
        def holds(sentence = nil) = sentence ? @holds = sentence : @holds
        def weighs(weight = nil) = weight ? @weight = weight : (@weight || :warning)
      end

      # standard: the Naming::Standard that the model follows.
      def initialize(model, standard = Naming::Standard.plain)
        @model = model
        @standard = standard
      end

      # Findings; a subclass implements it.
      def all = raise(NotImplementedError)

      private

      attr_reader :model, :standard

      def finding(element, message, *fixes) = Finding.new(check: self.class, element_id: element.id, message:, fixes: fixes.compact)

      # A fix whose block gets a Draft.
      def fix(title, &block)
        found = model
        Fix.new(title:, change: ->(ids) { Draft.change(found, ids:, &block) })
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

      def keys = Logical::KeyMigration.of(model)
      def entities = model.all(:entity)
      def owner_name(attribute) = Describing.label(model.fetch(attribute.parent_id), model)
      def title(element) = Describing.title(element, model)
      def capital(text) = text.sub(/\A./, &:upcase)
    end
  end
end
