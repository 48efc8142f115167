# frozen_string_literal: true

module Kelvath
  module Joining
    # Which thing of what was read is which of the model's: those of a design by their place and name, tables else by
    # their columns; those of the logical side by the tables and columns that come from them, else by their names.
    class Pairing
      LIKE = 0.8 # the part of all their columns that two tables of different names have in common, to be the same
      LEAST = 3 # columns that such a table has
      PLACED = %i[table view enumeration sequence routine].freeze

      # ids: { id in what was read => id in the model }; likened: ids of tables read that have another name here; named:
      # ids of what was read and has another name here by somebody's word.
      attr_reader :ids, :likened, :named

      # read_design: the design that was read. A design that the model has not is paired with nothing.
      # apart: ids of tables that are found by their names alone.
      def initialize(model, design, read, read_design, apart: [])
        @apart = apart
        @model, @design, @read, @read_design = model, design, read, read_design
        @ids = { read_design.id => design.id }
        @likened, @named = Set.new, Set.new
        @taken = Set.new
        physical if model.key?(design.id)
        @ids.merge!(LogicalPairing.new(model, read, read_design, self).ids)
      end

      # The Element of the model that an element that was read is the same as; nil for none.
      def of(element) = @ids[element.id]&.then { |id| @model[id] }

      # Both sides' elements of a kind in pairs, by what the block answers; nil pairs with nothing.
      def pair(theirs, mine)
        waiting = mine.reject { |each| @taken.include?(each.id) }.group_by { |each| yield each, @model }
        theirs.each do |each|
          next if @ids.key?(each.id)

          key = yield each, @read
          found = key && waiting[key]&.shift
          take(each, found) if found
        end
      end

      def take(theirs, mine)
        @ids[theirs.id] = mine.id
        @taken << mine.id
      end

      private

      # What somebody said when a script that alters asked: [[Element of the model, what it is called in what was
      # read]].
      def said
        @said ||= begin
          parts = Derivation::Again::Parts.of(@model, @design.id).values
          Altering::Answers.of(@model, @design.id).filter_map { |(about, question), name|
            found = question == "former" && Altering::Answers.element(@model, parts, about)
            [ found, name ] if found
          }
        end
      end

      # Pairs of a kind that somebody said, where nothing has the model's own name. theirs, mine: Elements in one place.
      def answered(theirs, mine)
        return if said.empty?

        mine.each do |each|
          name = said.find { |element, _| element.id == each.id }&.last
          next if name.nil? || @taken.include?(each.id) || theirs.any? { |other| other.name.casecmp?(each.name) }

          plain = name.split(".").last
          found = theirs.find { |other| !@ids.key?(other.id) && other.name.casecmp?(plain) }
          next unless found

          take(found, each)
          @named << found.id
        end
      end

      def physical
        answered(Metamodel::Design.schemas(@read, @read_design.id), Metamodel::Design.schemas(@model, @design.id))
        pair(Metamodel::Design.schemas(@read, @read_design.id),
             Metamodel::Design.schemas(@model, @design.id)) { |each, _| each.name.downcase }
        PLACED.each { |kind| placed(kind) }
        alike
        Metamodel::Design.tables(@read, @read_design.id).each { |table| within(table) if @ids.key?(table.id) }
      end

      def placed(kind)
        both = [ @read.children(@read_design.id, kind), @model.children(@design.id, kind) ]
        answered(*both)
        pair(*both) { |each, model| [ schema(each, model), each.name.downcase, text(each, model) ] } if kind == :routine
        pair(*both) { |each, model| [ schema(each, model), each.name.downcase ] }
        single = both.map { |list| list.group_by { |each| each.name.downcase }.select { |_, same| same.one? } }
        pair(*both) do |each, model|
          name = each.name.downcase
          name if single.all? { |names| names.key?(name) } && either_nowhere?(single.map { |names| names[name].first })
        end
      end

      def text(routine, model) = platform(model).as_kept(:routine, :text, routine.text)
      def platform(model) = Platforms.of(model, model.equal?(@read) ? @read_design : @design)

      # nil for the schema that needs no name.
      def schema(element, model)
        name = element.schema_id && model[element.schema_id]&.name
        name&.downcase unless name.nil? || platform(model).given_schema?(name)
      end

      # Is one of them in no schema?
      def either_nowhere?(both) = both[0].schema_id.nil? || both[1].schema_id.nil?

      # Tables that have another name and nearly the same columns.
      def alike
        left = Metamodel::Design.tables(@model, @design.id).reject { |each| each.outside || @taken.include?(each.id) }
        Metamodel::Design.tables(@read, @read_design.id).each do |table|
          next if table.outside || @apart.include?(table.id) || @ids.key?(table.id)
          next if columns(@read, table).size < LEAST

          found = left.max_by { |each| likeness(table, each) }
          next unless found && likeness(table, found) >= LIKE

          take(table, found)
          @likened << table.id
          left.delete(found)
        end
      end

      def likeness(table, mine)
        one, two = columns(@read, table), columns(@model, mine)
        (one & two).size.fdiv((one | two).size)
      end

      def columns(model, table) = model.children(table.id, :column).to_set { |column| column.name.downcase }

      def within(table)
        mine = @ids.fetch(table.id)
        nested(table.id, mine)
        over = ->(each, model) { each.column_ids.map { |id| model.equal?(@read) ? @ids.fetch(id, id) : id } }
        named = ->(each, _) { each.name.downcase unless each.name.empty? }
        of = ->(kind) { [ @read.children(table.id, kind), @model.children(mine, kind) ] }
        pair(*of.(:key)) { |each, _| each.primary ? :primary : nil }
        pair(*of.(:key), &over)
        pair(*of.(:foreign_key), &over)
        pair(*of.(:index), &named)
        pair(*of.(:index)) { |each, model| [ over.(each, model), plain(each.expression, model) ] }
        %i[key foreign_key check clause trigger].each { |kind| pair(*of.(kind), &named) }
        pair(*of.(:check)) { |each, model| plain(each.condition, model) }
      end

      # Columns, and those within them.
      def nested(theirs, mine)
        both = [ @read.children(theirs, :column), @model.children(mine, :column) ]
        answered(*both)
        pair(*both) { |each, _| each.name.downcase }
        @read.children(theirs, :column).each { |column| nested(column.id, @ids[column.id]) if @ids.key?(column.id) }
      end

      def plain(text, model)
        Ddl::Alike.expression(Metamodel::Expression.written(text) { |id| model[id]&.name.to_s })
      end
    end
  end
end
