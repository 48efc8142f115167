# frozen_string_literal: true

require "json"

module Kelvath
  class CommandLine
    # kelvath check: everything that is found in a model, for a pipeline.
    module CheckCommand
      private

      # What is put aside is not told. Answers 0 if nothing that matters so much is found, 2 otherwise.
      def check(file, options)
        model = load(file)
        weights = { error: "must", warning: "should", hint: "may" }
        least = options[:least] || "should"
        known = weights.values
        raise BadCall, "--least is one of #{known.join(', ')}, not “#{least}”." unless known.include?(least)

        found = Findings.parted(model, Findings.of(model, standard_or_plain(options))).first
        told = found.select { |each| known.index(weights[each.check.weighs]) <= known.index(least) }
                    .map { |each| described(model, each, weights) }
        @out.puts as_format(told, options[:format] || "text")
        told.empty? ? 0 : 2
      end

      def described(model, finding, weights)
        element = model[finding.element_id]
        { rule: finding.check.key, weight: weights.fetch(finding.check.weighs), holds: finding.check.holds,
          element: element ? Describing.title(element, model) : "", id: finding.element_id, message: finding.message }
      end

      def as_format(told, format)
        case format
        when "text" then told.map { |each| "#{each[:weight].ljust(7)}#{each[:message]}" }
        when "json" then JSON.pretty_generate(told)
        when "junit" then junit(told)
        else raise BadCall, "--format is one of text, json, junit, not “#{format}”."
        end
      end

      # The XML that build servers read: a suite for each rule, a failed case for each finding.
      def junit(told)
        suites = told.group_by { |each| each[:rule] }.map do |rule, list|
          cases = list.map do |each|
            failure = %(<failure type=#{xml_text(each[:weight])} message=#{xml_text(each[:message])}/>)
            %(    <testcase classname=#{xml_text(rule)} name=#{xml_text(each[:element])}>#{failure}</testcase>\n)
          end
          %(  <testsuite name=#{xml_text(list.first[:holds])} tests="#{list.size}" failures="#{list.size}">\n) +
            %(#{cases.join}  </testsuite>\n)
        end
        %(<?xml version="1.0" encoding="UTF-8"?>\n<testsuites tests="#{told.size}" failures="#{told.size}">\n) +
          %(#{suites.join}</testsuites>)
      end

      # Text in quotation marks, as XML has it; what XML cannot hold is a blank.
      def xml_text(text)
        text.to_s.gsub(/[^\t\n\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/, " ").encode(xml: :attr)
      end
    end
  end
end
