# frozen_string_literal: true

require_relative "naming/words/splitting"
require_relative "naming/words/dictionary"
require_relative "naming/words/lexicon"
require_relative "naming/translating/translation"
require_relative "naming/words/lettering"
require_relative "naming/rules/fitting"
require_relative "naming/translating/to_physical"
require_relative "naming/translating/to_words"
require_relative "naming/rules/pattern"
require_relative "naming/rules/shipped"
require_relative "naming/rules/rulebook"
require_relative "naming/words/taken_names"
require_relative "naming/translating/wanted"
require_relative "naming/translating/round_trip"
require_relative "naming/learning"
require_relative "naming/words/soundness"
require_relative "naming/files/lexicon_sheet"
require_relative "naming/files/rulebook_file"
require_relative "naming/rules/explaining"

module Kelvath
  # Business names to database names and back, by the words of a lexicon and the rules of a rulebook.
  module Naming
  end
end
