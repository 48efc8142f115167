# frozen_string_literal: true

module Kelvath
  module Reading
    # Something that a script leaves behind, as a list of them shows it. kind: "table", "view", "sequence", "type" or
    # "routine"; object: the Catalog's value; line: the one that it begins on, 0 if that is not known.
    Thing = Struct.new(:kind, :object, :line, keyword_init: true) do
      def title = object.title
      # How many columns a table has; nil of anything else.
      def columns = kind == "table" ? object.columns.size : nil
      # What names it in a request; routines of one name have one.
      def key = "#{kind} #{title}"
    end

    # The lists of a Catalog that people pick from, by what is in them.
    THINGS = { "table" => :tables, "view" => :views, "sequence" => :sequences, "type" => :enumerations,
               "routine" => :routines }.freeze

    # [Thing, …] of a Result, in the order of the script.
    def self.things(result)
      found = THINGS.flat_map do |kind, list|
        result.catalog.public_send(list).map do |each|
          Thing.new(kind:, object: each, line: result.lines.fetch(each, [ nil, 0 ]).last)
        end
      end
      found.sort_by { |thing| [ thing.line, thing.title ] }
    end

    # Takes things, by their keys, out of a Catalog; its log says so.
    def self.leave(catalog, keys)
      left = THINGS.flat_map do |kind, list|
        things = catalog.public_send(list)
        gone = things.select { |each| keys.include?("#{kind} #{each.title}") }
        things.reject! { |each| gone.include?(each) }
        gone.map { |each| "#{kind} #{each.title}" }
      end
      return if left.empty?

      more = " and #{left.size - 10} more" if left.size > 10
      catalog.log.unshift(Intake::Catalog::Remark.new(level: :note, object: "", message:
        "Left out, as was asked: #{left.first(10).join(', ')}#{more}."))
    end
  end
end
