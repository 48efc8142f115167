# frozen_string_literal: true

module Kelvath
  module Altering
    # A few rows for each table of a design, for proofs: they obey its types, keys, foreign keys and lists of allowed
    # values as far as these can be read. What an engine refuses nonetheless is passed over by whoever inserts them.
    class SampleRows
      COUNT = 3
      # Values of logical types, one for each row.
      VALUES = {
        "date" => ->(row) { "'2026-0#{row}-1#{row}'" }, "time" => ->(row) { "'0#{row}:30:00'" },
        "zoned_time" => ->(row) { "'0#{row}:30:00'" }, "timestamp" => ->(row) {
 "'2026-0#{row}-1#{row} 0#{row}:00:00'" },
        "zoned_timestamp" => ->(row) { "'2026-0#{row}-1#{row} 0#{row}:00:00'" },
        "uuid" => ->(row) { "'00000000-0000-4000-8000-00000000000#{row}'" }, "json" => ->(row) { "'{\"a\": #{row}}'" },
        "interval" => ->(row) { "'#{row} 00:00:00'" }
      }.freeze

      # model, design_id: where the tables are.
      def initialize(model, design_id)
        @model = model
        @design = model.fetch(design_id, :design)
        @platform = Platforms.fetch(@design.platform).at(@design.version)
        @writer = @platform.writer_class.new(model, @design)
      end

      # [Ddl::Statement, …], parents before what refers to them.
      def statements
        @writer.tables.reject { |table| Copies.unhoused?(table, @model) }.flat_map do |table|
          (1..COUNT).filter_map { |row| insert(table, row) }
        end
      end

      # SQL of a value for a column, as row number says (from 1); nil where none can be made up.
      def value(column, row, seen = [])
        target = @model.children(column.parent_id, :foreign_key).find { |key| key.column_ids.include?(column.id) }
        if target && !seen.include?(column.id)
          at = target.column_ids.index(column.id)
          referred = @model[target.target_column_ids[at]]
          return value(referred, row, [ *seen, column.id ]) if referred
        end

        listed = listed(column)
        listed.any? ? listed[(row - 1) % listed.size] : typed(column, row)
      end

      private

      def insert(table, row)
        values = @model.children(table.id, :column).select { |each| each.computed.empty? }.map do |column|
          value = optional?(column, row) || homeless?(column) ? "NULL" : value(column, row)
          return if value.nil? && column.mandatory && column.default_value.empty?

          [ column, value ]
        end
        values = values.reject { |_, value| value.nil? }
        return if values.empty?

        names = values.map { |column, _| @writer.quote(column.name) }.join(", ")
        Ddl::Statement.new("row", table.name, "INSERT INTO #{@writer.place(table)} (#{names}) " \
                                              "VALUES (#{values.map(&:last).join(', ')})", table.id)
      end

      # The last row of a table leaves out what it may.
      def optional?(column, row) = row == COUNT && !column.mandatory && !keyed?(column)

      # Does it refer to a table that has no rows?
      def homeless?(column)
        !column.mandatory && @model.children(column.parent_id, :foreign_key).any? do |key|
          key.column_ids.include?(column.id) && Copies.unhoused?(@model.fetch(key.target_table_id), @model)
        end
      end

      def keyed?(column)
        @model.children(column.parent_id, :key).any? { |key| key.primary && key.column_ids.include?(column.id) }
      end

      # The texts that a check of the table or the type itself lists for it.
      def listed(column)
        type = column.native_type
        return type.fetch("arguments", []).grep(/\A'/) if %w[enum set].include?(type["base"])

        own = Platforms.enumerations(@model, column)[type["base"]]
        return own.value_texts.map { |text| @platform.literal(text) } if own

        @model.children(column.parent_id, :check).each do |check|
          reference = Regexp.escape(Metamodel::Expression.reference(column.id))
          match = check.condition.match(/\A\s*#{reference}\s+IN\s*\((.+)\)/mi)
          return Ddl::Lexer.tokens(match[1]).select { |each|
 %i[string number].include?(each.type) }.map(&:value) if match
        end
        []
      end

      def typed(column, row)
        type = column.native_type
        own = @platform.class::EXAMPLES[type["base"]]
        return format(own, row:) if own

        logical = @platform.logical_type(type)
        case logical[:type]
        when "integer", "small_integer", "big_integer" then row.to_s
        when "decimal" then (logical[:precision] || 9) - logical[:scale].to_i > 0 ? row.to_s : "0.#{row}"
        when "float" then "#{row}.5"
        when "boolean" then @platform.default_expression(row.odd? ? "true" : "false",
Logical::ValueType.new(name: "boolean"))
        when "text", "fixed_text", "long_text" then text(type, logical, row)
        else VALUES[logical[:type]]&.call(row)
        end
      end

      def text(type, logical, row)
        length = logical[:length] || (%w[char character].include?(type["base"]) ? 1 : 9)
        @platform.literal("row #{row}".chars.last(length).join)
      end
    end
  end
end
