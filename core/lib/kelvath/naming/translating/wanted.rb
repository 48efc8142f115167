# frozen_string_literal: true

module Kelvath
  module Naming
    # What the tables and columns of a design should be called: the logical names, with what a rulebook
    # puts in front of them, translated. Numbers against clashes come later, from TakenNames.
    class Wanted
      # model: with every many-to-many relationship resolved (Logical::Preparation); platform: whose limits and
      # reserved words count.
      def initialize(model, standard, platform)
        @model = model
        @standard = standard
        @platform = platform
        @keys = Logical::KeyMigration.of(model, surrogates: true)
        @rule = standard.rule(:column)
        @limits = {}
        @columns = {} # many are called the same
      end

      # Translation of an entity's name to its table's.
      def table(entity) = @standard.physical(entity.name, :table, platform: @platform)

      # Translation of what an entity holds (Logical::HeldAttribute) to its column's name.
      def column(entity_id, held)
        text = column_text(entity_id, held)
        @columns[text] ||= @standard.physical(text, :column, platform: @platform)
      end

      # A relationship's role, as it stands in names of keys; nil without one.
      def role(link)
        @standard.part(link.role_name, platform: @platform) if link.kind == :relationship && !link.role_name.empty?
      end

      # What stands for the columns in the name of an alternate identifier's key; nil if it has no name of its own.
      def identifier(identifier)
        @standard.part(identifier.name, platform: @platform) unless identifier.primary || identifier.name.empty?
      end

      # The name of a key, an index or a check, of parts as Pattern takes them.
      def patterned(kind, parts) = @standard.patterned(kind, parts, platform: @platform)

      # Bytes that the name of a kind may have, nil for any.
      def limit(kind) = @limits.fetch(kind) { @limits[kind] = @standard.limit(kind, @platform) }

      # The words that make a column's name, before they are translated.
      def column_text(entity_id, held)
        return own_text(@model.fetch(entity_id), held) if held.own?
        return held.name if @rule.migrated == "logical name"

        link = @model.fetch(held.via.first)
        parent_id = link.kind == :relationship ? Logical::Cardinality.parent_id(link) : link.parent_id
        source = @keys.held(parent_id).find { |each| each.id == held.id.split(".", 2).last } or return held.name
        migrated_text(link, @model.fetch(parent_id), column_text(parent_id, source))
      end

      private

      def own_text(entity, held)
        front?(held) ? with_front(entity.name, held.name) : held.name
      end

      def front?(held)
        case @rule.owner_in_front
        when "always" then true
        when "for keys" then held.primary
        when "when repeated" then held.origin && repeated.include?(held.name.downcase)
        end
      end

      def migrated_text(link, parent, base)
        case @rule.migrated
        when "role and source name"
          link.kind == :relationship && !link.role_name.empty? ? with_front(link.role_name, base) : base
        when "table and source name" then with_front(parent.name, base)
        else base
        end
      end

      # Words that both have where they meet are said once: "Route Leg" and "Leg Number" are "Route Leg Number".
      def with_front(front, text)
        before, behind = front.split, text.split
        shared = [ before.size, behind.size ].min.downto(1).find { |size|
          before.last(size).map(&:downcase) == behind.first(size).map(&:downcase)
        } || 0
        [ *before, *behind.drop(shared) ].join(" ")
      end

      # Attribute names that stand in several entities.
      def repeated
        @model.memo_of(:repeated_names, %i[attribute]) do
          @model.all(:attribute).map { |attribute| attribute.name.downcase }.tally.select { |_, count| count > 1 }.keys
                .to_set
        end
      end
    end
  end
end
