# frozen_string_literal: true

module Kelvath
  module Editing
    # A foreign key drawn from one table to another: its columns are matched with those that are there, or made.
    class ForeignKeys
      # One column of the foreign key: the Column it is of, nil for one that would be made; name: of it; target: the
      # Column it refers to.
      Pair = Struct.new(:column, :name, :target, keyword_init: true)

      # from: the table that gets it; to: the table it refers to. Raises InvalidValue if that has no key to refer to.
      def initialize(model, from_id, to_id)
        @model = model
        @from, @to = [ from_id, to_id ].map { |id| model.fetch(id, :table) }
        keys = model.children(@to.id, :key)
        @key = keys.find(&:primary) || keys.first or
          raise InvalidValue.new("#{@to.name} has no key that a foreign key could refer to.", field: :target_table_id,
                                 value: @to.name)
      end

      attr_reader :from, :to

      # What it would be over: [Pair, …]. A column is taken if it is called as the other, with or without the other
      # table's name in front, is of the same type, and in no foreign key to that table yet.
      def pairs
        @pairs ||= begin
          taken = used
          @key.column_ids.map do |id|
            target = @model.fetch(id)
            column = match(target, taken)
            taken << column.id if column
            Pair.new(column:, name: column&.name || free_name(target), target:)
          end
        end
      end

      # "sailing refers to vessel; adds vessel_hull_number varchar(12)"
      def sentence
        platform = Platforms.of(@model, @from)
        made, there = pairs.partition { |pair| pair.column.nil? }
        new = made.map { |pair| "#{pair.name} #{platform.write_type(pair.target.native_type)}" }.join(", ")
        [ "#{@from.name} refers to #{@to.name}", ("takes #{there.map(&:name).join(', ')}" if there.any?),
          ("adds #{new}" if made.any?) ].compact.join("; ")
      end

      # Adds it to a draft with the columns that are lacking, and an index where nothing begins with its columns.
      # Answers the ForeignKey.
      def add(draft)
        ids = pairs.map { |pair| (pair.column || made(draft, pair)).id }
        columns = ids.map { |id| draft.model.fetch(id) }
        key = draft.add(:foreign_key, parent_id: @from.id, column_ids: ids, target_table_id: @to.id,
                                      target_column_ids: @key.column_ids,
                                      name: Tables.constraint_name(draft, @from, :foreign_key, columns, target: @to),
                                      position: Tables.last(draft, @from.id, :foreign_key))
        index(draft, columns)
        key
      end

      private

      def used
        @model.children(@from.id, :foreign_key).select { |key| key.target_table_id == @to.id }.flat_map(&:column_ids)
      end

      def match(target, taken)
        names = [ target.name, "#{@to.name}_#{target.name}" ].map(&:downcase)
        @model.children(@from.id, :column).find do |each|
          names.include?(each.name.downcase) && each.native_type == target.native_type && !taken.include?(each.id) &&
            each.id != target.id
        end
      end

      def free_name(target)
        taken = Naming::TakenNames.new
        @model.children(@from.id, :column).each { |each| taken.claim(each.name) }
        plain = target.name.downcase.start_with?(@to.name.downcase) ? target.name : "#{@to.name}_#{target.name}"
        taken.take(plain, limit: Platforms.of(@model, @from).identifier_limit)
      end

      def made(draft, pair)
        draft.add(:column, parent_id: @from.id, name: pair.name, native_type: pair.target.native_type,
                           position: Tables.last(draft, @from.id, :column))
      end

      def index(draft, columns)
        return unless Platforms.of(draft.model, @from).supports?(:indexes)

        ids = columns.map(&:id)
        over = %i[key index].flat_map { |kind| draft.model.children(@from.id, kind) }.map(&:column_ids)
        return if over.any? { |list| list.first(ids.size) == ids }

        draft.add(:index, parent_id: @from.id, column_ids: ids, position: Tables.last(draft, @from.id, :index),
                          name: Tables.constraint_name(draft, @from, :index, columns))
      end
    end
  end
end
