# frozen_string_literal: true

module Kelvath
  module Altering
    # Schemas, types, sequences, tables as wholes, routines, roles and rights: what comes and what goes.
    class Others
      # plan: an InPlace.
      def initialize(plan)
        @plan = plan
        @changes = plan.changes
        @platform = plan.platform
        @speech = plan.speech
        @writer = plan.goal_writer
      end

      # Before names change: places for what moves.
      def places = kept_schemas(@changes.added(:schema)).flat_map { |each| @writer.statements_of(each) }

      # Before tables are made: the types and sequences that they ask for, and the tables.
      def made
        enumerations + sequences +
          @writer.tables.select { |each|
 @changes.added?(each.id) }.flat_map { |each| @writer.statements_of(each).first(1) }
      end

      # When columns are what they are to be: what nobody needs any more.
      def dropped
        tables + down(:sequence) + old_types + down(:enumeration)
      end

      # Routines that come or change, before the triggers that call them; those that views call before these.
      def routines(for_views:)
        views = @changes.goal.all(:view).map(&:query)
        list = @changes.changed(:routine).select { |each| each.fields.include?(:text) } +
               @changes.added(:routine).map { |each| Changes::Change.new(nil, each, Set[:text]) }
        list.select { |each| views.any? { |query| @plan.touched.calls?(query, [ each.new ]) } == for_views }
            .flat_map { |each| routine(each) }
      end

      # At the very end.
      def last
        @changes.removed(:routine).filter_map { |each|
          routine_dropped(each) } + roles + kept_schemas(@changes.removed(:schema)).map { |each|
          @speech.statement("drop", each, @platform.dropped("schema", @platform.quote(@plan.mid.fetch(each.id).name)))
        }
      end

      private

      def kept_schemas(list)
        @platform.supports?(:schemas) ? list.reject { |each| @platform.given_schema?(each.name) } : []
      end

      def enumerations
        return [] unless @platform.supports?(:enumerations)

        @changes.added(:enumeration).flat_map { |each| @writer.statements_of(each) } +
          @changes.changed(:enumeration).select { |each| each.fields.include?(:value_texts) }.flat_map do |change|
            @plan.touched.types_made_anew.include?(change.id) ? remade(change) : longer(change)
          end
      end

      # Values that come between those that are there, or behind them.
      def longer(change)
        old, new = change.old.value_texts, change.new.value_texts
        (new - old).map do |value|
          at = new.index(value)
          beside = at.zero? ? " BEFORE #{@platform.literal(old.first)}" : " AFTER #{@platform.literal(new[at - 1])}"
          @speech.say(:add_value, "enumerated type", change.new, place: @writer.place(change.new),
                                                                value: @platform.literal(value), beside:)
        end
      end

      # A type that loses values is made anew; columns get it by way of their texts, and the old one goes.
      def remade(change)
        place = @writer.place(change.new)
        [ @speech.say(:rename_enumeration, "rename", change.new, from: place,
                                                                  to: @platform.quote(old_type(change.new).name)),
          *@writer.statements_of(change.new), *typed(change.id).flat_map { |column| retyped(column, place) } ]
      end

      def old_type(enumeration) = enumeration.with(name: "#{Renames::ASIDE}#{enumeration.name}")

      # The columns of a type that stay columns of it.
      def typed(id)
        @plan.mid.all(:column).select do |each|
          [ @changes.start, @changes.goal ].all? do |model|
            column = model[each.id]
            column && Platforms.enumerations(model, column)[column.native_type["base"]]&.id == id
          end
        end
      end

      def retyped(column, place)
        table = @plan.mid_writer.place(@plan.mid.fetch(column.parent_id))
        name = @platform.quote(column.name)
        default = @changes.goal[column.id]&.default_value.to_s
        [ (@speech.say(:no_default, "column", column, table:, name:) unless column.default_value.empty?),
          @speech.say(:type, "column", column, table:, name:, type: place, value: "#{name}::text::#{place}"),
          (@speech.say(:default, "column", column, table:, name:, value: default) unless default.empty?) ].compact
      end

      # Those that were made anew, when no column has them any more.
      def old_types
        @plan.touched.types_made_anew.map { |id| @changes.goal.fetch(id) }.map do |each|
          @speech.statement("drop", each, @platform.dropped("enumerated type", @writer.place(old_type(each))))
        end
      end

      def sequences
        return [] unless @platform.supports?(:sequences)

        @changes.added(:sequence).flat_map { |each| @writer.statements_of(each) } +
          @changes.changed(:sequence).select { |each| (each.fields - %i[name schema_id comment]).any? }.map do |each|
            @speech.say(:sequence, "sequence", each.new, place: @writer.place(each.new), bounds: bounds(each))
          end
      end

      # What is not said any more is taken back.
      def bounds(change)
        said = @platform.class::SEQUENCE.except(:first).filter_map do |field, words|
          next unless change.fields.include?(field)

          value = change.new[field]
          value ? " #{words} #{value}" : (field == :step ? " #{words} 1" : " NO #{words}")
        end
        said << " START WITH #{change.new.first}" if change.fields.include?(:first) && change.new.first
        cycles = change.fields.include?(:cycles) && @platform.class::CYCLES
        said << (change.new.cycles ? " CYCLE" : " #{@platform.class::NO_CYCLE}") if cycles
        said.join
      end

      def tables
        gone = @changes.removed(:table).reject(&:outside)
        order = @plan.start_writer.tables.each_with_index.to_h { |table, index| [ table.id, index ] }
        gone.sort_by { |each| -order.fetch(each.id, 0) }.map do |table|
          @speech.statement("drop", table,
@platform.dropped("table", @plan.mid_writer.place(@plan.mid.fetch(table.id))))
        end
      end

      def down(kind)
        @changes.removed(kind).map do |each|
          noun = kind == :enumeration ? "enumerated type" : kind.to_s
          @speech.statement("drop", each, @platform.dropped(noun, @plan.mid_writer.place(@plan.mid.fetch(each.id))))
        end
      end

      # One that changes is made in place of the old one where the platform can say so.
      def routine(change)
        made = @writer.statements_of(change.new)
        return made if change.old.nil?
        return [ routine_dropped(change.old), *made ].compact unless @plan.touched.replaced?(change)

        made.each { |each|
          each.sql = each.sql.sub(/\ACREATE\s+(?:OR\s+\w+\s+)?/i, "#{@platform.class::ROUTINE_AGAIN} ") }
      end

      def routine_dropped(routine)
        match = routine.text.match(Scripting::Drops::ROUTINE) or return
        @speech.statement("drop", routine, @platform.dropped(match[1].downcase, match[2]))
      end

      def roles
        return [] unless @platform.supports?(:roles)

        grants = @changes.added(:grant) + @changes.changed(:grant).map(&:new) + regranted
        @changes.added(:role).flat_map { |each| @writer.statements_of(each).first(1) } +
          grants.uniq(&:id).flat_map { |each| @writer.statements_of(each) } + roles_gone
      end

      # Those of a server may be somebody's elsewhere, and stay.
      def roles_gone
        return [] unless @platform.supports?(:roles_within)

        @changes.removed(:role).map { |each| @speech.statement("drop", each, @platform.dropped("role", quote(each))) }
      end

      # What is made again has lost the rights on it.
      def regranted
        @changes.goal.all(:grant).select { |each| !@changes.added?(each.id) && @plan.made_again?(each.on_id) }
      end

      def quote(element) = @platform.quote(element.name)
    end
  end
end
