# frozen_string_literal: true

module Kelvath
  module Platforms
    # SQL Server's practice server: rows of the catalog views; numbers and words of what it refuses are those of
    # "Database Engine events and errors".
    class Sqlserver::Practice < Kelvath::Practice::Answers
      DATABASE = "HSOPS"
      HOME = Sqlserver::FIRST_SCHEMA
      VERSION = "16.0.1000.6"
      COLLATION = "Latin1_General_CI_AS"
      REFUSALS = {
        doubled: "Msg 2714: There is already an object with that name in the database",
        lacking: "Msg 1767: The key references an invalid table, or the object does not exist",
        type: "Msg 2715: Cannot find data type", long: "Msg 103: The identifier is too long; maximum length is 128",
        needed: "Msg 3726: Could not drop object because it is referenced by a FOREIGN KEY constraint",
        wrong: "Msg 102: Incorrect syntax", rights: "Msg 262: CREATE TABLE permission denied in database",
        full: "Msg 1105: Could not allocate space because the 'PRIMARY' filegroup is full",
        sign_in: "Msg 18456: Login failed for user",
        place: "Msg 4060: Cannot open database requested by the login",
        role: "Msg 15517: Cannot execute as the database principal because it does not exist",
        firewall: "Msg 40615: Cannot open server requested by the login; client with IP address '127.0.0.1' is not " \
                  "allowed to access the server",
        locked: "Msg 1222: Lock request time out period exceeded"
      }.freeze
      ORDER = Sqlserver::CatalogReader::ORDERS
      KINDS = Sqlserver::CatalogReader::KINDS.invert

      def here = [ [ self.class::DATABASE, VERSION, COLLATION ] ]

      def list
        kinds = { tables: "table", views: "view", sequences: "sequence", routines: "routine" }
        kinds.flat_map do |list, kind|
          @catalog.public_send(list).map do |each|
            size = kind == "table" ? 0 : nil
            [ id(each), place(each.schema), each.name, kind, home, size, size, 1 ]
          end
        end
      end

      def schemas = [ [ home, nil ], *@catalog.schemas.map { |each| [ each.name, each.comment ] } ]

      def tables
        @catalog.tables.map do |each|
          [ id(each), place(each.schema), each.name, each.comment, flag(each.options["memory optimized"]), 0,
            *spread(each.options) ]
        end
      end

      def columns
        each_of(:columns) do |table, column, index|
          first, step = column.options.values_at("first number", "step").map { |value| (value || 1).to_s }
          counted = column.identity ? [ first, step ] : [ nil, nil ]
          [ id(table), index + 1, column.name, type(column), flag(!column.mandatory), *counted,
            bracketed(column.default_value), column.options["default's name"], bracketed(column.computed),
            flag(column.stored), column.options["collation"] || COLLATION, flag(column.options["sparse"]),
            flag(column.options["row guid"]), column.options["masked with"], 0, column.comment ]
        end
      end

      def indexes
        @catalog.tables.flat_map do |table|
          table.keys.each_with_index.flat_map { |key, index| key_rows(table, key, index) } +
            table.indexes.flat_map { |index| index_rows(table, index) }
        end
      end

      def foreign_keys
        each_of(:foreign_keys) do |table, key, index|
          off = key.options["disabled"]
          key.columns.zip(key.target_columns).each_with_index.map do |(column, target), number|
            [ id(table), *named(key, "FK_#{table.name}_#{index}"), column, number + 1, place(key.target_schema),
              key.target_table, target, words(key.on_delete), words(key.on_update), flag(off),
              flag(off || key.options["unchecked"]), flag(key.options["not for replication"]) ]
          end
        end.flatten(1)
      end

      def checks
        each_of(:checks) do |table, check, index|
          [ id(table), *named(check, "CK_#{table.name}_#{index}"), bracketed(check.condition),
            flag(check.options["disabled"]), flag(check.options["not for replication"]) ]
        end
      end

      def modules
        views = @catalog.views.map { |each|
 [ id(each), place(each.schema), each.name, "V ", 0, view(each), each.comment ] }
        routines = @catalog.routines.map do |each|
          [ id(each), place(each.schema), each.name, each.text.match?(/\A\s*CREATE\s+(?:OR\s+ALTER\s+)?FUNC/i) ? "FN" :
            "P ", 0, each.text, nil ]
        end
        triggers = each_of(:triggers) do |table, trigger, index|
          [ id(table) + index + 1, place(table.schema), trigger.name, "TR", id(table), trigger.text, nil ]
        end
        views + routines + triggers
      end

      def sequences
        @catalog.sequences.map do |each|
          bounds = [ each.first, each.step || 1, each.least, each.most ]
          [ id(each), place(each.schema), each.name, *bounds, flag(each.cycles), each.comment ]
        end
      end

      def types
        @catalog.domains.map do |each|
          [ place(each.schema), each.name, each.native_type, flag(!each.mandatory), each.comment ]
        end
      end

      def rest = []

      private

      def flag(value) = value ? 1 : 0
      def bracketed(text) = text.to_s.empty? ? nil : "(#{text})"
      def words(action) = action.upcase.tr(" ", "_")

      # What stands in a database by itself has a number, with room for what belongs to it.
      def id(thing)
        @ids ||= %i[tables views sequences routines].flat_map { |list| @catalog.public_send(list) }
                                                    .each_with_index.to_h { |each, index| [ each.object_id, index ] }
        (@ids.fetch(thing.object_id) + 1) * 1000
      end

      def each_of(list)
        @catalog.tables.flat_map do |table|
          table.public_send(list).each_with_index.map { |each, index| yield table, each, index }
        end
      end

      # [name, did the server give it?]
      def named(thing, given) = thing.name.empty? ? [ given, 1 ] : [ thing.name, 0 ]

      def type(column)
        own = @catalog.domains.find { |each| each.name.casecmp?(column.native_type) }
        own ? "#{place(own.schema)}.#{own.name}" : column.native_type
      end

      # [filegroup, scheme, column that it parts by, how rows are kept]
      def spread(options)
        scheme, column = options["partition scheme"].to_s.match(/\A(.+?)\((.+)\)\z/)&.captures
        [ options["filegroup"], scheme, column, options["compression"]&.upcase || "NONE" ]
      end

      def key_rows(table, key, index)
        name, unnamed = named(key, "UQ_#{table.name}_#{index}")
        kind = key.options["order"]&.upcase || ORDER.fetch(key.primary)
        files, scheme, _, packed = spread(key.options)
        key.columns.each_with_index.map do |column, number|
          [ id(table), name, kind, 1, flag(key.primary), flag(!key.primary), flag(key.options["ignore doubles"]),
            key.options["fill factor"] || 0, 0, nil, files, scheme, packed, column, number + 1, 0, 0, number + 1,
            unnamed ]
        end
      end

      def index_rows(table, index)
        files, scheme, _, packed = spread(index.options)
        columnar = index.options["kind"].to_s.include?("columnstore")
        parts = index.columns.map { |column| [ column, columnar ] } + index.included.map { |column| [ column, true ] }
        parts = [ [ nil, false ] ] if parts.empty?
        parts.each_with_index.map do |(column, included), number|
          [ id(table), index.name, KINDS.fetch(index.options["kind"], "NONCLUSTERED"), flag(index.unique), 0, 0, 0,
            index.options["fill factor"] || 0, 0, bracketed(index.condition), files, scheme, packed, column,
            included ? 0 : number + 1, flag(index.descending.include?(column)), flag(included), number + 1, nil ]
        end
      end

      def view(view)
        script = Ddl.script(model, side.design_id)
        views = Metamodel::Design.views(model, side.design_id)
        element = views.find { |each| each.name_parts(model) == view.place.compact }
        script.statements.find { |each| each.kind == "view" && each.element_id == element.id }.sql
      end
    end
  end
end
