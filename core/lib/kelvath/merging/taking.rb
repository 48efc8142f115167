# frozen_string_literal: true

module Kelvath
  module Merging
    # Some of the differences taken from the right side into the left: one change, with all that must come along.
    class Taking
      ALONG = { name: :name_fixed }.freeze # what says whether the first is a person's word

      # keys: of all Differences that are taken; needed: { key => key of what needs it }, of those that nobody named;
      # problems: [InvalidChange::Problem, …] that taking even more does not mend.
      attr_reader :keys, :needed, :problems

      # keys: of Differences of a Comparison, of which those that it has not are left out; ids: for what comes.
      def initialize(comparison, keys, ids:)
        @comparison, @ids = comparison, ids
        @needs = Needs.new(comparison)
        @needed = {}
        @problems = []
        @keys = keys.select { |key| comparison[key] }.uniq
        bring(@needs.of(@keys))
        settle
      end

      # The ChangeSet of the left side's model, and that model with it.
      attr_reader :change_set

      def result = @draft.result

      # [Difference, …] that are taken.
      def taken = keys.map { |key| @comparison[key] }

      private

      def bring(more)
        @needed.merge!(more)
        @keys += more.keys
      end

      # Where what was chosen breaks a rule that the right side as a whole keeps, more of the right side mends it.
      def settle
        rounds = remedies.to_enum
        loop do
          write
          @problems = Invariants.new(@change_set, @draft.model).problems
          return if @problems.empty?

          more = rounds.next.call(@problems)
          fresh = more.reject { |key, _| @keys.include?(key) }
          bring(fresh)
          bring(@needs.of(fresh.keys).reject { |key, _| @keys.include?(key) }) if fresh.any?
        end
      end

      # Ever wider: what answers { key to take => key that it is taken for } for problems.
      def remedies
        [ method(:about), method(:about), method(:beside), method(:of_kind),
          ->(_) { @comparison.by_key.keys.to_h { |key| [ key, @keys.first ] } } ]
      end

      def about(problems)
        problems.flat_map { |problem|
          element = @draft.model[problem.element_id] or next Model::NONE
          circle = { entity: %i[relationship subtype_group], domain: %i[domain] }[element.kind]
          next alike(element) if problem.field == :name
          next differences_of(circle) if circle && %i[identifying base_id].include?(problem.field)

          @comparison.of(element.id)
        }.to_h { |each| [ each.key, @keys.first ] }
      end

      # Those of what has the same name on the left.
      def alike(element)
        @comparison.left.of_kind(element.kind).select { |each| each.name.casecmp?(element.name) }
                   .flat_map { |each| @comparison.of(each.id) }
      end

      def beside(problems)
        places = problems.filter_map { |each|
 @draft.model[each.element_id] }.to_set { |each| [ each.kind, each.parent_id ] }
        @comparison.differences.select { |each| places.include?([ each.element.kind, each.element.parent_id ]) }
                   .to_h { |each| [ each.key, @keys.first ] }
      end

      def of_kind(problems)
        kinds = problems.filter_map { |each| @draft.model[each.element_id]&.kind }.uniq
        differences_of(kinds).to_h { |each| [ each.key, @keys.first ] }
      end

      def differences_of(kinds) = @comparison.differences.select { |each| kinds.include?(each.element.kind) }

      def write
        @draft = Draft.new(@comparison.left.model, ids: @ids)
        ways = taken.group_by(&:way)
        add(ways.fetch(:right_only, Model::NONE).map(&:right))
        ways.fetch(:changed, Model::NONE).group_by(&:id).each { |id, list| set(id, list) }
        ways.fetch(:left_only, Model::NONE).each { |each| @draft.remove(each.id) }
        Places.new(@comparison, @draft, taken).write
        @change_set = @draft.change_set
      end

      # Parents first.
      def add(elements)
        coming = elements.to_h { |each| [ each.id, each ] }
        depth = ->(each) { each.parent_id && coming[each.parent_id] ? depth.(coming[each.parent_id]) + 1 : 0 }
        @draft.add_all(elements.sort_by.with_index { |each, index| [ depth.(each), index ] }
                               .map { |each| standing(each, coming) })
      end

      def set(id, differences)
        values = differences.flat_map(&:fields).to_h do |field|
          [ field.name, value(field, differences.first.right[field.name], Model::NONE) ]
        end
        ALONG.each do |name, along|
          values[along] =
differences.first.right[along] if values.key?(name) && differences.first.right.class.fields.key?(along)
        end
        @draft.set(id, **values)
      end

      # An element without what it says of things that neither side of this model has.
      def standing(element, coming)
        return element if element.referenced_ids.all? { |id| there?(id, coming) } && !foreign_source?(element, coming)

        values = element.values.to_h { |name, each| [ name, value(element.class.fetch_field(name), each, coming) ] }
        values[:source_id] = "" if foreign_source?(element, coming)
        element.class.new(id: element.id, parent_id: element.parent_id, **values)
      end

      def value(field, value, coming)
        case field.type
        when :reference then value && all_there?(value, coming) ? value : nil
        when :references then value.select { |id| all_there?(id, coming) }
        when :expression then named(value, coming)
        when :options then value.transform_values { |each| each.is_a?(String) ? named(each, coming) : each }
        else value
        end
      end

      def foreign_source?(element, coming)
        source = element.values[:source_id].to_s
        !source.empty? && !all_there?(source, coming)
      end

      def named(text, coming)
        Metamodel::Expression.written(text) do |id|
          there?(id, coming) ? Metamodel::Expression.reference(id) : name(id)
        end
      end

      def name(id) = (@comparison.theirs[id] || @comparison.right.model[id])&.label(@comparison.right.model) || id
      def all_there?(id, coming) = id.split(".").all? { |part| there?(part, coming) }
      def there?(id, coming) = coming.is_a?(Hash) && coming.key?(id) || @draft.model.key?(id)
    end
  end
end
