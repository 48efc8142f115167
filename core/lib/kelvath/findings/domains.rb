# frozen_string_literal: true

module Kelvath
  module Findings
    # What nobody uses misleads whoever chooses.
    class UnusedDomain < Check
      holds "Every domain is used."
      weighs :hint

      def all
        model.all(:domain).select { |domain| model.referrers(domain.id, :attribute).empty? && model.referrers(domain.id, :domain).empty? }.map do |domain|
          finding(domain, "No attribute uses the domain #{domain.name}.", fix("Remove it") { |draft| draft.remove(domain.id) })
        end
      end
    end

    # A list of values that the type refuses cannot be loaded.
    class AllowedValueUnfit < Check
      holds "Allowed values, defaults and ranges fit the type of their domain."
      weighs :error

      def all
        model.all(:domain).flat_map do |domain|
          type = Logical::ValueType.of(domain, model)
          next [] if type.name.empty?

          unfit_values(domain, type) + unfit_fields(domain, type)
        end
      end

      private

      def unfit_values(domain, type)
        model.children(domain.id, :allowed_value).reject { |each| type.fits?(each.value) }.map do |each|
          finding(each, "The value “#{each.value}” does not fit #{domain.name}, which is #{type}.", longer(domain, type, each.value),
                  fix("Remove the value") { |draft| draft.remove(each.id) })
        end
      end

      def longer(domain, type, value)
        fix("Make #{domain.name} #{value.length} long") { |draft| draft.set(domain.id, length: value.length) } if type.name == "text"
      end

      def unfit_fields(domain, type)
        %i[default_value least_value most_value].reject { |field| domain[field].empty? || type.fits?(domain[field]) }.first(1).map do |field|
          label = domain.class.fetch_field(field).label
          finding(domain, "#{label} of #{domain.name}, “#{domain[field]}”, does not fit #{type}.", fix("Clear it") { |draft| draft.set(domain.id, field => "") })
        end
      end
    end

    # Blanks that nobody sees make two names of one.
    class BlanksInName < Check
      holds "Names have no blanks at their ends and no double ones."
      KINDS = %i[entity attribute domain subject_area tag identifier table column].freeze

      def all
        KINDS.flat_map { |kind| model.all(kind) }.select { |element| element.name != clean(element.name) }.map do |element|
          finding(element, "The name of #{title(element).strip} has blanks too many.", fix("Take them out") { |draft| draft.set(element.id, name: clean(element.name)) })
        end
      end

      private

      def clean(name) = name.gsub(/[[:space:]]+/, " ").strip
    end
  end
end
