# frozen_string_literal: true

module Kelvath
  module Naming
    # The names taken in one place, whatever their case; gives out free ones.
    class TakenNames
      # Those that are taken by names that stand; options: as .new takes them.
      def self.of(names, **options) = new(**options).tap { |taken| taken.claim_all(names) }

      # limit: bytes; joint: what stands before a number.
      def initialize(limit: nil, joint: "_")
        @limit = limit
        @joint = joint
        @taken = {} # { name in lower case => how many have it }
        @numbers = Hash.new(1)
      end

      # Is the name free? Takes it then.
      def claim(name)
        key = name.downcase.freeze
        return false if @taken.key?(key)

        @taken[key] = 1
        true
      end

      # Takes names that stand, whether they were free or not.
      def claim_all(names)
        names.each do |name|
          key = name.downcase.freeze
          @taken[key] = @taken.fetch(key, 0) + 1
        end
      end

      # One of those that have a name has it no more.
      def leave(name)
        key = name.downcase
        @taken.delete(key) if @taken.key?(key) && (@taken[key] -= 1).zero?
      end

      # Is a name free, whatever its case?
      def free?(name) = !@taken.key?(name.downcase)

      # The name itself, or with _2, _3 … behind it. limit: of this name, where it has one of its own.
      def take(name, limit: @limit)
        candidate = within(name, 0, limit)
        return candidate if claim(candidate)

        loop do
          tail = "#{@joint}#{@numbers[name.downcase] += 1}"
          candidate = "#{within(name, tail.bytesize, limit)}#{tail}"
          return candidate if claim(candidate)
        end
      end

      # Is it the name as it would be given out, with a number or not?
      def variant?(candidate, name, limit: @limit)
        return true if candidate == within(name, 0, limit)

        tail = candidate[/#{Regexp.escape(@joint)}\d+\z/]
        !tail.nil? && candidate == "#{within(name, tail.bytesize, limit)}#{tail}"
      end

      private

      def initialize_copy(other)
        super
        @taken, @numbers = @taken.dup, @numbers.dup
      end

      def within(name, tail, limit)
        limit && name.bytesize + tail > limit ? name.byteslice(0, limit - tail).scrub("") : name
      end
    end
  end
end
