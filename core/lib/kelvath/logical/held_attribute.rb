# frozen_string_literal: true

module Kelvath
  module Logical
    # An attribute as an entity has it: its own, or migrated to it through a relationship.
    #
    # id: the attribute's, or composed of the relationship's id and the id it has in the parent.
    # origin: the Attribute whose value it is; nil for a number that the database gives.
    # via: ids of the relationships (or subtype groups) that bring it, more than one if unified.
    HeldAttribute = Struct.new(:id, :name, :entity_id, :origin, :via, :mandatory, :primary, keyword_init: true) do
      # Its own, brought by a relationship, by several; made for a number that nobody named.
      def own? = via.empty?
      def migrated? = !own?
      def unified? = via.size > 1
      def surrogate? = own? && (origin.nil? || origin.surrogate)

      # Its type in that model.
      def value_type(model) = origin ? ValueType.of(origin, model) : ValueType.surrogate

      # Its id as a column says where it comes from. A composed id can be long in a chain; storage takes any, but a
      # digest keeps it short.
      def source_id = HeldAttribute.source_id(id)

      # The same of a composed id: as it is, or its first part with a digest.
      def self.source_id(id)
        id.length <= Metamodel::Field::NAME_LIMIT ? id : "#{id[/\A[^.]+/]}.#{Digest::SHA256.hexdigest(id)[0, 26]}"
      end

      # Is it this value wherever it went: the same attribute of the same first entity.
      def origin_key = origin ? origin.id : id.split(".").last(2).join(".")
    end
  end
end
