# frozen_string_literal: true

require_relative "naming/splitting"
require_relative "naming/dictionary"
require_relative "naming/lexicon"
require_relative "naming/translation"
require_relative "naming/lettering"
require_relative "naming/fitting"
require_relative "naming/to_physical"
require_relative "naming/to_words"
require_relative "naming/pattern"
require_relative "naming/shipped"
require_relative "naming/rulebook"
require_relative "naming/scope"
require_relative "naming/wanted"
require_relative "naming/design_names"
require_relative "naming/assigning"
require_relative "naming/run"
require_relative "naming/following"
require_relative "naming/round_trip"
require_relative "naming/compliance"
require_relative "naming/learning"
require_relative "naming/soundness"
require_relative "naming/lexicon_sheet"
require_relative "naming/rulebook_file"
require_relative "naming/explaining"

module Kelvath
  # Business names to database names and back, by the words of a lexicon and the rules of a rulebook.
  module Naming
  end
end
