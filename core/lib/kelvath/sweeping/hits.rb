# frozen_string_literal: true

module Kelvath
  module Sweeping
    # What a sweep found, as a table.
    class Hits
      USUAL = 5 # own fields that are shown when nobody chose

      # elements: as Sweeping.find answers them.
      def initialize(model, sweep, conditions, elements)
        @model, @sweep, @conditions, @found = model, sweep, conditions, elements
        @subjects = Sweeping.subjects(model, sweep)
        @several = Sweeping.kinds_of(sweep).size > 1
        @places = {}
      end

      # By where they stand, then in their own order.
      def elements
        @elements ||= @found.sort_by.with_index do |each, index|
          [ within(each).downcase, each.class.fields.key?(:position) ? each.position || 0 : 0, index ]
        end
      end

      # The Subjects shown: those that were chosen and are still there, or the first own ones and what is asked about.
      def columns
        @columns ||= begin
          chosen = @sweep.shown.filter_map { |key| @subjects.all[key] }
          chosen.empty? ? usual : chosen
        end
      end

      # With the kind at the end where there are several.
      def heads = [ "Within", *columns.map(&:label), *("Kind" if @several) ]

      # [where it stands, its cells] of one element, as texts.
      def row(element)
        [ within(element), *columns.map { |each| Hits.text(each.read.(element)) },
          *(element.class.title if @several) ]
      end

      # [[heads], [cells], …] of all of it.
      def sheet = [ heads, *elements.map { |each| row(each) } ]

      # A value as people read it.
      def self.text(value)
        case value
        when true then "yes"
        when false, nil then ""
        when Array then value.join(", ")
        when Float then value.to_s.delete_suffix(".0")
        else value.to_s
        end
      end

      private

      def usual
        own = @subjects.all.values.select { |each| each.field && !each.key.start_with?("native_type.") }.first(USUAL)
        asked = @conditions.flat_map { |each| [ each.subject, each.other ] }.filter_map { |key| @subjects.all[key] }
        (own + asked).uniq(&:key)
      end

      # "Vessel"; "PostgreSQL, vessels".
      def within(element)
        @places[element.parent_id] ||=
          @model.ancestors(element).reverse.map { |each| each.label(@model) }.join(", ")
      end
    end
  end
end
