# frozen_string_literal: true

module Kelvath
  module Derivation
    module Again
      # What a person decided in a design: where it differs from what was derived last.
      #
      # way: :changed (a field), :order, :added (there by hand) or :left_out; element: as it is, or was derived; field:
      # the Field, or nil; derived, now: its values.
      Decision = Struct.new(:way, :element, :field, :derived, :now, keyword_init: true) do
        # What names it, in a request or a reason: "ID:field", "ID:".
        def key = "#{element.id}:#{field_name}"

        # The name of its field, "order" for an order, "" for the whole element.
        def field_name
          case way
          when :changed then field.name.to_s
          when :order then "order"
          else ""
          end
        end
      end

      # The decisions of a design.
      class Decisions
        # The Decisions of a design, by what it was derived as last. base: Elements.
        def self.of(model, design_id, base)
          new(Parts.of(model, design_id), base.to_h { |each| [ each.id, each ] },
              leads: model.header.names_from_id == design_id)
        end

        # today, base: { id => Element }, as Parts.of answers them; leads: does the logical side take its names from
        # this design? Then they are not decided, they are the names.
        def initialize(today, base, leads: false)
          @today = today
          @base = base
          @leads = leads
          @left_out = base.except(*today.keys).transform_values(&:name)
        end

        attr_reader :left_out

        # [Decision, …] in the order of the design. What lies within something that is added or left out is not told
        # apart, nor what fell with it.
        def all = @all ||= additions + omissions + changes + orders

        # The Decisions on the fields of an element that both have.
        def changes_of(id)
          today, base = @today[id], @base[id]
          return Model::NONE if today.equal?(base) || today.values == base.values

          Parts.fields(today.class).filter_map do |field|
            now, derived = today[field.name], Parts.without(field, base[field.name], left_out)
            next if now == derived || (field.name == :name && !name_decided?(today))

            Decision.new(way: :changed, element: today, field:, derived:, now:)
          end
        end

        # A name that follows is not decided.
        def name_decided?(element)
          !@leads && named_by_hand?(element)
        end

        # Does its name stay, whatever comes?
        def named_by_hand?(element)
          @leads || !element.class.fields.key?(:name_fixed) || element.name_fixed || element.source_id.to_s.empty?
        end

        # Is that element there by hand?
        def added?(id) = @today.key?(id) && !@base.key?(id)

        private

        def additions
          @today.each_value.select { |each| added?(each.id) && !added?(each.parent_id) }
                .map { |element| Decision.new(way: :added, element:) }
        end

        def omissions
          left_out.keys.filter_map do |id|
            element = @base[id]
            next if Parts.falls?(element, left_out)

            Decision.new(way: :left_out, element:)
          end
        end

        def changes = (@today.keys & @base.keys).flat_map { |id| changes_of(id) }

        def orders
          derived = Parts.orders(@base)
          Parts.orders(@today).filter_map do |parent_id, ids|
            next if added?(parent_id)

            order = Order.new(derived.fetch(parent_id, []), [], ids)
            next unless order.decided?

            Decision.new(way: :order, element: @today[parent_id], derived: derived[parent_id] & ids, now: ids)
          end
        end
      end
    end
  end
end
