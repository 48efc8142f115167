# frozen_string_literal: true

module Kelvath
  module Altering
    # What becomes of the values of a column whose type changes.
    module TypeChange
      TEXTS = %w[text fixed_text long_text].freeze
      DIGITS = { "small_integer" => 5, "integer" => 10, "big_integer" => 19 }.freeze # the most that one has
      # How many characters a value takes as text.
      WIDTHS = { "small_integer" => 6, "integer" => 11, "big_integer" => 20, "float" => 24, "boolean" => 5,
                 "date" => 10, "time" => 15,
                 "zoned_time" => 21, "timestamp" => 26, "zoned_timestamp" => 32, "uuid" => 36,
                 "interval" => 60, "json" => nil }.freeze
      # Pairs that lose nothing, or something, beside those that sizes decide.
      KEPT = [ %w[date timestamp], %w[date zoned_timestamp], %w[timestamp zoned_timestamp],
               %w[zoned_timestamp timestamp], %w[small_integer float], %w[integer float] ].freeze
      LESS = [ %w[timestamp date], %w[zoned_timestamp date], %w[big_integer float], %w[zoned_time time],
               %w[time zoned_time], %w[decimal float], %w[float decimal], %w[float small_integer], %w[float integer],
               %w[float big_integer], %w[timestamp time], %w[decimal small_integer], %w[decimal integer],
               %w[decimal big_integer] ].freeze

      module_function

      # old, new: native types -> :same; :kept, every value stays what it is; :less, some may be cut or rounded, or do
      # not fit; :apart, the values cannot become such ones.
      def way(platform, old, new)
        return :same if platform.write_type(old) == platform.write_type(new)

        one, two = [ old, new ].map { |type| platform.logical_type(type) }
        return TEXTS.include?(one[:type]) ? :less : :apart if picky?(platform, old, new)
        return :apart if castless?(platform, old, two[:type])
        return listed(old, new) if listing?(old) || listing?(new)
        return alone(old, new) if [ one, two ].any? { |each| each[:type].empty? } || old.key?("of") || new.key?("of")

        compared(one, two, old, new)
      end

      def compared(one, two, old, new)
        from, to = one[:type], two[:type]
        return sized(from, width(from, one, old), capacity(two, new)) if TEXTS.include?(to) && carried?(from)
        return whole(old, new, from, to) if DIGITS.key?(from) && DIGITS.key?(to)
        return wide(DIGITS[from], 0, two) if DIGITS.key?(from) && to == "decimal"
        return wide(places(one), one[:scale].to_i, two, one[:precision]) if from == "decimal" && to == "decimal"
        return lengths(old, new) if from == to

        KEPT.include?([ from, to ]) ? :kept : (LESS.include?([ from, to ]) ? :less : :apart)
      end

      def carried?(from) = TEXTS.include?(from) || WIDTHS.key?(from) || from == "decimal"

      # Of texts, nil is as many characters as anybody likes.
      def width(from, logical, native)
        return capacity(logical, native) if TEXTS.include?(from)
        return logical[:precision] ? logical[:precision] + 2 : 40 if from == "decimal"

        WIDTHS[from]
      end

      def capacity(logical, native)
        logical[:length] || { "tinytext" => 63, "text" => nil, "char" => 1, "character" => 1 }[native["base"]]
      end

      def sized(_from, width, capacity)
        return :kept if capacity.nil?

        width && width <= capacity ? :kept : :less
      end

      def whole(old, new, from, to)
        return :less if new.fetch("modifiers",
[]).include?("unsigned") && !old.fetch("modifiers", []).include?("unsigned")

        DIGITS[from] <= DIGITS[to] ? (unsigned_grows?(old, new, from, to) ? :kept : :less) : :less
      end

      # What counts without a sign needs more room where there is one.
      def unsigned_grows?(old, new, from, to)
        !old.fetch("modifiers",
[]).include?("unsigned") || new.fetch("modifiers", []).include?("unsigned") || from != to
      end

      def places(logical) = logical[:precision] && logical[:precision] - logical[:scale].to_i

      # Digits before and behind the point, against a decimal type; one without sizes takes any.
      def wide(before, behind, two, known = true)
        return :kept if two[:precision].nil?
        return :less if known.nil?

        before <= places(two) && behind <= two[:scale].to_i ? :kept : :less
      end

      # A type that looks like a text and takes only some of them.
      def picky?(platform, old, new) = platform.class::PICKY.include?(new["base"]) && old["base"] != new["base"]

      # A type whose values become only some others.
      def castless?(platform, old, to) = platform.class::CASTS_ONLY[old["base"]]&.then { |types| !types.include?(to) }

      # Types that list their values: enum('a', 'b').
      def listing?(type) = %w[enum set].include?(type["base"])

      def listed(old, new)
        return :apart unless old["base"] == new["base"]

        (old.fetch("arguments", []) - new.fetch("arguments", [])).empty? ? :kept : :apart
      end

      # Types that are nothing on the logical side: of one base, those with the greater size take all.
      def alone(old, new)
        return :apart unless old["base"] == new["base"] && !old.key?("of") && !new.key?("of")

        lengths(old, new)
      end

      # Bits are no bytes, though both are binary.
      def lengths(old, new)
        bases = [ old, new ].map { |type| type["base"] }.uniq
        return :apart if bases.size > 1 && bases.include?("bit")

        one, two = [ old, new ].map { |type| type.fetch("arguments", []).grep(Integer).first }
        return old["base"] == new["base"] ? :kept : :less if one == two

        two.nil? || (one && one < two) ? :kept : :less
      end
      private_class_method :compared, :carried?, :width, :capacity, :sized, :whole, :unsigned_grows?, :places, :wide,
                           :picky?, :castless?, :listing?, :listed, :alone, :lengths
    end
  end
end
