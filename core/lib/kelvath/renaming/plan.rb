# frozen_string_literal: true

module Kelvath
  module Renaming
    # The names of a design made from the logical ones, or the logical ones from a design's: row by row
    # with the reason, then as one ChangeSet of the rows that a person takes.
    class Plan
      # translation: why, nil for names of keys; fixed: set by hand; warnings: Warning values.
      Row = Struct.new(:id, :kind, :where, :before, :after, :translation, :fixed, :warnings, keyword_init: true) do
        # Does it get another name?
        def changed? = before != after
      end

      DIRECTIONS = %w[physical words].freeze

      # direction: "physical" names the design's tables, columns and keys, "words" the entities and
      # attributes that belong to it. all: names set by hand too. within: ids of entities, subject areas,
      # tables or columns that are meant; none: the whole. Raises NotFound, UnknownName.
      def self.of(model, standard, design_id:, direction: "physical", all: false, within: [])
        unless DIRECTIONS.include?(direction)
          raise UnknownName, "Names go to #{DIRECTIONS.join(' or to ')}, not to “#{direction}”."
        end

        design = model.fetch(design_id)
        type = direction == "words" ? LogicalRows : PhysicalRows
        new(model, type.new(model, design, standard, all:).rows, within:)
      end

      # The runs that bring all names of a model in step: the words of the leading design first, then every
      # other design after them. Their changes can be added up.
      def self.whole(model, standard)
        leading = model[model.header.names_from_id]
        worded = leading ? [ of(model, standard, design_id: leading.id, direction: "words") ] : []
        after = worded.first&.change&.apply(model) || model
        worded + (model.all(:design) - [ leading ]).map { |design| of(after, standard, design_id: design.id) }
      end

      attr_reader :rows

      def initialize(model, rows, within: [])
        @model = model
        meant = Within.new(model, within)
        @rows = within.empty? ? rows : rows.select { |row| meant.include?(row.id) }
      end

      # The rows whose names would change.
      def changes = rows.select(&:changed?)

      # ChangeSet of the rows chosen (ids; nil: all that change). edited: { id => name typed instead },
      # which fixes the name. Raises InvalidValue.
      def change(chosen: nil, edited: {})
        chosen = chosen&.to_set
        updates = rows.flat_map do |row|
          typed = edited[row.id].to_s.strip
          next [] unless chosen.nil? || chosen.include?(row.id)

          typed.empty? || typed == row.after ? taken(row) : typed_instead(row, typed)
        end
        ChangeSet.new(updates:)
      end

      private

      def taken(row)
        return [] unless row.changed?

        [ update(row, :name, row.before, row.after), (update(row, :name_fixed, true, false) if row.fixed) ].compact
      end

      def typed_instead(row, typed)
        name = @model.fetch(row.id).class.fetch_field(:name).parse(typed)
        [ (update(row, :name, row.before, name) if name != row.before),
          (update(row, :name_fixed, false, true) unless row.fixed) ].compact
      end

      def update(row, field, before, after) = ChangeSet::Update.new(id: row.id, field:, before:, after:).freeze
    end

    # Is an element, or what it stands in or belongs to, among those meant?
    class Within
      def initialize(model, ids)
        @model = model
        @ids = ids.to_set
      end

      # Is an element meant, by itself or by what it stands within?
      def include?(id)
        element = @model[id] or return false
        [ element, *@model.ancestors(element) ].any? { |each| meant?(each) }
      end

      private

      def meant?(element)
        return true if @ids.include?(element.id)

        entity = element.kind == :table ? @model[element.source_id] : element
        entity&.kind == :entity && (@ids.include?(entity.id) || @ids.include?(entity.subject_area_id))
      end
    end

    # The rows of a run that names a design.
    class PhysicalRows
      def initialize(model, design, standard, all:)
        @model = model
        @standard = standard
        @names = DesignNames.new(model, design, standard)
        @limit = @names.platform.identifier_limit
        @all = all
        @tables = Metamodel::Design.tables(model, design.id)
        @constraints = @tables.flat_map { |table| DesignNames::CONSTRAINTS
          .flat_map { |kind| model.children(table.id, kind).map { |element| [ table, element ] } } }
        staying = @constraints.map(&:last).select { |element| element.source_id.empty? || (element.name_fixed && !all) }
        @kept = (Metamodel::Design.views(model, design.id) + staying).map(&:name)
      end

      # What would come, a Row for each name that is looked at, in the order of the design.
      def rows
        @given = {}
        tables = table_rows
        columns = @tables.to_h { |table| [ table.id, column_rows(table) ] }
        constraints = constraint_rows.group_by { |row| @model.fetch(row.id).parent_id }
        tables.flat_map { |row| [ row, *columns[row.id], *constraints[row.id] ] }
      end

      private

      def table_rows
        wanted = @tables.to_h { |table| [ table, @names.table(table) ] }
        give(wanted, assigning(wanted, @kept)) { |_| "" }
      end

      def column_rows(table)
        wanted = @model.children(table.id, :column).to_h { |column| [ column, @names.column(table, column) ] }
        give(wanted, assigning(wanted, [])) { |_| @given.fetch(table.id) }
      end

      # Keys and indexes share the tables' namespace, as they do in most platforms.
      def constraint_rows
        wanted = @constraints.to_h { |table, element| [ element, constraint(table, element) ] }
        give(wanted, assigning(wanted, @given.values_at(*@tables.map(&:id)) + @kept)) do |element|
          @given.fetch(element.parent_id)
        end
      end

      def constraint(table, element)
        text = @names.constraint(table, element, ->(id) { @given[id] || @model[id]&.name.to_s }) or return
        Naming::Translation.new(text:, steps: [], warnings: [], ways: [ "made of its table and columns" ], losses: [])
      end

      def free?(element, translation) = translation && (@all || !element.name_fixed)

      def assigning(wanted, kept)
        standing = wanted.reject { |each, translation| free?(each, translation) }.map { |element, _| element.name }
        Assigning.new(Naming::TakenNames.of(kept + standing))
      end

      def give(wanted, assigning)
        names = assigning.names(wanted.select { |element, translation|
          free?(element, translation)
        }.to_h { |element, translation| [ element.id, [ element.name, translation.text, @names.limit(element) ] ] })
        wanted.map do |element, translation|
          after = @given[element.id] = names.fetch(element.id, element.name)
          Plan::Row.new(id: element.id, kind: element.kind, where: yield(element), before: element.name, after:,
                       translation:, fixed: element.name_fixed, warnings: warnings(element, translation, after))
        end
      end

      def warnings(element, translation, after)
        unless translation
          return [ Naming::Warning.new(code: :alone, text: "It has no counterpart on the logical side.") ]
        end
        return [ *over_limit(after) ] if element.name_fixed && !@all

        [ *translation.warnings, *clash(translation, after), *over_limit(after) ]
      end

      def clash(translation, after)
        if translation.text.casecmp?(after)
          []
        else
          [ Naming::Warning.new(code: :clash, text: "“#{translation.text}” is taken, so it gets a number.") ]
        end
      end

      def over_limit(name)
        @limit && name.bytesize > @limit ? [ Naming::Warning.new(
          code: :too_long, text: "It is #{name.bytesize} bytes long; #{@names.platform.title} takes #{@limit}."
        ) ] : []
      end
    end

    # The rows of a run that puts a design's names into words.
    class LogicalRows
      # only: ids of the entities that are meant; nil: all.
      def initialize(model, design, standard, all:, only: nil)
        @only = only
        @model = model
        @design = design
        @standard = standard
        @all = all
      end

      def rows
        tables = Metamodel::Design.tables(@model, @design.id).select { |table|
          @model[table.source_id]&.kind == :entity && (@only.nil? || @only.include?(table.source_id))
        }.uniq(&:source_id)
        wanted = tables.to_h { |table| [ @model.fetch(table.source_id), @standard.words(table.name, :table) ] }
        others = @model.all(:entity) - wanted.keys
        entities = give(wanted, others) { |_| "" }
        tables.zip(entities).flat_map { |table, row| [ row, *attribute_rows(table, row) ] }
      end

      private

      def attribute_rows(table, row)
        attributes = @model.children(row.id, :attribute).to_h { |attribute| [ attribute.id, attribute ] }
        near = Naming::Standard.near(row.after, @standard)
        wanted = @model.children(table.id, :column).filter_map do |column|
          attribute = attributes[column.source_id]
          if attribute
            [ attribute, @standard.words(column.name, :column, **near, domain: @model[attribute.domain_id]&.name) ]
          end
        end.to_h
        give(wanted, attributes.values - wanted.keys) { |_| row.after }
      end

      def give(wanted, others)
        free, fixed = wanted.partition { |element, _| @all || !element.name_fixed }
        assigning = Assigning.new(Naming::TakenNames.of((others + fixed.map(&:first)).map(&:name), joint: " "))
        names = assigning.names(free.to_h do |element, translation|
          [ element.id, [ element.name, translation.text[0, Metamodel::Field::NAME_LIMIT] ] ]
        end)
        wanted.map do |element, translation|
          after = names.fetch(element.id, element.name)
          clash = after.casecmp?(translation.text) || !names.key?(element.id) ? [] :
                    [ Naming::Warning.new(code: :clash, text: "“#{translation.text}” is taken, so it gets a number.") ]
          Plan::Row.new(id: element.id, kind: element.kind, where: yield(element), before: element.name, after:,
                       translation:, fixed: element.name_fixed,
                       warnings: element.name_fixed && !@all ? [] : translation.warnings + clash)
        end
      end
    end
  end
end
