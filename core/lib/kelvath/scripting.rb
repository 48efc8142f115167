# frozen_string_literal: true

require_relative "scripting/recipes"
require_relative "scripting/selection"
require_relative "scripting/drops"
require_relative "scripting/lettering"
require_relative "scripting/pieces"
require_relative "scripting/edits"
require_relative "scripting/composition"
require_relative "scripting/sentences"
require_relative "scripting/files"

module Kelvath
  # Scripts as a person wants them: recipes, and what is made of a design by them.
  module Scripting
  end
end
