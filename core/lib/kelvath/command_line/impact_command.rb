# frozen_string_literal: true

module Kelvath
  class CommandLine
    # kelvath impact: what a change of an element would reach.
    module ImpactCommand
      private

      # what: an id, a name, or "Vessel.Name".
      def impact(file, what, options)
        model = load(file)
        element = named_element(model, what)
        steps = Impact.of(model, element.id, way: options[:way] || "reached", depth: options[:depth])
        steps.each do |step|
          @out.puts "#{step.distance}  #{Describing.title(step.element, model)}: #{step.how}"
        end
        @err.puts "element=#{Describing.title(element, model)} elements=#{steps.size}"
        0
      end

      # Raises Error for none, and for several, which it names.
      def named_element(model, what)
        return model[what] if model.key?(what)

        *within, name = what.split(".")
        found = Seeking::KINDS.flat_map { |kind| model.all(kind) }.select do |each|
          each.label(model).casecmp?(name) && within_names?(model, each, within)
        end
        return found.first if found.size == 1

        names = found.first(8).map { |each| "#{Describing.title(each, model)} (#{each.id})" }
        raise Error, found.empty? ? "There is no element “#{what}”." :
          "“#{what}” may be #{names.join('; ')}. Give its id."
      end

      def within_names?(model, element, names)
        names.empty? || model.ancestors(element).first&.label(model).to_s.casecmp?(names.last)
      end
    end
  end
end
