# frozen_string_literal: true

module Kelvath
  module Prose
    # An attribute in the words that a list of attributes has, without the sentence around it.
    module TypedAttribute
      module_function

      # The one quick form, as it is taught where it is typed.
      FORM = "Name*: type"
      # A type that stands behind a name without a colon: small letters after a name in capitals, or with its size.
      TAIL = /\A(.*\S)\s+(#{Metamodel::LOGICAL_TYPES.drop(1).sort_by { |type| -type.length }
                                                     .map { |type| type.tr('_', ' ') }.join('|')})(\s*\([\d,\s]+\))?\z/

      # Adds an attribute as it is typed on a card: "Length: decimal(6,2)", "Length decimal(6,2)", "Length (Metres)",
      # "Length in metres", or a domain's name alone. A star behind the name or all of it puts it into the identifier.
      # Raises InvalidValue.
      def add(draft, owner_id, text)
        text = Metamodel::ValueCheck.plain(text)
        if text.delete("*").strip.empty?
          raise InvalidValue.new("Type the name of the attribute first.", field: :name, value: text)
        end

        text, star = star(text.strip)
        name, colon, type = colon_or_tail(text)
        name, star = name.delete_suffix("*").strip, true if name.end_with?("*")
        item = Grammar.item(*Quoting.protect(colon.empty? ? text : "#{name} (#{type})"))
        values = Reader.new(draft.model, ids: draft.ids, draft:).value_fields(item)
        domain = draft.model.all(:domain).find { |each| each.name.casecmp?(text) } if values.empty?
        values = { domain_id: domain.id } if domain
        Editing::Attributes.add(draft, owner_id, domain ? domain.name : item.name, **values, mandatory: star,
                                identifier: star && draft.model.fetch(owner_id).kind == :entity)
      end

      # [the text without its star, was there one?]
      def star(text)
        star = /\s*\*\s*(?=\z|:\s|\(|\sin\s)/
        [ text.sub(star, " ").sub(" :", ":").strip, text.match?(star) ]
      end

      # [name, what parts them, type]; a type needs no colon where it cannot be a part of the name.
      def colon_or_tail(text)
        parts = text.partition(/\s*:\s+/)
        return parts unless parts[1].empty? && (tail = text.match(TAIL))
        return parts unless tail[3] || tail[1].match?(/(?:\A|\s)[[:upper:]\d]\S*\z/)

        [ tail[1], ":", "#{tail[2]}#{tail[3]}" ]
      end

      private_class_method :star, :colon_or_tail
    end
  end
end
