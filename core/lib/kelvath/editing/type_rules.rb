# frozen_string_literal: true

module Kelvath
  module Editing
    # The rules of the type table, as people write them.
    module TypeRules
      module_function

      # ChangeSet of a new rule, in the place of an older one about the same. about: a logical type, a domain or
      # “Entity.Attribute”, by name; text: the native type, with %l, %p and %s for sizes; everywhere: in all designs for
      # the platform and not in this one only. Raises InvalidValue.
      def add(model, design, about, text, ids:, everywhere: false)
        platform = Platforms.of(model, design)
        values = { **subject(model, about.strip), platform: platform.class.key,
                   design_id: everywhere ? nil : design.id }
        becomes = native_type(platform, text.strip)
        Draft.change(model, ids:) do |draft|
          same = model.all(:type_rule).find { |each| values.all? { |field, value| each[field].to_s == value.to_s } }
          same ? draft.set(same.id, becomes:) : draft.add(:type_rule, **values, becomes:)
        end
      end

      # What a rule is about, as values of a TypeRule.
      def subject(model, text)
        owner, name = text.split(/\s*\.\s*/, 2)
        entity = name && model.all(:entity).find { |each| each.name.casecmp?(owner) }
        attribute = entity && model.children(entity.id, :attribute).find { |each| each.name.casecmp?(name) }
        return { attribute_id: attribute.id } if attribute

        domain = model.all(:domain).find { |each| each.name.casecmp?(text) }
        return { domain_id: domain.id } if domain

        type = text.downcase.tr(" ", "_")
        return { type: } if !type.empty? && Metamodel::LOGICAL_TYPES.include?(type)

        refuse("“#{text}” is neither a type of the logical side, nor a domain, nor an attribute; write “long text”, " \
               "a domain’s name, or “Vessel.Name”.", :about, text)
      end

      def native_type(platform, text)
        refuse("A rule says what the type is in the design.", :becomes, text) if text.empty?
        fault = Derivation::TypeTable.fault(platform, text)
        fault ? refuse(fault, :becomes, text) : Metamodel::TypeRule.fetch_field(:becomes).parse(text)
      end

      def refuse(message, field, value) = raise(InvalidValue.new(message, field:, value:))
      private_class_method :subject, :native_type, :refuse
    end
  end
end
