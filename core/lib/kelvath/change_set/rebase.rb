# frozen_string_literal: true

module Kelvath
  class ChangeSet
    # Moves a change onto a model that has changed since the change was made.
    class Rebase
      def initialize(change, model, strict:)
        @change = change
        @model = model
        @strict = strict
        @clashes = []
      end

      # The fitting change. Raises Conflict.
      def call
        result = ChangeSet.new(additions:, updates:, removals:)
        raise Conflict, @clashes.uniq if @clashes.any?

        result
      end

      private

      def additions
        arriving = @change.additions.to_h { |element| [ element.id, true ] }
        @change.additions.each do |element|
          if @model.key?(element.id)
            clash(element.id, nil, element, @model[element.id], "#{name_of(element)} is there already.")
          end

          next if element.parent_id.nil? || arriving.key?(element.parent_id) || @model.key?(element.parent_id)

          clash(element.id, nil, element, nil, "What #{name_of(element)} stands within has been removed meanwhile.")
        end
      end

      def updates
        @change.updates.filter_map do |update|
          element = @model[update.id]
          next gone(update) unless element

          now = element[update.field]
          next if now == update.after
          next update if now == update.before

          clash(update.id, update.field, update.after, now, same_field_message(element, update, now))
        end
      end

      def removals
        recorded = @change.removals.to_h { |element| [ element.id, element ] }
        updated = @change.updates.to_h { |update| [ update.id, true ] }
        @change.removals.filter_map { |element| @model[element.id] }.each do |now|
          check_unchanged(now, recorded.fetch(now.id)) if @strict
          check_nothing_left_behind(now) { |id| recorded.key?(id) || updated.key?(id) }
        end
      end

      def check_unchanged(now, recorded)
        clash(now.id, nil, recorded, now, "#{name_of(now)} has been changed since.") unless recorded == now
      end

      # Someone may have put something into, or referred to, what is to be removed. The block tells whether the
      # change sees to an element, by its id.
      def check_nothing_left_behind(now, &seen_to)
        others = (@model.child_ids(now.id) + @model.referrer_ids(now.id)).uniq
        other = others.find { |id| !seen_to.call(id) }
        clash(now.id, nil, nil, @model[other], "#{name_of(now)} is now used by #{name_of(@model[other])}.") if other
      end

      def gone(update)
        clash(update.id, update.field, update.after, nil, "What you changed has been removed meanwhile.")
      end

      def same_field_message(element, update, now)
        label = element.class.fetch_field(update.field).label
        "#{label} of #{name_of(element)} was set to #{words(now)} meanwhile; yours was #{words(update.after)}."
      end

      def words(value) = "“#{value.is_a?(Array) ? value.join(', ') : value}”"

      def name_of(element)
        name = element.class.fields.key?(:name) ? element.name : ""
        name.empty? ? "the #{element.class.title}" : "the #{element.class.title} #{name}"
      end

      def clash(element_id, field, yours, theirs, message)
        @clashes << Conflict::Clash.new(element_id:, field:, yours:, theirs:, message: message.sub(/\Athe/, "The"))
        nil
      end
    end
  end
end
