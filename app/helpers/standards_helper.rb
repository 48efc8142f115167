# frozen_string_literal: true

# Where the pages of a lexicon or rulebook are.
module StandardsHelper
  def standard_page(stored) = stored.sort == "lexicon" ? lexicon_path(stored) : rulebook_path(stored)
  def versions_page(stored) = stored.sort == "lexicon" ? lexicon_version_path(stored) : rulebook_version_path(stored)

  def new_version_page(stored)
    stored.sort == "lexicon" ? new_lexicon_version_path(stored) : new_rulebook_version_path(stored)
  end
end
