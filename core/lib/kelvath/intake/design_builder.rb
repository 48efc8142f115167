# frozen_string_literal: true

module Kelvath
  module Intake
    # A catalog as the elements of a design.
    class DesignBuilder
      include DesignParts

      UNKNOWN = {}.compare_by_identity.freeze

      attr_reader :catalog, :platform

      # known: { value of the catalog => the id that it has already }, by identity.
      def initialize(catalog, platform, ids, name:, known: UNKNOWN, design_id: nil)
        @given = {}.compare_by_identity.merge!(known)
        @design_id = design_id
        @catalog = catalog
        @platform = platform
        @ids = ids
        @name = name
        @sources = {}
        @outside = {} # { key of a place => table }
        @outside_schemas = {} # { name => schema }
        @outside_columns = {} # { [table's id, name in lower case] => column }
        @types = Hash.new { |known, native| known[native] = platform.read_type(native) }
      end

      # { value of the catalog => the id of the element that it became }, by identity, when all were made.
      attr_reader :given

      # The design itself.
      def design
        @design ||= Metamodel::Design.new(id: @design_id || @ids.next, name: @name, platform: @platform.key,
                                          version: @platform.known_version(catalog.version))
      end

      # place: as Catalog::Table#place says it.
      def table_id(place) = table_ids.fetch(place)

      # The id of a column, by its table's place, [schema, name], and its name in any case. Raises KeyError.
      def column_id(place, column) = column_ids.fetch(table_id(place)).fetch(column.downcase)

      # Notes which logical element a table or column belongs to.
      def link(physical_id, source_id) = @sources[physical_id] = source_id

      # The design and all within it, when all links are known.
      def elements
        inner = schema_elements + enumeration_elements +
                catalog.tables.flat_map { |table|
 table_elements(table) } + partition_elements + view_elements + program_elements +
                role_elements + piece_elements
        [ design, *inner, *@outside_schemas.values, *@outside.values, *@outside_columns.values ]
      end

      private

      def schema_ids = @schema_ids ||= catalog.schemas.to_h { |schema| [ schema.name, id_of(schema) ] }
      def table_ids = @table_ids ||= catalog.tables.to_h { |table| [ table.place, id_of(table) ] }

      def id_of(thing) = @given[thing] ||= @ids.next

      def schema_elements
        catalog.schemas.each_with_index.map do |schema, index|
          build(:schema, design.id, id: schema_ids[schema.name], name: schema.name, comment: schema.comment,
                position: index + 1.0)
        end
      end

      def enumeration_elements
        catalog.enumerations.each_with_index.map do |each, index|
          build(:enumeration, design.id, id: id_of(each), name: each.name, comment: each.comment,
                                         schema_id: schema_ids[each.schema], value_texts: each.values,
                                         position: index + 1.0)
        end
      end

      # { table's id => { column's name in lower case => id } }
      def column_ids
        @column_ids ||= catalog.tables.to_h do |table|
          [ table_id(table.place), table.columns.to_h { |column| [ column.name.downcase, id_of(column) ] } ]
        end
      end

      def table_elements(table)
        id = table_id(table.place)
        [ Metamodel::Table.new(id:, parent_id: design.id, name: table.name, comment: table.comment,
                               schema_id: schema_ids[table.schema],
                               options: { **options(table, :table, id), **inherited(table) },
                               source_id: @sources.fetch(id, ""),
                               **{ rows_told: table.rows, bytes_told: table.bytes,
                                  former_names: table.former }.compact),
          *table.columns.each_with_index.flat_map { |column, index| column_elements(id, column, index) },
          *constraints(table, id), *table.indexes.map { |index| index_element(table, index) } ]
      end

      def constraints(table, id)
        place, within = root(table).place, root_id(table)
        keys = table.keys.map do |key|
          build(:key, id, id: id_of(key), name: key.name, primary: key.primary,
                          column_ids: columns(place, key.columns),
                          options: options(key, :key, within))
        end
        checks = table.checks.map do |check|
          build(:check, id, id: id_of(check), name: check.name, options: check.options.to_h,
                            condition: resolved(check.condition, :expression, within))
        end
        clauses = table.clauses.to_a.map do |clause|
          build(:clause, id, id: id_of(clause), name: clause.name, text: resolved(clause.text, :clause, within))
        end
        triggers = table.triggers.to_a.map { |each|
          build(:trigger, id, id: id_of(each), name: each.name, text: each.text) }
        keys + triggers + table.foreign_keys.map { |key| foreign_key(table, key) } + checks + clauses
      end

      # The column, and what its type says of columns within it.
      def column_elements(table_id, column, index)
        type = @types[column.native_type]
        record = Metamodel::NativeType.record(type) if @platform.supports?(:nested_columns)
        return [ column_element(table_id, column, index, type) ] unless record

        element = column_element(table_id, column, index, Metamodel::NativeType.with_fields(type, []))
        [ element, *within(element.id, record.fetch("fields", []), column.columns.to_a) ]
      end

      # told: what the catalog says of the columns within, beyond their names and types.
      def within(parent_id, fields, told)
        fields.each_with_index.flat_map do |(name, type), index|
          known = told.find { |each| each.name.casecmp?(name) }
          record = Metamodel::NativeType.record(type)
          element = build(:column, parent_id, name:, position: index + 1.0, comment: known&.comment.to_s,
                                              mandatory: known&.mandatory || false,
                                              native_type: record ? Metamodel::NativeType.with_fields(type, []) : type)
          [ element, *(within(element.id, record.fetch("fields", []), known&.columns.to_a) if record) ]
        end
      end

      def column_element(table_id, column, index, native_type)
        id = column_ids.fetch(table_id).fetch(column.name.downcase)
        computed = resolved(column.computed.to_s, :expression, table_id)
        Metamodel::Column.new(id:, parent_id: table_id, name: column.name, native_type:,
                              mandatory: column.mandatory, identity: column.identity,
                              default_value: column.default_value, computed:,
                              stored: column.stored || false, comment: column.comment, options: column.options.to_h,
                              source_id: @sources.fetch(id, ""), position: index + 1.0,
                              **{ former_names: column.former }.compact)
      end

      def foreign_key(table, key)
        target, targets = table_ids.key?(key.target) ? inside(key) : outside(table, key)
        build(:foreign_key, id_of(table), id: id_of(key), name: key.name,
                                                  column_ids: columns(root(table).place, key.columns),
              target_table_id: target,
              target_column_ids: targets, on_delete: key.on_delete, on_update: key.on_update, options: key.options.to_h)
      end

      def inside(key) = [ table_id(key.target), columns(key.target, key.target_columns) ]

      # A table that is not there is kept as one outside the design, by the names that foreign keys give it.
      def outside(table, key)
        catalog.log << lost_target(table, key)
        found = @outside[Ddl::Names.key(key.target)] ||= outside_table(key)
        types = key.columns.map { |column| table.columns.find { |each| each.name.casecmp?(column) }&.native_type.to_s }
        [ found.id,
          key.target_columns.zip(types).map { |column, type| outside_column(found.id, column, @types[type]).id } ]
      end

      # In its schema, where the platform has such; else that is part of its name.
      def outside_table(key)
        schema_id = schema_ids[key.target_schema] || outside_schema(key.target_schema)&.id
        name = schema_id ? key.target_table : key.target_title
        build(:table, design.id, name:, schema_id:, outside: true)
      end

      def outside_schema(name)
        return if name.nil? || !@platform.supports?(:schemas)

        position = catalog.schemas.size + @outside_schemas.size + 1.0
        @outside_schemas[name] ||= build(:schema, design.id, name:, comment: "", position:)
      end

      def outside_column(table_id, name, native_type)
        position = @outside_columns.size + 1.0
        @outside_columns[[ table_id, name.downcase ]] ||= build(:column, table_id, name:, native_type:, position:)
      end

      def lost_target(table, key)
        Catalog::Remark.new(level: :warning, object: "#{table.title} (#{key.columns.join(', ')})",
                                  message: "This foreign key points at #{key.target_title}, which is not there; it " \
                                           "is kept as a table outside the design.")
      end

      def index_element(table, index)
        id, place = root_id(table), root(table).place
        build(:index, id_of(table), id: id_of(index), name: index.name, unique: index.unique,
                          column_ids: columns(place, index.columns),
                          descending_ids: columns(place, index.descending),
                          included_ids: columns(place, index.included.to_a),
                          condition: resolved(index.condition.to_s, :expression, id),
                          expression: resolved(index.expression, :index, id), options: options(index, :index, id))
      end

      def view_elements
        catalog.views.each_with_index.map do |view, index|
          build(:view, design.id, id: view_ids[view.place], name: view.name, schema_id: schema_ids[view.schema],
                                  column_names: view.column_names.to_a,
                                  query: resolved(view.query, :query), comment: view.comment,
                                  options: view.options.to_h, position: index + 1.0)
        end
      end

      def program_elements
        { sequence: [ catalog.sequences, %i[first step least most cycles comment] ],
          routine: [ catalog.routines, %i[text] ] }.flat_map do |kind, (list, fields)|
          list.each_with_index.map do |each, index|
            build(kind, design.id, id: id_of(each), name: each.name, schema_id: schema_ids[each.schema],
                                   position: index + 1.0,
                                   **fields.to_h { |field| [ field, each[field] ] }.compact)
          end
        end
      end

      # What was met as text goes before or after the whole script; what would swallow the rest is told.
      def piece_elements
        whole, broken = catalog.pieces.partition { |piece| Scripting::Pieces.fault(piece.text).nil? }
        broken.each do |piece|
          catalog.log << Catalog::Remark.new(level: :warning, object: "", message:
            "“#{piece.text.gsub(/\s+/, ' ')[0, 80]}” cannot stand in a script as it is; it is left out.")
        end
        whole.group_by(&:place).map do |place, list|
          build(:script_piece, design.id, place:,
            text: list.map { |each| "#{each.text.delete_suffix(';')};" }.join("\n"))
        end
      end

      # What a thing of the catalog says beyond the standard, with references for the names in it.
      def options(thing, kind, table_id)
        thing.options.to_h.to_h do |name, value|
          [ name, platform.option(kind, name)&.type == :sql ? resolved(value, :expression, table_id) : value ]
        end
      end

      # A piece of SQL with references for the names in it.
      def resolved(text, kind, table_id = nil)
        return text if text.empty?

        columns = ->(id) { column_ids.fetch(id, {}) }
        known = Ddl::Names::Known.new(tables: named_tables, columns:, table: table_id)
        Ddl::NameFinder.new(text, kind, known).resolved
      end

      def view_ids = @view_ids ||= catalog.views.to_h { |view| [ view.place, id_of(view) ] }
      def named_tables = @named_tables ||= Ddl::Names.tables_by_name(table_ids.to_a + view_ids.to_a)

      def columns(place, names)
        known = column_ids.fetch(table_ids[place], {})
        names.filter_map { |name| known[name.downcase] }
      end

      def build(kind, parent_id, id: @ids.next, **values) = Metamodel.fetch(kind).new(id:, parent_id:, **values)
    end
  end
end
