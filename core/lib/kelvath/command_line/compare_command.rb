# frozen_string_literal: true

require "csv"
require "json"

module Kelvath
  class CommandLine
    # kelvath compare: in what two models, or designs, differ.
    module CompareCommand
      NAMES = %w[part within what how left right].freeze # of what a row says, in JSON

      private

      # With a platform: the designs for it, or scripts or database files, as alter takes them. Answers 0 if they are
      # the same, 1 if not.
      def compare(one, other, options)
        comparison = Merging.compare(*[ one, other ].map { |file| compared(file, options) })
        report = Merging::Report.new(comparison, names: [ one, other ].map { |file| File.basename(file) })
        rows = report.sheet
        @out.print compared_as(rows, options[:format] || "text")
        @err.puts "differences=#{rows.size - 1}"
        comparison.equal? ? 0 : 1
      end

      def compared(file, options)
        return Merging::Side.new(model: load(file)) unless options[:platform]

        Merging::Side.of_reading(side(file, Platforms.fetch(options[:platform]), options))
      end

      def compared_as(rows, format)
        rest = rows.drop(1)
        case format
        when "text" then rest.map { |part, _, what, how, *texts| "#{part}: #{what}: #{how}#{sides(how, texts)}\n" }.join
        when "csv" then rows.map(&:to_csv).join
        when "json" then "#{JSON.pretty_generate(rest.map { |row| NAMES.zip(row).to_h })}\n"
        else raise BadCall, "--format is one of text, json, csv, not “#{format}”."
        end
      end

      def sides(how, texts)
        how.start_with?("only") ? "" : ", #{texts.first(2).map { |text| "“#{text}”" }.join(' and ')}"
      end
    end
  end
end
