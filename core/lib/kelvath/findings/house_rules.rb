# frozen_string_literal: true

module Kelvath
  module Findings
    # What the house asks of its models beside what is asked of all: sweeps that are rules.
    class HouseRules < ModelCheck
      holds "The house’s own rules hold."
      heeds(*Metamodel::LOGICAL, *Metamodel::PHYSICAL, :sweep, :condition, :custom_field, :custom_value)

      WEIGHTS = { "must" => :error, "should" => :warning, "may" => :hint }.freeze

      # One rule, in the place of the check that found something.
      Rule = Struct.new(:key, :holds, :weighs, keyword_init: true) do
        # As a check is made.
        def new(...) = HouseRules.new(...)
      end

      # The Rule of a sweep.
      def self.rule(sweep)
        Rule.new(key: "house_rule_#{sweep.id}", holds: sweep.name, weighs: WEIGHTS.fetch(sweep.weight))
      end

      private

      def found = model.all(:sweep).select(&:rule).flat_map { |sweep| broken(sweep) }

      # A rule about a kind of the physical side is looked at in each design.
      def broken(sweep)
        @rule = HouseRules.rule(sweep)
        conditions = Sweeping.conditions(model, sweep.id)
        Sweeping::Test.new(Sweeping.subjects(model, sweep), sweep, conditions).compile # or say why it cannot be
        kinds = Sweeping.kinds_of(sweep).select { |kind| (Metamodel.fetch(kind).side == :physical) == !part.nil? }
        Sweeping.find(model, sweep, conditions, design_id: part, kinds:).map { |element| against(sweep, element) }
      rescue InvalidValue, UnknownName => error
        part ? [] : [ finding(sweep, "The rule “#{sweep.name}” cannot be asked: #{error.message}") ]
      end

      def against(sweep, element)
        says = sweep.says.empty? ? "#{sweep.name}." : sweep.says
        finding(element, "#{capital(title(element))}: #{says}", mending(sweep, element))
      end

      def mending(sweep, element)
        return if sweep.mend_key.empty?

        action = Sweeping::Changing::Action.new(key: sweep.mend_key, way: sweep.mend_way, text: sweep.mend_text,
                                                by: sweep.mend_by)
        changing = Sweeping::Changing.new(model, [ element ], action, kind: element.kind)
        return if changing.rows.empty? || changing.rows.first.fault

        Fix.new(title: capital(changing.label), change: ->(ids) { changing.change_set(ids:) })
      end

      def finding(element, message, *fixes)
        fixes = fixes.compact
        found = Finding.new(check: @rule, element_id: element.id, subject_id: nil, message:,
                            mended_by: fixes.map(&:title).freeze)
        @fixes[found.key] = fixes
        found
      end
    end
  end
end
