# frozen_string_literal: true

module Kelvath
  module Findings
    # A design held against its logical side. What it was derived as last is kept beside models, so that these are asked
    # for with a Derivation::Again::Merge, and no report finds them by itself.
    module Standing
      # The base of both. Answers where on its page what was found is seen to.
      class Check < ModelCheck
        # :rederivation or :decisions.
        def self.leads_to(page = nil) = page ? @leads_to = page : @leads_to

        # The finding about a design, or about something in it.
        def self.finding(element, message)
          Finding.new(check: self, element_id: element.id, subject_id: nil, message:, mended_by: [].freeze)
        end

        private

        def found = []
      end

      # What the logical side has become since.
      class DesignBehind < Check
        holds "A design is as its logical side would have it."
        weighs :hint
        leads_to :rederivation
      end

      # A decision that changes nothing any more.
      class DecisionUnneeded < Check
        holds "What was decided by hand is still needed."
        weighs :hint
        leads_to :decisions
      end

      module_function

      # [Finding, …] about a design; merge: what deriving it again would do.
      def of(design, merge)
        count = merge.arrivals.size + merge.conflicts.size
        behind = DesignBehind.finding(design, "#{design.name} is behind its logical side: #{count} " \
                                              "#{count == 1 ? 'thing' : 'things'} would change.")
        [ (behind if count.positive?), *merge.unneeded.uniq { |each| each.element.id }.map { |each| unneeded(each) } ]
          .compact
      end

      def unneeded(decision)
        element = decision.element
        what = decision.field ? "#{decision.field.label.downcase} of " : ""
        DecisionUnneeded.finding(element, "That the #{what}#{element.class.title} #{element.name} is as it is was " \
                                          "decided by hand; it would be derived so anyway.")
      end
      private_class_method :unneeded
    end
  end
end
