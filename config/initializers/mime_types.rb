# frozen_string_literal: true

Mime::Type.register "application/sql", :sql
