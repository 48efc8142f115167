# frozen_string_literal: true

module Kelvath
  module Platforms
    # Hive's practice server: a lake of telemetry, told by SHOW as a server of 3.1 does, and by its database "sys".
    class Hive::Practice < Kelvath::Practice::Answers
      DATABASE = HOME = "telemetry"
      VERSION = "3.1.3"
      REFUSALS = {
        doubled: "SemanticException [Error 10001]: Table already exists (AlreadyExistsException)",
        lacking: "SemanticException [Error 10001]: Table not found",
        type: "SemanticException [Error 10099]: DATATYPE type not supported",
        long: "InvalidObjectException: not a valid object name",
        wrong: "ParseException: cannot recognize input", rights: "HiveAccessControlException Permission denied",
        full: "MetaException: Got exception: The DiskSpace quota of /warehouse is exceeded",
        sign_in: "Error validating the login: PLAIN auth failed", place: "NoSuchDatabaseException: Database not found",
        role: "HiveAccessControlException: role does not exist",
        firewall: "403 Forbidden: 127.0.0.1 is not among the addresses that the gateway lets pass"
      }.freeze
      CLASSES = { "orc" => %w[OrcSerde OrcInputFormat OrcOutputFormat],
                  "textfile" => %w[LazySimpleSerDe TextInputFormat HiveIgnoreKeyTextOutputFormat] }.freeze

      def rows(sql)
        case sql
        when /\ASHOW TABLES IN (\S+)\z/ then titles(@catalog.tables + @catalog.views, Regexp.last_match(1))
        when /\ASHOW VIEWS IN (\S+)\z/ then titles(@catalog.views, Regexp.last_match(1))
        when /\ADESCRIBE DATABASE (\S+)\z/ then described(Regexp.last_match(1).delete("`"))
        when /\ASHOW CREATE TABLE (\S+)\z/ then shown(Regexp.last_match(1))
        else super
        end
      end

      def here = [ [ place(@schema), "#{VERSION} rpractice" ] ]
      def places = [ home, "sys", *@catalog.schemas.map(&:name) ].uniq.sort.map { |name| [ name ] }
      def functions = %w[abs concat upper].map { |name| [ name ] }
      def sizes = @catalog.tables.map { |table| [ place(table.schema), table.name, "hive", "0", "0" ] }

      def constraints
        @catalog.tables.flat_map do |table|
          at = [ place(table.schema), table.name ]
          keys(table, at) + foreign_keys(table, at) + of_columns(table, at) + checks(table, at)
        end
      end

      private

      def titles(things, place)
        wanted = place.delete("`")
        there = things.select { |each| place(each.schema).casecmp?(wanted) }
        there.map { |each| { "tab_name" => each.name } }
      end

      def described(name)
        [ { "db_name" => name, "comment" => @catalog.schemas.find { |each| each.name == name }&.comment.to_s } ]
      end

      # Line by line, without what is told by "sys".
      def shown(title)
        place, name = title.delete("`").split(".", 2)
        thing = (bare.tables + bare.views).find { |each| place(each.schema) == place && each.name == name }
        raise Kelvath::Practice::Refused, self.class.words(:lacking) unless thing

        text = statements.fetch([ place, name ])
        text = text.sub(/(TABLE|VIEW) \S+/) { "#{Regexp.last_match(1)} `#{place}.#{name}`" }
        text.lines.map { |line| { "createtab_stmt" => line.chomp } }
      end

      # { [database, name] => its statement }
      def statements
        @statements ||= begin
          told = side_of(bare)
          made = Ddl.script(told.model, told.design_id).statements.select { |each| %w[table view].include?(each.kind) }
          made.to_h do |each|
            parts = told.model.fetch(each.element_id).name_parts(told.model)
            [ [ *(home if parts.one?), *parts ], each.sql ]
          end
        end
      end

      # What there is without keys, and without what else such a server does not show.
      def bare
        @bare ||= Intake::Catalog.new(
          schemas: @catalog.schemas, views: @catalog.views,
          tables: @catalog.tables.map do |table|
            columns = table.columns.map { |each| each.dup.tap { |it| it.mandatory, it.default_value = false, "" } }
            table.dup.tap { |it| it.columns, it.keys, it.foreign_keys, it.checks = columns, [], [], [] }
          end
        )
      end

      def row(kind, name, at, number: 1, text: nil, rely: 0, col: nil, to: [ nil, nil, nil ])
        [ kind, name, number, text, rely, *at, col, *to ]
      end

      # What has no name gets one.
      def called(thing, kind, number) = thing.name.to_s.empty? ? given(kind, number) : thing.name
      def given(kind, number) = "#{kind}_1_1_#{number}"

      def rely(thing) = thing.options.to_h["relied on"] ? 1 : 0

      def keys(table, at)
        table.keys.each_with_index.flat_map do |key, place|
          name = called(key, key.primary ? "pk" : "uk", place)
          key.columns.each_with_index.map do |col, index|
            row(key.primary ? 0 : 2, name, at, number: index + 1, rely: rely(key), col:, to: [ *at, col ])
          end
        end
      end

      def foreign_keys(table, at)
        table.foreign_keys.each_with_index.flat_map do |key, number|
          name = called(key, "fk", number)
          key.columns.zip(key.target_columns).each_with_index.map do |(col, target), index|
            row(1, name, at, number: index + 1, rely: rely(key), col:,
                             to: [ place(key.target_schema), key.target_table, target ])
          end
        end
      end

      def of_columns(table, at)
        table.columns.each_with_index.flat_map do |column, number|
          text = column.default_value.to_s
          rows = []
          rows << row(3, given("nn", number), at, col: column.name, to: [ *at, column.name ]) if column.mandatory
          rows << row(4, given("dc", number), at, text:, col: column.name, to: [ *at, column.name ]) unless text.empty?
          rows
        end
      end

      def checks(table, at)
        table.checks.each_with_index.map do |each, number|
          row(5, called(each, "cc", number), at, text: each.condition, to: [ *at, nil ])
        end
      end
    end
  end
end
