# frozen_string_literal: true

module Kelvath
  module Joining
    # What a reading offers a model: each table that is new with all that is in it, each part of a table that is there,
    # each thing that would change, and what is kept as text.
    class Offers
      COUNTED = { column: %w[column columns], key: %w[key keys], foreign_key: [ "foreign key", "foreign keys" ],
                  index: %w[index indexes], check: %w[check checks], trigger: %w[trigger triggers],
                  partition: %w[partition partitions] }.freeze

      # [Offer, …]
      attr_reader :all

      def initialize(model, design, read, pairing)
        @model, @design, @read, @pairing = model, design, read, pairing
        @renamed = read.elements.transform_values { |each| Matching::OtherIds.element(each, pairing.ids) }
        @words = Derivation::Again::Words.new(model, design, @renamed.each_value.to_h { |each| [ each.id, each ] })
        @differing = Differing.new(model, design)
        @sources = Sources.new(read)
        @all = []
        parts.each { |element| offer(element) }
        pieces
      end

      private

      # The design's own parts, tables first with what is in them.
      def parts
        tables, others = @read.child_ids(read_design.id).map { |id| @read[id] }.partition { |each| each.kind == :table }
        others.reject { |each| %i[schema script_piece decision answer].include?(each.kind) } + tables
      end

      def read_design = @read.all(:design).first
      def met?(element) = @pairing.ids.key?(element.id)
      def renamed(element) = @renamed.fetch(element.id)

      def offer(element)
        return fresh(element) unless met?(element)

        change(element)
        inner(element)
      end

      # What is in something that both have.
      def inner(element)
        @read.child_ids(element.id).map { |id| @read[id] }
             .reject { |each| element.values[:outside] && each.kind == :column }
             .sort_by { |each| [ COUNTED.keys.index(each.kind) || 9, each.values[:position] || 0.0, each.id ] }
             .each { |each| offer(each) }
      end

      def fresh(element)
        return if element.values[:outside] # it comes with the foreign key that needs it

        additions = whole(element)
        @all << Offer.new(key: element.id, way: :new, place: place(element), title: title(element),
                          said: said(element, additions), additions:, sets: {})
      end

      # An element with all that is within it, and what it comes from on the logical side.
      def whole(element)
        found = [ element, *within(element) ]
        logical = found.flat_map { |each| @sources.of(each) }.uniq
        (logical.reject { |each| met?(each) } + found).map { |each| renamed(each) }
      end

      def within(element)
        @read.child_ids(element.id).flat_map { |id| [ @read[id], *within(@read[id]) ] }
      end

      def change(element)
        mine = @pairing.of(element)
        sets = @differing.of(renamed(element), mine, named: (@pairing.likened | @pairing.named).include?(element.id))
        return if sets.empty?

        all = { mine.id => sets, **followers(element, mine, sets) }
        @all << Offer.new(key: element.id, way: :changed, place: place(element), title: @words.title(mine),
                          said: changed(mine, sets), additions: [], sets: all)
      end

      # What the logical side changes with it.
      def followers(element, mine, sets)
        @sources.of(element).filter_map { |source|
          own = @pairing.of(source)
          found = own && @differing.following(mine.kind, sets.keys, renamed(source), own)
          [ own.id, found ] if found&.any?
        }.to_h
      end

      def changed(mine, sets)
        sets.map { |name, value|
          field = mine.class.fetch_field(name)
          "#{field.label.downcase} “#{@words.value(field, mine[name])}” becomes “#{@words.value(field, value)}”"
        }.join("; ")
      end

      def place(element)
        element = @read[element.parent_id] while element.parent_id && element.parent_id != read_design.id
        element.kind == :table ? table_name(element) : ""
      end

      def table_name(table)
        [ table.schema_id && @read[table.schema_id]&.name, table.name ].compact.join(".")
      end

      def title(element) = element.kind == :table ? "table #{table_name(element)}" : @words.title(renamed(element))

      def said(element, additions)
        case element.kind
        when :table then counts(additions)
        when :column then [ type(element), ("mandatory" if element.mandatory) ].compact.join(", ")
        when :foreign_key then "#{names(element.column_ids)} to #{@read[element.target_table_id]&.name}"
        when :key, :index then names(element.column_ids)
        when :partition then element.bounds
        when :check then Metamodel::Expression.written(element.condition) { |id| @read[id]&.name.to_s }
        else ""
        end
      end

      def type(column) = Platforms.of(@read, read_design).write_type(column.native_type)
      def names(ids) = ids.filter_map { |id| @read[id]&.name }.join(", ")

      def counts(additions)
        found = additions.group_by(&:kind)
        COUNTED.filter_map { |kind, (one, many)|
          count = found.fetch(kind, []).size
          "#{count} #{count == 1 ? one : many}" if count.positive?
        }.join(", ")
      end

      # What is kept as text joins what is kept so already.
      def pieces
        @read.children(read_design.id, :script_piece).each do |piece|
          mine = @model.children(@design.id, :script_piece)
                       .find { |each| each.place == piece.place && each.subject.to_s.empty? }
          fresh = piece.text.lines.map(&:chomp) - mine&.text.to_s.lines.map(&:chomp)
          next if fresh.empty?

          sets = mine ? { mine.id => { text: "#{mine.text}\n#{piece.text}" } } : {}
          @all << Offer.new(key: piece.id, way: mine ? :changed : :new, place: "", said: piece.text[0, 200],
                            title: "text #{piece.place} the script", additions: mine ? [] : [ renamed(piece) ], sets:)
        end
      end
    end

    # What the parts of a design that was read come from on its logical side.
    class Sources
      def initialize(read)
        @read = read
        @columns = read.all(:column).to_h { |column| [ column.id, column.source_id ] }
      end

      # [Element, …]
      def of(element)
        case element.kind
        when :table then [ @read.of_kind(element.source_id, :entity) ].compact
        when :column then [ @read.of_kind(element.source_id, :attribute) ].compact
        when :foreign_key then relationships(element)
        when :key then identifiers(element)
        else []
        end
      end

      private

      def relationships(key)
        key.column_ids.filter_map { |id| @columns[id].to_s[/\A([^.]+)\./, 1] }.uniq
           .filter_map { |id| @read.of_kind(id, :relationship) }
           .select { |each| each.from_id == @read.of_kind(key.target_table_id, :table)&.source_id }
      end

      def identifiers(key)
        entity = @read.of_kind(@read[key.parent_id].source_id, :entity) or return []
        members = key.column_ids.map { |id| @columns[id] }
        @read.children(entity.id, :identifier).select do |each|
          key.primary ? each.primary : !each.primary && each.member_ids.sort == members.sort
        end
      end
    end
  end
end
