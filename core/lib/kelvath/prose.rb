# frozen_string_literal: true

module Kelvath
  # The logical side as plain sentences, both ways. Grammar is what a sentence may look like; Writer
  # makes sentences from a model, Reader a change from sentences, Rewriting a change from one sentence
  # that was edited in its place.
  module Prose
    module_function

    # The whole logical side of a model as text, one sentence a line.
    def text(model) = Writer.new(model).lines.join("\n")
  end
end

require_relative "prose/quoting"
require_relative "prose/value_words"
require_relative "prose/grammar"
require_relative "prose/expected"
require_relative "prose/writer"
require_relative "prose/facts"
require_relative "prose/entity_names"
require_relative "prose/relating"
require_relative "prose/reader"
require_relative "prose/rewriting"
require_relative "prose/typed_attribute"
require_relative "prose/quick_line"
