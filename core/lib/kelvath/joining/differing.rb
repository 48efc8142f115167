# frozen_string_literal: true

module Kelvath
  module Joining
    # In what a thing that was read differs from the same thing in the model. What the other says nothing of (a comment,
    # an option, a name that the database gave) is no difference.
    class Differing
      # The fields of the logical side that follow a column's, a table's, a key's or a foreign key's:
      # { kind => { field of the design => fields of what it comes from } }.
      FOLLOWING = {
        table: { comment: %i[definition] }, key: { column_ids: %i[member_ids] },
        column: { native_type: %i[type length precision scale], mandatory: %i[mandatory], comment: %i[definition],
                  default_value: %i[default_value], identity: %i[surrogate] },
        foreign_key: { on_delete: %i[on_delete], on_update: %i[on_update] }
      }.freeze

      def initialize(model, design)
        @model = model
        @platform = Platforms.of(model, design)
        @likeness = Altering::Likeness.new(@platform, told: true) { |id| model[id]&.name.to_s }
      end

      # { field => value to be set } of an element of a design. theirs: with the model's ids; named: was it found by
      # something else than its name?
      def of(theirs, mine, named: false)
        return {} if theirs.values[:outside] # nothing is known of it

        Derivation::Again::Parts.fields(mine.class).each_with_object({}) do |field, found|
          name = field.name
          next if field.internal? || name == :schema_id || same?(mine, field, theirs[name])
          next if name == :name && !named

          found[name] = field.type == :options ? mine[name].merge(theirs[name]) : theirs[name]
        end
      end

      # { field => value } of the logical thing that an element comes from, where it said the same as that did before.
      # changed: the names of the design's fields that change; theirs, mine: the logical things, with the model's ids.
      def following(kind, changed, theirs, mine)
        FOLLOWING.fetch(kind, {}).slice(*changed).values.flatten.each_with_object({}) do |field, found|
          next unless theirs.class.fields.key?(field) && theirs[field] != mine[field]
          next if mine.values[:domain_id] && %i[type length precision scale].include?(field)

          found[field] = theirs[field]
        end
      end

      private

      def same?(mine, field, theirs)
        now = mine[field.name]
        return true if now == theirs
        return true if field.name == :comment && theirs.empty?
        return theirs.all? { |name, value| alike?(mine, field, now[name], value) } if field.type == :options

        alike?(mine, field, now, theirs)
      end

      def alike?(mine, field, now, theirs)
        return now == theirs unless now.is_a?(String) && theirs.is_a?(String)
        return now.casecmp?(theirs) || now.empty? || theirs.empty? if field.name == :name

        plain(mine, field, now) == plain(mine, field, theirs) || in_own_words?(mine, field, now, theirs)
      end

      # Servers tell some conditions in words of their own.
      def in_own_words?(mine, field, now, theirs)
        @platform.not_kept.include?([ mine.kind, field.name ]) && @likeness.same?(mine.kind, field, now, theirs)
      end

      def plain(mine, field, text)
        text = Metamodel::Expression.written(text) { |id| @model[id]&.name.to_s }
        kept = @platform.as_kept(mine.kind, field.name, text)
        field.expression? || field.type == :options ? Ddl::Alike.expression(kept.to_s) : kept
      end
    end
  end
end
