# frozen_string_literal: true

module Kelvath
  module Findings
    # What nobody uses misleads whoever chooses.
    class UnusedDomain < Check
      holds "Every domain is used."
      weighs :hint
      looks_at :domain

      def concerned(change)
        change.touched(:domain, :attribute).flat_map { |element| [ element.id, *element.referenced_ids ] }
      end

      private

      def about(domain)
        return [] if %i[attribute domain].any? { |kind| model.referrers(domain.id, kind).any? }

        [ finding(domain, "No attribute uses the domain #{domain.name}.",
                  fix("Remove it") { |draft| draft.remove(domain.id) }) ]
      end
    end

    # A list of values that the type refuses cannot be loaded.
    class AllowedValueUnfit < Check
      holds "Allowed values, defaults and ranges fit the type of their domain."
      weighs :error
      looks_at :domain

      def concerned(change)
        change.touched(:domain).map(&:id) + change.touched(:allowed_value).map(&:parent_id) + typed_by(change)
      end

      private

      def about(domain)
        type = Logical::ValueType.of(domain, model)
        type.name.empty? ? [] : unfit_values(domain, type) + unfit_fields(domain, type)
      end

      def unfit_values(domain, type)
        model.children(domain.id, :allowed_value).reject { |each| type.fits?(each.value) }.map do |each|
          finding(each, "The value “#{each.value}” does not fit #{domain.name}, which is #{type}.",
                  longer(domain, type, each.value),
                  fix("Remove the value") { |draft| draft.remove(each.id) })
        end
      end

      def longer(domain, type, value)
        if type.name == "text"
          fix("Make #{domain.name} #{value.length} long") { |draft| draft.set(domain.id, length: value.length) }
        end
      end

      def unfit_fields(domain, type)
        %i[default_value least_value most_value].reject { |field| domain[field].empty? || type.fits?(domain[field]) }
                                                .first(1).map do |field|
          label = domain.class.fetch_field(field).label
          finding(domain, "#{label} of #{domain.name}, “#{domain[field]}”, does not fit #{type}.",
                  fix("Clear it") { |draft| draft.set(domain.id, field => "") })
        end
      end
    end

    # Blanks that nobody sees make two names of one.
    class BlanksInName < Check
      holds "Names have no blanks at their ends and no double ones."
      looks_at :entity, :attribute, :domain, :subject_area, :tag, :identifier, :table, :column

      private

      def about(element)
        return [] if element.name == clean(element.name)

        [ finding(element, "The name of #{title(element).strip} has blanks too many.",
                  fix("Take them out") { |draft| draft.set(element.id, name: clean(element.name)) }) ]
      end

      # At an end, two in a row, or one that is no plain blank.
      WRONG = /\A[[:space:]]|[[:space:]]\z|[[:space:]]{2}|[[:space:]&&[^ ]]/

      def clean(name) = name.match?(WRONG) ? name.gsub(/[[:space:]]+/, " ").strip : name
    end
  end
end
