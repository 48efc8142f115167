# frozen_string_literal: true

# The log says what was asked for, by ids and kinds, and holds nothing of what people write.
Rails.application.config.filter_parameters +=
  [ /\A(?!(?:\w+_)?ids?\z|controller\z|action\z|format\z|stage\z|kind\z|field\z|column\z|ledger\z|page\z)/ ]
