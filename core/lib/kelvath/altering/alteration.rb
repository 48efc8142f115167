# frozen_string_literal: true

module Kelvath
  module Altering
    # The way from one state of a design to another: the script, what is to be asked first, what is lost, and the way
    # back.
    class Alteration
      # start, goal: Models as Pairing makes them; the rest as Altering.between takes it.
      attr_reader :start, :goal, :changes

      def initialize(start, goal, told:, answers:, recipe:, proposals: [], back: false)
        @told, @answers, @recipe, @back = told, answers, recipe, back
        @start, @goal = start, goal
        design = goal.all(:design).first
        @platform = Platforms.fetch(design.platform).at(design.version)
        unless @platform.alterable?
          raise InvalidValue.new("Kelvath writes no scripts that alter for #{@platform.title} yet.", field: :from,
                                 value: @platform.key)
        end
        partings = Partings.new(start, goal)
        @changes = Changes.new(partings.start, partings.goal, @platform, told:)
        @touched = Touched.new(@changes, ordered: recipe.column_order == "as designed")
        @questions = Questions.new(@changes, @touched, answers, proposals:, back:)
        @plan = InPlace.new(@changes, @touched, @questions, recipe, partings)
      end

      # The design's id, on both sides.
      def design_id = goal.all(:design).first.id

      # Are the two states the same?
      def equal? = statements.empty?

      # [Questions::Question, …] that are not answered; must one be before the script can run?
      def questions
        @open ||= @questions.open.reject do |each|
          each.needed && each.lost.nil? && brought?(changes.goal.fetch(each.element_id))
        end
      end

      # Those on which it hangs whether anything is lost.
      def losing_questions = questions.select(&:lost)
      def asks? = questions.any?(&:needed)

      # [Losses::Loss, …]
      def losses
        @losses ||= Losses.new(@changes, @touched, @questions, @plan.start_writer, homeless: @plan.homeless,
                               carried: @plan.moves.carried, merged: @plan.moves.merged,
                               partitions: @plan.partitions.lost).all
      end

      # The Ddl::Script.
      def script
        @script ||= Ddl::Script.new(heading:, statements:, platform: @platform, every: !@platform.class::BATCH_END.nil?,
                                    ending: @recipe.terminator == "on a line" ? "\n;" : ";")
      end

      # [Ddl::Statement, …], in an order that runs.
      def statements
        @statements ||= @plan.statements.tap do |list|
          next unless @recipe.keywords == "lower"

          lettering = Scripting::Lettering.new(@platform, [ start, goal ].flat_map { |each| names(each) }.to_set)
          list.each { |each| each.sql = lettering.lower(each.sql) }
        end
      end

      # The Alteration that goes back.
      def reverse
        @reverse ||= Alteration.new(goal, start, told: @told, answers: @answers, recipe: @recipe, back: true)
      end

      # Ids of tables whose columns stand in another order if none is moved.
      def reordered = @touched.order.other.reject { |id| @touched.copied?(id) && @recipe.column_order == "left" }

      # What going back does not bring back: lines.
      def not_brought_back
        lost = losses.reject(&:stops?)
        lost.map { |loss| "Not brought back: #{loss.words}" }
      end

      # What people should know beside losses: lines.
      def remarks = moved + rows_that_stay + roles_that_stay + rights_untold

      private

      # Does a column get its values from another table?
      def brought?(column) = @plan.moves.fills?(column)

      def names(model) = Derivation::Again::Parts.of(model, design_id).each_value.map(&:name)

      def heading
        own = @recipe.header.lines.map(&:chomp)
        return own if own.any?

        name = [ start.header.name, goal.all(:design).first.name ].reject(&:empty?).uniq.join(", ")
        first = "#{name} for #{@platform.title}: #{@back ? 'the way back' : 'from one state to the next'}"
        [ first, "#{statements.size} #{statements.one? ? 'statement' : 'statements'}, written by Kelvath",
          *losses.map { |loss| "#{loss.stops? ? 'May stop' : 'Loss'}: #{loss.words}" },
          *questions.select(&:needed).map { |each| "Open: #{each.words}" }, *remarks ]
      end

      # Columns that stand in another order, where the database keeps the one they were made in.
      def moved
        return [] if !@platform.supports?(:altered_in_place) || @recipe.column_order == "as designed"

        reordered.map { |id| "The columns of #{goal.fetch(id).name} stay in the order that they have in the database." }
      end

      def rights_untold
        return [] if !@told || @platform.supports?(:rights_told) || [ start, goal ].all? { |each|
 each.all(:role).empty? }

        [ "What roles may do is not read from #{@platform.title}; no right is given or taken." ]
      end

      def roles_that_stay
        return [] if @platform.supports?(:roles_within) || !@platform.supports?(:roles)

        gone = changes.removed(:role).reject { |each| @platform.given_role?(each.name) }
        gone.map { |role| "The role #{role.name} stays on the server; only its rights here are taken away." }
      end

      def rows_that_stay
        gone = changes.removed(:row).map { |row| start.fetch(row.parent_id) }.uniq
                      .select { |table| goal.key?(table.id) }
        gone.map { |table| "Rows that #{table.name} begins with no more stay in the database." }
      end
    end
  end
end
