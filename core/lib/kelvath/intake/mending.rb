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
      end

      # The mended Catalog.
      def catalog
        @tables = renamed(@catalog.tables.map(&:name), "")
        @columns = @catalog.tables.to_h { |table| [ table.name, renamed(table.columns.map(&:name), @tables[table.name]) ] }
        views = renamed(@catalog.views.map(&:name), "")
        Catalog.new(tables: @catalog.tables.map { |table| table(table) }, log: @log,
                    views: @catalog.views.map { |view| copy(view, name: views[view.name], query: text(view.query, view.name), column_names: view.column_names.to_a.map { |name| plain(name) }, options: options(view.options), comment: text(view.comment, view.name)) })
      end

      private

      # { name as it came => as it stands in the model }
      def renamed(names, within)
        scope = Naming::Scope.new(joint: " ")
        names.uniq.to_h do |name|
          mended = plain(name)
          taken = scope.take(mended.empty? ? "unnamed" : mended)
          note([ within, taken ].reject(&:empty?).join("."), "This is called #{name.to_s.scrub('?').inspect[0, 200]} there; #{why(name, mended)}") unless taken == name
          [ name, taken ]
        end
      end

      def why(name, mended)
        return "a name is needed." if mended.empty?
        return "its bytes are no text that is known; what could not be read stands as �." unless name.to_s.dup.force_encoding(Encoding::UTF_8).valid_encoding?
        return "at most #{Metamodel::ValueCheck::NAME_MOST} characters are kept." if name.length > Metamodel::ValueCheck::NAME_MOST

        mended == name ? "another one differs from it in the case of letters only." : "control characters and further blanks are left out."
      end

      def table(table)
        copy(table, name: @tables[table.name], comment: text(table.comment, table.name), columns: table.columns.map { |column| column(table, column) },
                    keys: table.keys.map { |key| copy(key, name: plain(key.name), columns: columns(table.name, key.columns), options: options(key.options)) },
                    foreign_keys: table.foreign_keys.map { |key| foreign_key(table, key) },
                    checks: table.checks.map { |check| copy(check, name: plain(check.name), condition: text(check.condition, table.name)) },
                    clauses: table.clauses.to_a.map { |clause| copy(clause, name: plain(clause.name), text: text(clause.text, table.name)) },
                    options: options(table.options),
                    indexes: table.indexes.map { |index| index(table, index) })
      end

      def column(table, column)
        copy(column, name: @columns[table.name][column.name], native_type: plain(column.native_type), comment: text(column.comment, column.name),
                     default_value: text(column.default_value, column.name), computed: text(column.computed, column.name), options: options(column.options))
      end

      def foreign_key(table, key)
        target = @tables.fetch(key.target_table) { plain(key.target_table) }
        copy(key, name: plain(key.name), columns: columns(table.name, key.columns), target_table: target, target_columns: columns(key.target_table, key.target_columns),
                  options: options(key.options))
      end

      def index(table, index)
        copy(index, name: plain(index.name), columns: columns(table.name, index.columns), descending: columns(table.name, index.descending), expression: text(index.expression, table.name),
                    options: options(index.options))
      end

      def columns(table, names) = names.map { |name| @columns.fetch(table, {}).fetch(name) { plain(name) } }
      def options(options) = options.to_h.to_h { |name, value| [ name, value.is_a?(String) ? plain(value) : value ] }
      def plain(name) = Metamodel::ValueCheck.mended(NAME, name.to_s)

      def text(text, owner)
        text = text.to_s
        mended = Metamodel::ValueCheck.mended(TEXT, text)
        note(@tables.fetch(owner) { plain(owner) }, "A text of it had characters that no text can have, or more than #{Metamodel::Field::TEXT_LIMIT} of them; they are left out.") unless mended == text.to_s
        mended
      end

      def copy(struct, **values) = struct.class.new(**struct.to_h, **values)
      def note(object, message) = @log << Catalog::Note.new(level: :note, object:, message:)
    end
  end
end
