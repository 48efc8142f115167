# frozen_string_literal: true

module Kelvath
  module Sweeping
    # What can be asked of a value, by its type. Letters are compared without regard to case.
    module Operators
      # { type => operators that suit it }
      FOR = {
        text: [ "is", "begins with", "ends with", "contains", "fits the pattern", "is one of", "is empty",
                "is the same as" ],
        number: [ "is", "is greater than", "is less than", "is one of", "is empty", "is the same as" ],
        flag: [ "is" ], list: [ "contains", "is empty" ]
      }.freeze
      # How each is said when it is not to hold.
      NEGATED = { "is" => "is not", "begins with" => "does not begin with", "ends with" => "does not end with",
                  "contains" => "does not contain", "fits the pattern" => "does not fit the pattern",
                  "is one of" => "is none of", "is greater than" => "is not greater than",
                  "is less than" => "is not less than", "is empty" => "is not empty",
                  "is the same as" => "is not the same as" }.freeze
      WITHOUT_VALUE = [ "is empty" ].freeze

      module_function

      # The words of an operator.
      def words(operator, negated) = negated ? NEGATED.fetch(operator) : operator

      # What words say: [operator, negated?]. Raises InvalidValue.
      def said(words)
        return [ words, false ] if NEGATED.key?(words)

        operator = NEGATED.key(words) || refuse("Nothing can be asked with “#{words}”.", words)
        [ operator, true ]
      end

      # value -> true or false, for an operator and a value as typed. Raises InvalidValue.
      def test(subject, operator, text)
        unless FOR.fetch(subject.type).include?(operator)
          refuse("#{subject.label} cannot be asked whether it “#{operator}”; it can with " \
                 "#{FOR.fetch(subject.type).join(', ')}.", operator)
        end
        return ->(value) { empty?(value) } if operator == "is empty"

        send(subject.type, subject, operator, text)
      end

      def empty?(value) = value.nil? || (value.respond_to?(:empty?) && value.empty?)

      # Are two values the same?
      def same?(one, other)
        return empty?(one) && empty?(other) if empty?(one) || empty?(other)

        one.is_a?(String) && other.is_a?(String) ? one.casecmp?(other) : one == other
      end

      def text(_subject, operator, text)
        low = text.downcase
        case operator
        when "is" then ->(value) { value.to_s.casecmp?(text) }
        when "begins with" then ->(value) { value.to_s.downcase.start_with?(low) }
        when "ends with" then ->(value) { value.to_s.downcase.end_with?(low) }
        when "contains" then ->(value) { value.to_s.downcase.include?(low) }
        when "fits the pattern" then Pattern.new(text).then { |pattern| ->(value) { pattern.fits?(value.to_s) } }
        when "is one of" then several(low).then { |list| ->(value) { list.include?(value.to_s.downcase) } }
        end
      end

      def number(subject, operator, text)
        if operator == "is one of"
          list = several(text).map { |each| number_of(subject, each) }
          return ->(value) { list.include?(value&.to_f) }
        end
        wanted = number_of(subject, text)
        case operator
        when "is" then ->(value) { value&.to_f == wanted }
        when "is greater than" then ->(value) { !value.nil? && value > wanted }
        when "is less than" then ->(value) { !value.nil? && value < wanted }
        end
      end

      def flag(subject, _operator, text)
        wanted = { "yes" => true, "true" => true, "no" => false, "false" => false }.fetch(text.strip.downcase) do
          refuse("#{subject.label} is yes or no, not “#{text}”.", text)
        end
        ->(value) { value == wanted }
      end

      def list(_subject, _operator, text)
        low = text.strip.downcase
        ->(value) { value.any? { |each| each.downcase == low } }
      end

      def several(text) = text.split(",").map(&:strip).reject(&:empty?)

      def number_of(subject, text)
        Float(text, exception: false) || refuse("#{subject.label} is a number; “#{text}” is none.", text)
      end

      def refuse(message, value) = raise(InvalidValue.new(message, field: :value, value:))
      private_class_method :text, :number, :flag, :list, :several, :number_of, :refuse
      private_class_method :empty?
    end
  end
end
