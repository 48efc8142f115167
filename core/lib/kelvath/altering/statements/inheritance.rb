# frozen_string_literal: true

module Kelvath
  module Altering
    # Tables that inherit from others than before. One that does so no more keeps the checks that it had of its parent;
    # one that begins to must have them.
    class Inheritance
      # plan: an InPlace.
      def initialize(plan)
        @plan = plan
        @changes = plan.changes
        @speech = plan.speech
      end

      # Before anything is called otherwise.
      def ended
        @changes.heirs.moved.flat_map do |table, gone, _|
          gone.flat_map do |id|
            [ say(:no_inherit, table, id, @plan.start_writer, @changes.start),
              *checks(id, @changes.start).map { |check| taken_back(table, check) } ]
          end
        end
      end

      # When all tables have the columns that they inherit.
      def begun
        @changes.heirs.moved.flat_map do |table, _, fresh|
          fresh.flat_map do |id|
            [ *checks(id, @changes.goal).map { |check| given(table, check) },
              say(:inherit, table, id, @plan.goal_writer, @changes.goal) ]
          end
        end
      end

      private

      def checks(parent_id, model) = model.children(parent_id, :check).reject { |each| each.options["no inherit"] }

      def say(template, table, parent_id, writer, model)
        @speech.say(template, "option", table, table: writer.place(model.fetch(table.id)),
                                               parent: writer.place(model.fetch(parent_id)))
      end

      def taken_back(table, check)
        @speech.say(:drop_check, "drop", check, name: @plan.name_in_database(check, @changes.start),
                                                table: @plan.start_writer.place(@changes.start.fetch(table.id)))
      end

      def given(table, check)
        @speech.say(:add_constraint, "check", check, table: @plan.goal_writer.place(table),
                                                     constraint: @plan.goal_writer.definition(check))
      end
    end
  end
end
