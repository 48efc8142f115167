# frozen_string_literal: true

require_relative "interchange/model_file"
require_relative "interchange/json_schema"
