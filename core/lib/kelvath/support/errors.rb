# frozen_string_literal: true

module Kelvath
  # The root of every error the core raises on purpose. Its message is written for the person who
  # reads it: what is wrong, where, and what would be right.
  class Error < StandardError; end

  # A value that a field cannot take. Carries the field's name and the offending value.
  class InvalidValue < Error
    attr_reader :field, :value

    def initialize(message, field:, value:)
      super(message)
      @field = field
      @value = value
    end
  end

  # A change that would leave the model breaking its own rules. Carries every problem found.
  class InvalidChange < Error
    # One broken rule: the element and field it concerns, and the sentence that says so.
    Problem = Struct.new(:element_id, :field, :message, keyword_init: true)

    attr_reader :problems

    def initialize(problems)
      @problems = problems
      super(problems.map(&:message).uniq.first(5).join(" "))
    end
  end

  # A change that meets another one made since. Carries each clash with both values.
  class Conflict < Error
    # yours and theirs are the two values; field is nil when a whole element is at stake.
    Clash = Struct.new(:element_id, :field, :yours, :theirs, :message, keyword_init: true)

    attr_reader :clashes

    def initialize(clashes)
      @clashes = clashes
      super(clashes.map(&:message).uniq.first(5).join(" "))
    end
  end

  # An element that was asked for and is not in the model.
  class NotFound < Error; end

  # Text that could not be read as a sentence. Carries the 1-based column where reading stopped.
  class UnreadableSentence < Error
    attr_reader :column

    def initialize(message, column: 1)
      super(message)
      @column = column
    end
  end

  # A file that is not what it should be. Carries the line where that is known.
  class UnreadableFile < Error
    attr_reader :line

    def initialize(message, line: nil)
      super(message)
      @line = line
    end
  end

  # A platform, format or layout name that nobody registered.
  class UnknownName < Error; end
end
