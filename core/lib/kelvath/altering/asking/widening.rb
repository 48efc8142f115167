# frozen_string_literal: true

module Kelvath
  module Altering
    # Does whatever a condition lets through pass another one, too? Told of what people compare with numbers and lists
    # of values, joined by AND; of anything else it is not known.
    module Widening
      BOUNDS = { ">" => :least, ">=" => :least, "<" => :most, "<=" => :most }.freeze
      # subject: what is compared, as text in small letters; way: :least, :most, :listed or :other; value: a Rational or
      # a list; open: is the bound itself left out?
      Part = Struct.new(:subject, :way, :value, :open, keyword_init: true)

      module_function

      # old, new: conditions as SQL, names spelt alike.
      def wider?(old, new)
        before, after = parts(old), parts(new)
        after.all? { |part| before.any? { |each| implies?(each, part) } }
      end

      def implies?(old, new)
        return old == new if new.way == :other || old.way != new.way || old.subject != new.subject
        return (old.value - new.value).empty? if new.way == :listed

        apart = new.way == :least ? old.value <=> new.value : new.value <=> old.value
        apart.positive? || (apart.zero? && (old.open || !new.open))
      end

      def parts(condition)
        tokens = Intake::Conditions.without_casts(Ddl::Lexer.tokens(condition))
        conjuncts(bare(tokens)).map { |list| part(bare(list), condition) }
      end

      # Without brackets around all of it.
      def bare(tokens)
        tokens = tokens[1..-2] while tokens.first&.symbol?("(") && closing(tokens) == tokens.size - 1
        tokens
      end

      # The place of what closes the first bracket.
      def closing(tokens)
        depth = 0
        tokens.index do |token|
          depth += 1 if token.symbol?("(")
          depth -= 1 if token.symbol?(")")
          depth.zero?
        end
      end

      # Split at AND outside all brackets; BETWEEN takes the next one.
      def conjuncts(tokens)
        depth, between = 0, false
        tokens.slice_when { |before, after|
          depth += { "(" => 1, ")" => -1 }.fetch(before.value, 0) if before.type == :symbol
          between = true if before.word?("between")
          parted = depth.zero? && after.word?("and") && !between
          between = false if after.word?("and") && between && !parted
          parted
        }.map { |list| list.first.word?("and") ? list.drop(1) : list }
      end

      def part(tokens, condition)
        at = tokens.index { |token| token.type == :symbol && BOUNDS.key?(token.value) }
        return bound(tokens, at) if at && number(tokens.drop(at + 1))

        known = Intake::Conditions.read(condition.byteslice(tokens.first.from...tokens.last.to))
        return Part.new(subject: known[:column].downcase, way: :listed, value: known[:values]) if known&.key?(:values)

        Part.new(subject: text(tokens), way: :other)
      end

      def bound(tokens, at)
        operator = tokens[at].value
        Part.new(subject: text(bare(tokens.first(at))), way: BOUNDS.fetch(operator), open: !operator.end_with?("="),
                 value: number(tokens.drop(at + 1)))
      end

      def number(tokens)
        text = bare(tokens).map(&:value).join
        text.match?(/\A-?\d+(\.\d+)?\z/) ? Rational(text) : nil
      end

      def text(tokens)
        tokens.map { |token| token.type == :string ? token.value : token.value.to_s.downcase }.join(" ")
      end
      private_class_method :implies?, :parts, :bare, :closing, :conjuncts, :part, :bound, :number, :text
    end
  end
end
