# frozen_string_literal: true

module Kelvath
  module Scripting
    # Keywords in small letters. Texts, comments and names stay as they are.
    class Lettering
      # What scripts say beside the words that a platform reserves.
      WORDS = %w[
        action add alter always as asc begin by cascade character check comment constraint constraints create cycle
        database default deferrable deferred desc drop each end engine enum exists external foreign from function
        generated grant identity if in include increment index initially insert into is key language materialized
        maxvalue minvalue no not null on option or partition partitioned procedure references replace restrict
        returns role row schema sequence set start stored string table to trigger type unique unlogged update use
        values view virtual when where with
      ].to_set.freeze

      # names: those that the design has, which are no keywords whatever they look like.
      def initialize(platform, names)
        @known = WORDS | platform.reserved_words
        @names = names
      end

      # SQL with its keywords in small letters.
      def lower(sql)
        bytes = sql.b # keywords are plain letters: as many bytes
        Ddl::Lexer.tokens(sql).each do |token|
          bytes[token.from...token.to] = token.value.downcase.b if keyword?(token)
        end
        bytes.force_encoding(sql.encoding)
      end

      private

      def keyword?(token)
        token.type == :word && token.value.match?(/\A[A-Z_]+\z/) && @known.include?(token.value.downcase) &&
          !@names.include?(token.value)
      end
    end
  end
end
