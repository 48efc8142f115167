# frozen_string_literal: true

module Kelvath
  module Platforms
    # PostgreSQL says of a column that counts by which sequence it does.
    class Postgresql::Writer < Ddl::Writer
      private

      def identity_words(column) = "#{super}#{said(column, :identity)}"
    end
  end
end
