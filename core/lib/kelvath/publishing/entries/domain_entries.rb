# frozen_string_literal: true

module Kelvath
  module Publishing
    # The pages of domains.
    class DomainEntries < Entries
      # The Entry of a domain.
      def of(domain)
        entry(domain, "domain", domain.name, type(domain), {
          "definition" => -> { passage(domain.definition) }, "values" => -> { values_of(domain) },
          "followers" => -> { sheet("Attributes of it", %w[Entity Attribute], followers(domain)) }
        })
      end

      private

      def values_of(domain)
        values = @model.children(domain.id, :allowed_value)
        sheet("Values", %w[Value Meaning], values.map { |each| [ each.value, each.values[:definition].to_s ] })
      end

      def followers(domain)
        @followers ||= @model.all(:attribute).group_by(&:domain_id)
        list = @followers.fetch(domain.id, []).filter_map do |attribute|
          owner = @model[attribute.parent_id]
          [ Link.new(owner.label(@model), owner.id), attribute.name ] if owner
        end
        list.sort_by { |owner, name| [ owner.text.downcase, name.downcase ] }
      end
    end
  end
end
