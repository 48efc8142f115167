# frozen_string_literal: true

module Kelvath
  module Ddl
    # Triggers that do what a foreign key says and the platform's foreign keys cannot: "on update cascade" in Oracle,
    # "on delete set default" in MariaDB. Who includes it is a Writer.
    module Referring
      # [[ForeignKey, :on_delete or :on_update], …] of some tables that the platform's own foreign keys do not keep.
      def unkept_actions(tables)
        return [] unless platform.supports?(:foreign_keys)

        tables.flat_map { |table| model.children(table.id, :foreign_key) }.flat_map do |key|
          %i[on_delete on_update].reject { |event| platform.actions(event).include?(key[event]) }
                                 .map { |event| [ key, event ] }
        end
      end

      private

      # Does a trigger do it?
      def triggered? = @recipe.referential == "triggers" && !platform.class::REFERRING.nil?

      def referential_triggers(tables)
        return [] unless triggered?

        unkept_actions(tables).filter_map { |key, event| referential_trigger(key, event) }
      end

      # One that stops what would leave rows behind is what "no action" does anyway.
      def referential_trigger(key, event)
        value = { "cascade" => "new", "set null" => "NULL", "set default" => "DEFAULT" }[key[event]] or return
        before, after = platform.class::REFERRED
        pairs = key.column_ids.zip(key.target_column_ids).map { |ids| ids.map { |id| quote(model.fetch(id).name) } }
        sets = pairs.map { |own, other| "#{own} = #{value == 'new' ? "#{after}#{other}" : value}" }
        where = pairs.map { |own, other| "#{own} = #{before}#{other}" }
        changed = pairs.map { |_, other| "#{before}#{other} <> #{after}#{other}" }
        where << (changed.one? ? changed.first : "(#{changed.join(' OR ')})") if event == :on_update
        name = Naming::TakenNames.new(limit: platform.identifier_limit).take("#{key.name}_#{event}")
        sql = format(platform.class::REFERRING, name: quote(name), table: place(model.fetch(key.target_table_id)),
                                                event: event == :on_delete ? "DELETE" : "UPDATE",
                                                does: "UPDATE #{place(model.fetch(key.parent_id))} SET " \
                                                      "#{sets.join(', ')} WHERE #{where.join(' AND ')}")
        statement("referential trigger", name, sql, key)
      end
    end
  end
end
