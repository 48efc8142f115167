# frozen_string_literal: true

module Kelvath
  module Derivation
    module Again
      # Takes a decision back: the design is there as it was derived.
      module Dropping
        module_function

        # ChangeSet. base: Elements of the last derivation; key: Decision#key. Raises NotFound.
        def change(model, design_id, base, key, ids:)
          decisions = Decisions.of(model, design_id, base)
          decision = decisions.all.find { |each| each.key == key } or
            raise NotFound, "There is no such decision any more."
          Draft.change(model, ids:) do |draft|
            drop(draft, decision, base, decisions.left_out)
            draft.model.children(design_id, :decision).each do |reason|
              draft.remove(reason.id) if "#{reason.subject}:#{reason.field}" == key
            end
          end
        end

        # Undoes one decision in a Draft. base: the elements that were derived; gone: ids of what is left out.
        def drop(draft, decision, base, gone)
          case decision.way
          when :added then draft.remove(decision.element.id)
          when :changed then draft.set(decision.element.id, **back(decision))
          when :order then decision.derived.each_with_index { |id, index| draft.set(id, position: index + 1.0) }
          when :left_out then bring_back(draft, decision.element.id, base, gone)
          end
        end

        # A name that is given back follows again.
        def back(decision)
          values = { decision.field.name => decision.derived }
          decision.field.name == :name ? { **values, name_fixed: false } : values
        end

        # What was left out, and all that only fell with it.
        def bring_back(draft, id, base, left_out)
          gone = left_out.dup
          back = base.select { |each| each.id == id }
          until back.empty?
            back.each { |each| gone.delete(each.id) }
            draft.add_all(back.map { |each| whole(each, gone) })
            back = base.select do |each|
              gone.key?(each.id) && Parts.falls?(each, left_out) && !Parts.falls?(each, gone)
            end
          end
        end

        # An element without what it says of what stays gone.
        def whole(element, gone)
          element.with(**Parts.fields(element.class).to_h { |field|
            [ field.name, Parts.without(field, element[field.name], gone) ]
          })
        end
      end
    end
  end
end
