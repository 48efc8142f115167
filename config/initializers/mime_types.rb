# frozen_string_literal: true

Mime::Type.register "application/sql", :sql
Mime::Type.register "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", :xlsx
