# frozen_string_literal: true

module Kelvath
  module Ddl
    # What a writer says of an element beyond the standard, and what it must leave out because the platform, or its
    # version, does not have it. Who includes it has a model, a platform, and @lacking, a hash of lists.
    module Saying
      private

      # Those of a kind, if the platform has it; else none, and the heading says so.
      def known(feature, elements)
        return elements if elements.empty? || platform.supports?(feature)

        elements.each { |element| leave_out(nil, element) }
        []
      end

      # Notes what must be left out; what: the part of an element that the platform has not, nil for the whole of it.
      # Answers nil.
      public def leave_out(what, element)
        @lacking[what] << element
        nil
      end

      # What the design has and the platform, or its version, has not: a line for each sort of thing.
      def lacking
        @lacking.map do |what, elements|
          titles = elements.first(3).map { |element| Describing.title(element, model) }
          more = elements.size > 3 ? " and #{elements.size - 3} more" : ""
          name = [ platform.title, platform.version ].reject(&:empty?).join(" ")
          "Left out, as #{name} does not have it: #{"#{what} of " if what}#{titles.join(', ')}#{more}."
        end
      end

      # What an element's options say at a place of its statement, with a blank in front; "" for nothing.
      def said(element, place)
        options = element.values[:options] or return ""
        texts = platform.options(element.kind).select { |each| each.at == place && options.key?(each.name) }
                        .filter_map { |option| option_text(element, option)&.then { |text| [ option.group, text ] } }
        texts.chunk_while { |left, right| left.first && left.first == right.first }.map { |chunk|
          group = chunk.first.first
          " #{group ? group.sub('%s') { chunk.map(&:last).join(', ') } : chunk.first.last}"
        }.join
      end

      def option_text(element, option)
        return leave_out("option “#{option.name}”", element) unless platform.option?(option)

        value = element.options[option.name]
        text = option.written(value, option_value(element, option, value))
        text.empty? ? nil : text
      end

      def option_value(element, option, value)
        case option.type
        when :text then platform.literal(value)
        when :name then value.split(".").map { |part| quote(part) }.join(".")
        when :sql then Names.option_value(model, element, option.name, platform:)
        else value.to_s
        end
      end
    end
  end
end
