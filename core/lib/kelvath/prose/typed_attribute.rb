# frozen_string_literal: true

module Kelvath
  module Prose
    # An attribute in the words that a list of attributes has, without the sentence around it.
    module TypedAttribute
      module_function

      # Adds an attribute as it is typed on a card: "Length (Metres)", "Length in metres", "Length: decimal(6,2)",
      # or a domain's name alone. A star behind it puts it into the identifier. Raises InvalidValue.
      def add(draft, owner_id, text)
        text = Metamodel::ValueCheck.plain(text)
        if text.delete("*").strip.empty?
          raise InvalidValue.new("Type the name of the attribute first.", field: :name, value: text)
        end

        text, star = text.strip.then { |typed| [ typed.delete_suffix("*").strip, typed.end_with?("*") ] }
        name, colon, type = text.partition(/\s*:\s+/)
        item = Grammar.item(*Quoting.protect(colon.empty? ? text : "#{name} (#{type})"))
        values = Reader.new(draft.model, ids: draft.ids, draft:).value_fields(item)
        domain = draft.model.all(:domain).find { |each| each.name.casecmp?(text) } if values.empty?
        values = { domain_id: domain.id } if domain
        Editing::Attributes.add(draft, owner_id, domain ? domain.name : item.name, **values, mandatory: star,
                                identifier: star && draft.model.fetch(owner_id).kind == :entity)
      end
    end
  end
end
