# frozen_string_literal: true

module Kelvath
  module Intake
    # A catalog made fit for a model. Old databases have names that are longer than anybody should give, blank,
    # alike but for the case of a letter, or in no encoding that is known: they come in, mended where they
    # must be, and the log says so. Nothing is left out for its name.
    class Mending
      NAME = Metamodel::Table.fetch_field(:name)
      TEXT = Metamodel::Table.fetch_field(:comment)

      def initialize(catalog)
        @catalog = catalog
        @log = catalog.log.dup
        @fresh = {}.compare_by_identity # { value as it came => as it stands in the model }
      end

      # The mended Catalog.
      def catalog
        @schemas = renamed(@catalog.schemas.map(&:name), "")
        stores = @catalog.tables + @catalog.partitions
        @tables = places(stores)
        @columns = stores.to_h do |table|
          [ table.place, renamed(table.columns.map(&:name), @tables[table.place].last) ]
        end
        @views = places(@catalog.views)
        lists = { schemas: @catalog.schemas.map { |schema| schema(schema) },
                  tables: @catalog.tables.map { |table| table(table) },
                  views: @catalog.views.map { |view| view(view) },
                  enumerations: @catalog.enumerations.map { |each| enumeration(each) },
                  domains: @catalog.domains.map { |each| placed(each, comment: text(each.comment.to_s, each.name)) },
                  sequences: @catalog.sequences.map { |each| placed(each) },
                  routines: @catalog.routines.map { |each| placed(each, text: text(each.text, each.name)) },
                  pieces: @catalog.pieces.map { |each| copy(each, text: text(each.text, "")) } }
        lists[:tables].each { |table| table.inherits &&= table.inherits.filter_map { |each| @fresh[each] } }
        lists[:partitions] = @catalog.partitions.map { |each| partition(each) }
        Catalog.new(version: @catalog.version, log: @log, roles: @catalog.roles.map { |each| role(each) }, **lists)
      end

      private

      # { place as it came => as it stands in the model }
      def places(list)
        list.group_by(&:schema).each_with_object({}) do |(schema, members), found|
          within = schema ? @schemas.fetch(schema) : nil
          renamed(members.map(&:name), within.to_s).each { |name, taken| found[[ schema, name ]] = [ within, taken ] }
        end
      end

      # { name as it came => as it stands in the model }
      def renamed(names, within)
        used = Naming::TakenNames.new(joint: " ")
        names.uniq.to_h do |name|
          mended = plain(name)
          taken = used.take(mended.empty? ? "unnamed" : mended)
          unless taken == name
            remark([ within, taken ].reject(&:empty?).join("."),
                 "This is called #{name.to_s.scrub('?').inspect[0, 200]} there; #{why(name, mended)}")
          end

          [ name, taken ]
        end
      end

      def why(name, mended)
        return "a name is needed." if mended.empty?
        unless name.to_s.dup.force_encoding(Encoding::UTF_8).valid_encoding?
          return "its bytes are no text that is known; what could not be read stands as �."
        end

        if name.length > Metamodel::ValueCheck::NAME_MOST
          return "at most #{Metamodel::ValueCheck::NAME_MOST} characters are kept."
        end

        if mended == name
          "another one differs from it in the case of letters only."
        else
          "control characters and further blanks are left out."
        end
      end

      def schema(schema) = copy(schema, name: @schemas[schema.name], comment: text(schema.comment, schema.name))

      # When what its rights are on was copied.
      def role(role)
        grants = role.grants.filter_map { |grant| @fresh[grant.on]&.then { |on| copy(grant, on:) } }
        copy(role, name: plain(role.name), grants:)
      end

      def view(view)
        schema, name = @views[view.place]
        copy(view, schema:, name:, query: text(view.query, name),
                   column_names: view.column_names.to_a.map { |each| plain(each) },
                   comment: text(view.comment, name), options: options(view.options))
      end

      # Something in a schema.
      def placed(thing, **values)
        copy(thing, name: plain(thing.name), schema: thing.schema && @schemas.fetch(thing.schema), **values)
      end

      def table(table)
        schema, name = @tables[table.place]
        copy(table, schema:, name:, comment: text(table.comment, name),
                    columns: @columns[table.place].then { |names| table.columns.map { |each| column(names, each) } },
                    keys: table.keys.map { |key| key(table, key) },
                    foreign_keys: table.foreign_keys.map { |key| foreign_key(table, key) },
                    checks: table.checks.map { |check| piece(check, :condition, name) },
                    clauses: table.clauses.to_a.map { |clause| piece(clause, :text, name) },
                    triggers: table.triggers.to_a.map { |trigger| piece(trigger, :text, name) },
                    options: options(table.options), indexes: table.indexes.map { |index| index(table, index) })
      end

      # One comes after what it is a part of.
      def partition(part) = copy(table(part), part_of: @fresh.fetch(part.part_of)).tap { |copy| @fresh[part] = copy }

      def enumeration(each)
        values = each.values.map { |value| text(value, each.name) }
        placed(each, values:, comment: text(each.comment, each.name))
      end

      # A check or clause, whose SQL stands in a field.
      def piece(piece, field, owner)
        rest = piece.respond_to?(:options) ? { options: options(piece.options) } : {}
        copy(piece, name: plain(piece.name), field => text(piece[field], owner), **rest)
      end

      def key(table, key)
        copy(key, name: plain(key.name), columns: columns(table.place, key.columns), options: options(key.options))
      end

      # names: of the table's columns, as #renamed has them.
      def column(names, column)
        copy(column, name: names[column.name], native_type: text(column.native_type, column.name),
                     comment: text(column.comment, column.name),
                     default_value: text(column.default_value, column.name),
                     computed: text(column.computed, column.name), options: options(column.options))
      end

      def foreign_key(table, key)
        target_schema, target_table = @tables.fetch(key.target) { key.target.map { |name| name && plain(name) } }
        copy(key, name: plain(key.name), columns: columns(table.place, key.columns), target_schema:, target_table:,
                  target_columns: columns(key.target, key.target_columns), options: options(key.options))
      end

      def index(table, index)
        copy(index, name: plain(index.name), columns: columns(table.place, index.columns),
                    descending: columns(table.place, index.descending), expression: text(index.expression, table.name),
                    included: columns(table.place, index.included.to_a),
                    condition: text(index.condition, table.name),
                    options: options(index.options))
      end

      def columns(place, names) = names.map { |name| @columns.fetch(place, {}).fetch(name) { plain(name) } }
      def options(options) = options.to_h.to_h { |name, value| [ name, value.is_a?(String) ? plain(value) : value ] }
      def plain(name) = Metamodel::ValueCheck.mended(NAME, name.to_s)

      def text(text, owner)
        text = text.to_s
        return text if text.empty?

        mended = Metamodel::ValueCheck.mended(TEXT, text)
        unless mended == text
          remark(plain(owner), "A text of it had characters that no text can have, or more " \
                             "than #{Metamodel::Field::TEXT_LIMIT} of them; they are left out.")
        end

        mended
      end


      def copy(struct, **values)
        @fresh[struct] = struct.dup.tap { |copy| values.each { |name, value| copy[name] = value } }
      end

      def remark(object, message) = @log << Catalog::Remark.new(level: :note, object:, message:)
    end
  end
end
