# frozen_string_literal: true

require "digest"
require "json"
require "monitor"
require "set"
require "zlib"

# The rules and computation of Kelvath. Plain Ruby: no Rails, no HTML, no database, no clock and
# no random source of its own. Everything that changes a model is a function Model -> ChangeSet.
module Kelvath
end

require_relative "kelvath/support/errors"
require_relative "kelvath/support/ulid"
require_relative "kelvath/support/progress"
require_relative "kelvath/metamodel"
require_relative "kelvath/model"
require_relative "kelvath/change_set"
require_relative "kelvath/change_set/draft"
require_relative "kelvath/change_set/describing"
require_relative "kelvath/change_set/invariants"
require_relative "kelvath/logical"
require_relative "kelvath/editing"
require_relative "kelvath/prose"
require_relative "kelvath/naming"
require_relative "kelvath/ddl"
require_relative "kelvath/scripting"
require_relative "kelvath/altering"
require_relative "kelvath/derivation"
require_relative "kelvath/intake"
require_relative "kelvath/platforms"
require_relative "kelvath/comparison"
require_relative "kelvath/diagram"
require_relative "kelvath/transforming"
require_relative "kelvath/findings"
require_relative "kelvath/interchange/upgrading"
require_relative "kelvath/interchange"
require_relative "kelvath/editing/custom"
require_relative "kelvath/ledger"
require_relative "kelvath/starting"
require_relative "kelvath/starters"
require_relative "kelvath/comparison/proof"
require_relative "kelvath/support/summary"
