# frozen_string_literal: true

module Kelvath
  module Joining
    # Which thing of what was read is which of the model's: those of a design by their place and name, tables else by
    # their columns; those of the logical side by the tables and columns that come from them, else by their names.
    class Pairing
      LIKE = 0.8 # the part of all their columns that two tables of different names have in common, to be the same
      LEAST = 3 # columns that such a table has
      PLACED = %i[table view enumeration sequence routine].freeze

      # A Matching::Correspondence: the model's on the left, what was read on the right.
      attr_reader :correspondence

      # read_design: the design that was read. A design that the model has not is paired with nothing.
      # apart: ids of tables that are found by their names alone.
      def initialize(model, design, read, read_design, apart: [])
        @apart = apart
        @model, @design, @read, @read_design = model, design, read, read_design
        @correspondence = Matching::Correspondence.new
        @correspondence.take(design.id, read_design.id, :identity)
        physical if model.key?(design.id)
        LogicalPairing.new(model, read, read_design, @correspondence).call
      end

      # The Element of the model that an element that was read is the same as; nil for none.
      def of(element) = @correspondence.left_of(element.id)&.then { |id| @model[id] }

      # { id in what was read => id in the model }
      def ids = @ids ||= @correspondence.ids

      # Ids of what was read and has another name here: of tables that look alike; by somebody's word, or by what a
      # script called it before.
      def likened = @likened ||= known(:likeness)
      def named = @named ||= known(:answer) | known(:origin)

      private

      def known(how) = @correspondence.pairs.select { |each| each.how == how }.to_set(&:right_id)

      # Both sides' elements of a kind in pairs, by what the block answers; nil pairs with nothing.
      def pair(theirs, mine, how = :name)
        waiting = mine.reject { |each| @correspondence.left?(each.id) }.group_by { |each| yield each, @model }
        theirs.each do |each|
          next if @correspondence.right?(each.id)

          key = yield each, @read
          found = key && waiting[key]&.shift
          take(each, found, how) if found
        end
      end

      def take(theirs, mine, how, score = 1.0) = @correspondence.take(mine.id, theirs.id, how, score)

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
          next if name.nil? || @correspondence.left?(each.id) || theirs.any? { |other| other.name.casecmp?(each.name) }

          plain = name.split(".").last
          found = theirs.find { |other| !@correspondence.right?(other.id) && other.name.casecmp?(plain) }
          take(found, each, :answer) if found
        end
      end

      def physical
        answered(Metamodel::Design.schemas(@read, @read_design.id), Metamodel::Design.schemas(@model, @design.id))
        pair(Metamodel::Design.schemas(@read, @read_design.id),
             Metamodel::Design.schemas(@model, @design.id)) { |each, _| each.name.downcase }
        PLACED.each { |kind| placed(kind) }
        former
        alike
        Metamodel::Design.tables(@read, @read_design.id).each { |table| within(table) if met?(table) }
        rights
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

      def met?(element) = @correspondence.right?(element.id)

      # Tables that a script calls otherwise in the end than at its beginning.
      def former
        both = [ @read.children(@read_design.id, :table), @model.children(@design.id, :table) ]
        by_former_names(*both)
      end

      def by_former_names(theirs, mine)
        theirs.each do |each|
          next if met?(each) || each.former_names.empty?

          names = each.former_names.map { |name| name.split(".").last.downcase }
          found = mine.find { |own| !@correspondence.left?(own.id) && names.include?(own.name.downcase) }
          take(each, found, :origin) if found
        end
      end

      # Roles by their names, what they may do by what it is on.
      def rights
        both = [ @read.children(@read_design.id, :role), @model.children(@design.id, :role) ]
        pair(*both) { |each, _| each.name.downcase }
        both.first.select { |each| met?(each) }.each do |role|
          grants = [ @read.children(role.id, :grant), @model.children(@correspondence.left_of(role.id), :grant) ]
          pair(*grants, :structure) { |each, model|
 [ model.equal?(@read) ? here(each.on_id) : each.on_id, each.passes_on ] }
        end
      end

      # An id of what was read as the model has it.
      def here(id) = @correspondence.left_of(id) || id

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
        left = Metamodel::Design.tables(@model, @design.id)
                                .reject { |each| each.outside || @correspondence.left?(each.id) }
        Metamodel::Design.tables(@read, @read_design.id).each do |table|
          next if table.outside || @apart.include?(table.id) || met?(table)
          next if columns(@read, table).size < LEAST

          found = left.max_by { |each| likeness(table, each) }
          score = found && likeness(table, found)
          next unless score && score >= LIKE

          take(table, found, :likeness, score)
          left.delete(found)
        end
      end

      def likeness(table, mine)
        one, two = columns(@read, table), columns(@model, mine)
        (one & two).size.fdiv((one | two).size)
      end

      def columns(model, table) = model.children(table.id, :column).to_set { |column| column.name.downcase }

      def within(table)
        nested(table.id, @correspondence.left_of(table.id))
        parts(table)
      end

      # Keys, indexes and the like of a table, or of a partition.
      def parts(table)
        mine = @correspondence.left_of(table.id)
        over = ->(each, model) { each.column_ids.map { |id| model.equal?(@read) ? here(id) : id } }
        named = ->(each, _) { each.name.downcase unless each.name.empty? }
        of = ->(kind) { [ @read.children(table.id, kind), @model.children(mine, kind) ] }
        pair(*of.(:key), :structure) { |each, _| each.primary ? :primary : nil }
        pair(*of.(:key), :structure, &over)
        pair(*of.(:foreign_key), :structure, &over)
        pair(*of.(:index), &named)
        pair(*of.(:index), :structure) { |each, model| [ over.(each, model), plain(each.expression, model) ] }
        %i[key foreign_key check clause trigger partition].each { |kind| pair(*of.(kind), &named) }
        pair(*of.(:check), :structure) { |each, model| plain(each.condition, model) }
        pair(*of.(:partition), :structure) { |each, _| each.bounds.downcase }
        @read.children(table.id, :partition).each { |each| parts(each) if met?(each) }
      end

      # Columns, and those within them.
      def nested(theirs, mine)
        both = [ @read.children(theirs, :column), @model.children(mine, :column) ]
        answered(*both)
        pair(*both) { |each, _| each.name.downcase }
        by_former_names(*both)
        @read.children(theirs, :column).each { |each| nested(each.id, @correspondence.left_of(each.id)) if met?(each) }
      end

      def plain(text, model)
        Ddl::Alike.expression(Metamodel::Expression.written(text) { |id| model[id]&.name.to_s })
      end
    end
  end
end
