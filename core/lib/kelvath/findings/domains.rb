# frozen_string_literal: true

module Kelvath
  module Findings
    # What nobody uses misleads whoever chooses; what a starter offers is there to be used some day.
    class UnusedDomain < Check
      holds "Every domain that was made for this model is used."
      weighs :hint
      looks_at :domain

      def concerned(change)
        change.touched(:domain, :attribute).flat_map { |element| [ element.id, *element.referenced_ids ] }
      end

      private

      def about(domain)
        return [] if domain.given || %i[attribute domain].any? { |kind| model.referrers(domain.id, kind).any? }

        [ finding(domain, "No attribute uses the domain #{domain.name}.",
                  fix("Remove it") { |draft| draft.remove(domain.id) }) ]
      end
    end

    # What the type refuses cannot be loaded, and a range that cannot be read would be left out of scripts.
    class ValueUnfit < Check
      holds "Allowed values, defaults, ranges and sizes fit the type that they are said of."
      weighs :error
      looks_at :domain, :attribute
      heeds :entity

      # Words that stand for a value of the moment.
      MOMENTS = /\A(null|current_date|current_time|current_timestamp)\z/i

      def concerned(change)
        super + change.touched(:allowed_value).map(&:parent_id) + typed_by(change)
      end

      private

      def about(element)
        type = type_of(element)
        return [] if type.name.to_s.empty?

        of_fields = sizes(element, type) + unfit_field(element, type) + unread_range(element)
        (unfit_values(element, type) + of_fields).uniq(&:element_id)
      end

      def unfit_values(domain, type)
        values = model.children(domain.id, :allowed_value)
        unfit = values.reject { |each| type.fits?(each.value) }.map do |each|
          finding(each, "The value “#{each.value}” does not fit #{domain.name}, which is #{type}.",
                  longer(domain, type, each.value), removal(each))
        end
        unfit + (values - values.uniq(&:value)).map do |each|
          finding(each, "The value “#{each.value}” stands in #{domain.name} more than once.", removal(each))
        end
      end

      def removal(value) = fix("Remove the value") { |draft| draft.remove(value.id) }

      def longer(domain, type, value)
        if type.name == "text"
          fix("Make #{domain.name} #{value.length} long") { |draft| draft.set(domain.id, length: value.length) }
        end
      end

      def sizes(element, type)
        return [] unless type.name == "decimal" && type.precision && type.scale.to_i > type.precision

        [ finding(element, "#{capital(title(element))} is #{type}: more digits behind the point than in all.",
                  fix("Make the precision #{type.scale}") { |draft| draft.set(element.id, precision: type.scale) },
                  fix("Make the scale #{type.precision}") { |draft| draft.set(element.id, scale: type.precision) }) ]
      end

      # The first of what it says itself that does not fit.
      def unfit_field(element, type)
        field = %i[default_value least_value most_value].find do |each|
          !element[each].empty? && !fits?(each, element[each], type)
        end
        return [] unless field

        what = field == :default_value && type.fits?(element[field]) ? "is none of its allowed values" :
                 "does not fit #{type}"
        label = element.class.fetch_field(field).label
        [ finding(element, "#{label} of #{title(element)}, “#{element[field]}”, #{what}.",
                  fix("Clear it") { |draft| draft.set(element.id, field => "") }) ]
      end

      def fits?(field, value, type)
        return type.fits?(value) unless field == :default_value
        return true if value.match?(MOMENTS) && !%w[text fixed_text long_text].include?(type.name)

        type.fits?(value) && (type.allowed_values.empty? || type.allowed_values.include?(value))
      end

      # A range whose ends are the wrong way round lets nothing in.
      def unread_range(element)
        least, most = [ element.least_value, element.most_value ].map { |text| Float(text, exception: false) }
        return [] unless least && most && least > most

        [ finding(element,
                  "#{capital(title(element))} goes from #{element.least_value} to #{element.most_value}, so no " \
                           "value is in it.",
                  fix("Turn it round") do |draft|
                    draft.set(element.id, least_value: element.most_value, most_value: element.least_value)
                  end) ]
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
