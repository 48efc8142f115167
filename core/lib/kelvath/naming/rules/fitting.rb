# frozen_string_literal: true

require "digest"

module Kelvath
  module Naming
    # Makes a name fit: short forms as needed, then without vowels, then cut. No name that leaves here is
    # longer than the limit.
    class Fitting
      HASH_LENGTH = 6
      LEAST_BODY = 8 # bytes: with less room than that, prefix and suffix give way
      VOWELS = /(?<=.)[aeiou]/i

      # rule: a NameRule; limit: bytes, nil for none.
      def initialize(rule, limit)
        @rule = rule
        @limit = limit
      end

      # Parts (ToPhysical::Part) as one name. Notes what it did, what is lost by it and what to look at.
      def fit(parts, ways, losses, warnings)
        name = whole(parts, losses)
        return name if fits?(name)

        full = name
        name = shortened(parts, losses, ways) if @rule.shortening == "as needed"
        name = without_vowels(parts, losses, ways) if @rule.vowels && !fits?(name)
        return name if fits?(name)

        losses << :cut
        warnings << Warning.new(code: :cut, text: "It is #{full.bytesize} bytes long; #{@limit} fit, so it is cut.")
        cut(name)
      end

      # The name without its last bytes where the limit leaves no room for so many more.
      def room_for(name, bytes) = @limit && name.bytesize + bytes > @limit ? clip(name, @limit - bytes) : name

      # A name cut to the limit: by the rule with a hash of the whole behind, or bare.
      def cut(name)
        return clip(name, @limit) if @rule.cutting == "number"

        tail = "#{joint}#{hash(name)}"
        inner = @limit - @rule.suffix.bytesize
        body = name.delete_suffix(@rule.suffix)
        return clip(hash(name), @limit) if tail.bytesize >= @limit
        if @rule.suffix.empty? || inner < tail.bytesize + LEAST_BODY
          return "#{clip(name, @limit - tail.bytesize)}#{tail}"
        end

        "#{clip(body, inner - tail.bytesize)}#{tail}#{@rule.suffix}"
      end

      private

      def fits?(name) = @limit.nil? || name.bytesize <= @limit
      def joint = Lettering.separator(@rule)

      def hash(name)
        Digest::SHA256.hexdigest(name)[0, HASH_LENGTH].then do |digits|
          @rule[:case] == "UPPER" ? digits.upcase : digits
        end
      end

      def clip(name, bytes) = name.byteslice(0, bytes).scrub("").sub(/[_\-. ]+\z/, "")

      def whole(parts, losses = nil)
        tokens = parts.flat_map(&:tokens)
        if @rule.characters == "a to z" && tokens.any? { |token| !token.ascii_only? }
          tokens = Lettering.plain(tokens)
          losses&.push(:characters)
        end
        tokens = [ "unnamed" ] if tokens.empty?
        body = Lettering.join(tokens, @rule)
        "#{@rule.prefix}#{body}#{@rule.suffix}"
      end

      # The longest savings first, so that as few words as possible are shortened.
      def shortened(parts, losses, ways)
        savings(parts).each do |part, short|
          part.text = short
          part.short = true
          name = whole(parts, losses)
          ways << "short forms as needed" unless ways.include?("short forms as needed")
          return name if fits?(name)
        end
        whole(parts, losses)
      end

      def savings(parts)
        parts.each_with_index.filter_map do |part, index|
          short = part.short ? nil : part.entry&.short_forms&.first
          saving = short ? part.tokens.sum(&:bytesize) - short.bytesize : 0
          [ part, short, [ -saving, -index ] ] if saving.positive?
        end.sort_by(&:last).map { |part, short, _| [ part, short ] }
      end

      def without_vowels(parts, losses, ways)
        parts.reject(&:short).sort_by { |part| [ -part.text.length, parts.index(part) ] }.each do |part|
          bare = part.tokens.map { |token| token.gsub(VOWELS, "") }.join(" ")
          next if bare == part.text

          part.text = bare
          losses << :vowels
          ways << "vowels dropped" unless ways.include?("vowels dropped")
          name = whole(parts, losses)
          return name if fits?(name)
        end
        whole(parts, losses)
      end
    end
  end
end
