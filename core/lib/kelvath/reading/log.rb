# frozen_string_literal: true

module Kelvath
  module Reading
    # What was met and what became of it: Intake::Catalog::Remark values, each with its file and line.
    class Log
      attr_reader :remarks

      def initialize
        @remarks = []
      end

      # Something that a person must look at.
      def warn(source, line, message, object: "", column: nil) = add(:warning, source, line, message, object, column)

      # Something that a person may want to know.
      def note(source, line, message, object: "") = add(:note, source, line, message, object, nil)

      private

      def add(level, source, line, message, object, column)
        @remarks << Intake::Catalog::Remark.new(level:, object:, message:, file: source.name, line:, column:)
      end
    end
  end
end
