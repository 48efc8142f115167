# frozen_string_literal: true

module Kelvath
  module Prose
    # What a sentence that could not be read should have said at which word, in terms of the model at hand.
    class Expected
      ARTICLES = %w[each every a an the].freeze
      VERB = /\A(?:may|must|has|have|is|can|means:?|takes?)\z/i
      AFTER_SUBJECT = "“may” or “must” with a verb, “has”, “is identified by”, “is a” or “means:”"

      class << self
        # UnreadableSentence in place of another. text: the sentence; error: what the grammar said.
        def error(model, text, error)
          UnreadableSentence.new(new(model, text).message(error), column: error.column)
        end

        # The article that somebody meant who wrote such a word before an entity's name, or nil.
        #
        #   Expected.article("EEach") # => "each"
        def article(word)
          near = ARTICLES.select { |each| each.length > 2 }
          near.find { |each| word.length > 2 && DidYouMean::Levenshtein.distance(each, word.downcase) == 1 }
        end
      end

      def initialize(model, text)
        @model = model
        @words = text.strip.delete_suffix(".").split(" ")
      end

      # What was expected where, and sentences that this model could say.
      def message(error)
        "#{(place unless error.message.match?(/\AThere is/)) || error.message} For example: #{examples.join(' ')}"
      end

      private

      def place
        return "Here is no word." if @words.empty?

        meant = Expected.article(@words.first)
        return "Word 1 is “#{@words.first}”; expected “#{meant.capitalize}”." if meant && known(1)

        at = subject_end
        return after(at + 1, "“identified by”, “a”, or a verb and how many") if @words[at]&.match?(/\Ais\z/i)

        return after(at, AFTER_SUBJECT) if @words[at].nil? || !@words[at].match?(/\A(?:may|must)\z/i)
        return after(at + 1, "a verb such as “have” or “contain”") if @words[at + 1].nil?
        return "Word 1 is “#{@words.first}”; expected “Each”." unless article?

        after(at + 2, "how many, after all words of the verb: exactly one, at most one, at least one, many, 2 to 4; " \
                      "and then of what")
      end

      def after(at, expected)
        return "After “#{@words.last(3).join(' ')}” the sentence ends; expected #{expected}." unless @words[at]

        before = at.zero? ? "" : "After “#{@words[[ at - 3, 0 ].max...at].join(' ')}” "
        "#{before}word #{at + 1} is “#{@words[at]}”; expected #{expected}.".sub(/\A./, &:upcase)
      end

      def article? = ARTICLES.include?(@words.first.to_s.downcase)

      # Where the words behind the subject begin.
      def subject_end
        from = article? ? 1 : 0
        known = known(from)
        return from + known.name.split(" ").size if known

        @words.each_index.find { |index| index > from && @words[index].match?(VERB) } ||
          @words.each_index.find { |index| index > from && !@words[index].match?(/\A[[:upper:]]/) } || @words.size
      end

      # The entity whose name the words from a place on begin with.
      def known(from)
        rest = @words.drop(from).join(" ").downcase
        found = @model.all(:entity).select { |each| "#{rest} ".start_with?("#{each.name.downcase} ") }
        found.max_by { |each| each.name.length }
      end

      def examples
        subject = known(article? ? 1 : 0) || @model.all(:entity).first
        return Grammar::EXAMPLES.first(3) unless subject

        attribute = @model.children(subject.id, :attribute).first&.name || "Name"
        words = Logical::Wording.of(@model)
        having = "#{words.with_article(subject.name).sub(/\Aa/, 'A')} has #{words.with_article(attribute)}."
        [ relating(subject, words), having, "#{subject.name} means: …" ]
      end

      # A sentence that the model says already, or one that it could.
      def relating(subject, words)
        link = @model.referrers(subject.id, :relationship).first
        if link
          return Logical::Sentences.read_back(@model, link)[link.from_id == subject.id ? 0 : 1]
        end

        other = @model.all(:entity).find { |each| each.id != subject.id }&.name || "Part"
        "Each #{subject.name} may have many #{words.plural(other)}."
      end
    end
  end
end
