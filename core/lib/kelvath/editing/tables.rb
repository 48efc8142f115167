# frozen_string_literal: true

module Kelvath
  module Editing
    # Tables of designs and what is in them, made by hand from what is typed on one line.
    module Tables
      FORM = "“departs_at timestamp not null default now()”"
      # name; a star for a member of the primary key; the type; whether it must have a value; its default
      COLUMN = /\A(?<name>"(?:[^"]|"")+"|[^\s*]+)(?<key>\s*\*)?(?:\s*:)?(?:\s+(?<type>.*?))??
                (?<mandatory>\s+not\s+null)?(?:\s+default\s+(?<default>.+?))?(?<later>\s+not\s+null)?\s*\z/xmi
      ORDER = /\s+(asc|desc)\z/i

      module_function

      # A new table of a design: "sailing", or "crew.member" with its schema, which is made if it is new. place:
      # { diagram id => [x, y] }. Answers the Table. Raises InvalidValue.
      def add(draft, design_id, text, place: {})
        design = draft.model.fetch(design_id, :design)
        schema, name = schema_and_name(draft, design, text.strip)
        table = draft.add(:table, parent_id: design.id, name: Metamodel::Table.fetch_field(:name).parse(name),
                                  schema_id: schema&.id, position: last(draft, design.id, :table))
        place.each { |diagram_id, at| Diagrams.put(draft, draft.model.fetch(diagram_id), table, at:) }
        table
      end

      # A new column of a table, or within a column: "departs_at timestamp not null default now()"; with a star behind
      # its name it is of the primary key. Answers the Column. Raises InvalidValue, which says what would be right.
      def add_column(draft, parent_id, line)
        parent = draft.model.fetch(parent_id)
        told = COLUMN.match(line.strip) or refuse("A column is written #{FORM}.", :name, line)
        blank = Metamodel::Column.new(id: "new", parent_id: parent.id)
        column = draft.add(:column, parent_id: parent.id, name: name_of(told[:name]),
                                    mandatory: !(told[:mandatory] || told[:later] || told[:key]).nil?,
                                    default_value: default(told[:default]), position: last(draft, parent.id, :column))
        Columns.set_type(draft, column.id, type(draft.model, blank, told[:type].to_s)) unless told[:type].to_s.empty?
        add_to_primary(draft, parent, column) if told[:key] && parent.kind == :table
        draft.model.fetch(column.id)
      end

      # A key over columns of a table, "code, day"; the first one is the primary key unless the line begins with
      # "unique". Answers the Key.
      def add_key(draft, table_id, line)
        table = draft.model.fetch(table_id, :table)
        unique = line.match?(/\Aunique\b/i)
        primary = !unique && (line.match?(/\Aprimary\b/i) || !primary?(draft.model, table))
        columns = columns(draft.model, table, line.sub(/\A(unique|primary)(\s+key)?\b/i, ""))
        refuse("#{table.name} has a primary key already; “unique …” makes another one.", :primary, line) if
          primary && primary?(draft.model, table)
        draft.add(:key, parent_id: table.id, primary:, column_ids: columns.map(&:id),
                        name: constraint_name(draft, table, primary ? :primary_key : :unique_key, columns),
                        position: last(draft, table.id, :key))
      end

      # An index over columns of a table: "day, code desc", "unique email", "day include (code) where day is not null".
      # Answers the Index.
      def add_index(draft, table_id, line)
        table = draft.model.fetch(table_id, :table)
        list, condition = line.strip.split(/\s+where\s+/i, 2)
        list, included = list.to_s.split(/\s+include\s+/i, 2)
        unique = list.to_s.match?(/\Aunique\s/i)
        list = list.to_s.sub(/\Aunique\s+/i, "")
        columns = columns(draft.model, table, list)
        falling = parts(list).zip(columns).select { |text, _| text.match?(/\sdesc\z/i) }.map { |_, each| each.id }
        blank = Metamodel::Index.new(id: "new", parent_id: table.id)
        draft.add(:index, parent_id: table.id, unique:, column_ids: columns.map(&:id), descending_ids: falling,
                          included_ids: columns(draft.model, table, included.to_s.delete("()"), none: true).map(&:id),
                          condition: condition ? Ddl::Names.resolve(draft.model, blank, :condition, condition) : "",
                          name: constraint_name(draft, table, :index, columns), position: last(draft, table.id, :index))
      end

      # A check of a table: the condition that every row must meet. Answers the Check.
      def add_check(draft, table_id, text)
        table = draft.model.fetch(table_id, :table)
        fault = Ddl::Piece.new(text, :expression).fault
        refuse("The condition #{fault}.", :condition, text) if fault
        blank = Metamodel::Check.new(id: "new", parent_id: table.id)
        condition = Ddl::Names.resolve(draft.model, blank, :condition, text)
        named = Metamodel::Expression.ids(condition).filter_map { |id| draft.model.of_kind(id, :column) }
        refuse("A condition speaks of columns of #{table.name}, such as “#{example(draft.model, table)}”.", :condition,
               text) if named.empty?

        draft.add(:check, parent_id: table.id, condition:, position: last(draft, table.id, :check),
                          name: constraint_name(draft, table, :check, named))
      end

      # A partition of a table that is spread, or of a partition: "sailing_2026 from ('2026-01-01') to ('2027-01-01')",
      # "north in ('N', 'NE')", "others default". Answers the Partition.
      def add_partition(draft, parent_id, line)
        parent = draft.model.fetch(parent_id)
        name, bounds = line.strip.split(/\s+(?=(?:for\s+values|from|in|with|default)\b)/i, 2)
        refuse("A partition is written “sailing_2026 from ('2026-01-01') to ('2027-01-01')”, “north in ('N')” or " \
               "“others default”.", :bounds, line) unless bounds
        unless Metamodel::Partition.spread?(parent)
          refuse("Say first by which columns #{parent.name} is spread: “partition by range”, list or hash among what " \
                 "it says beyond the standard.", :bounds, line)
        end

        fault = Ddl::Piece.new(bounds, :words).fault
        refuse("The bounds #{fault}.", :bounds, bounds) if fault
        design = draft.model.ancestors(parent).last
        schema, name = schema_and_name(draft, design, name)
        bounds = "FOR VALUES #{bounds}" unless bounds.match?(/\A(?:for\s+values|default)\b/i)
        draft.add(:partition, parent_id: parent.id, schema_id: schema&.id, bounds:,
                              name: Metamodel::Partition.fetch_field(:name).parse(name),
                              position: last(draft, parent.id, :partition))
      end

      # A row that a table begins with: its values in the order of the columns, "'peak', 'In summer'", or as they stand
      # after INSERT INTO and the table's name: "(code, meaning) values ('peak', 'In summer')". Answers the Row.
      def add_row(draft, table_id, text)
        table = draft.model.fetch(table_id, :table)
        text = listed(draft.model, table, text.strip) unless text.match?(/\A\s*(\(|values\b|select\b|default\b)/i)
        fault = Ddl::Piece.new(text, :row).fault
        refuse("The row #{fault}.", :content, text) if fault
        blank = Metamodel::Row.new(id: "new", parent_id: table.id)
        draft.add(:row, parent_id: table.id, content: Ddl::Names.resolve(draft.model, blank, :content, text),
                        position: last(draft, table.id, :row))
      end

      # A view of a design: "long_ones as select …". Answers the View.
      def add_view(draft, design_id, line)
        design = draft.model.fetch(design_id, :design)
        name, query = line.strip.split(/\s+as\s+/i, 2)
        schema, name = schema_and_name(draft, design, name.to_s)
        view = draft.add(:view, parent_id: design.id, schema_id: schema&.id, position: last(draft, design.id, :view),
                                name: Metamodel::View.fetch_field(:name).parse(name))
        draft.set(view.id, query: Ddl::Names.resolve(draft.model, view, :query, query)) if query
        draft.model.fetch(view.id)
      end

      # An enumerated type of a design: "fare_band: off-peak, standard, peak". Answers the Enumeration.
      def add_enumeration(draft, design_id, line)
        design = draft.model.fetch(design_id, :design)
        unless Platforms.of(draft.model, design).supports?(:enumerations)
          refuse("#{Platforms.of(draft.model, design).title} has no enumerated types that are made for themselves.",
                 :name, line)
        end

        name, values = line.split(":", 2)
        refuse("An enumerated type is written “fare_band: off-peak, standard, peak”.", :value_texts, line) unless values
        schema, name = schema_and_name(draft, design, name.strip)
        draft.add(:enumeration, parent_id: design.id, schema_id: schema&.id, value_texts: parts(values).uniq,
                                name: Metamodel::Enumeration.fetch_field(:name).parse(name),
                                position: last(draft, design.id, :enumeration))
      end

      # A sequence of a design: "ticket_number", "crew.number". Answers the Sequence.
      def add_sequence(draft, design_id, text)
        design = draft.model.fetch(design_id, :design)
        schema, name = schema_and_name(draft, design, text.strip)
        draft.add(:sequence, parent_id: design.id, schema_id: schema&.id, position: last(draft, design.id, :sequence),
                             name: Metamodel::Sequence.fetch_field(:name).parse(name))
      end

      # A routine or trigger: its whole statement, or only its name. Answers the element.
      def add_program(draft, kind, parent_id, text)
        called = text[/\b(?:function|procedure|trigger)\s+(?:if\s+not\s+exists\s+)?"?([\w.$]+)/i, 1] || text
        draft.add(kind, parent_id:, name: Metamodel.fetch(kind).fetch_field(:name).parse(called.split(".").last),
                        text: called == text ? "" : text.strip, position: last(draft, parent_id, kind))
      end

      # What a role may do: "select, insert on vessel". Answers the Grant.
      def add_grant(draft, role_id, line)
        rights, place = line.strip.split(/\s+on\s+/i, 2)
        refuse("Rights are written “select, insert on vessel”.", :privileges, line) if place.nil? || rights.strip.empty?
        blank = Metamodel::Grant.new(id: "new", parent_id: role_id)
        on_id = FieldText.found(draft.model, blank, Metamodel::Grant.fetch_field(:on_id), place)
        draft.add(:grant, parent_id: role_id, privileges: parts(rights).map(&:downcase), on_id:,
                          position: last(draft, role_id, :grant))
      end

      # The type that a text means where an element stands. Raises InvalidValue if its platform has no such type in the
      # design's version, unless it is to be kept as written.
      def type(model, element, text, as_written: false)
        platform = Platforms.of(model, element)
        type = platform.read_type(Metamodel::Column.fetch_field(:native_type).typed(text))
        fault = as_written ? nil : platform.type_fault(type, known: Platforms.enumerations(model, element).keys)
        fault ? refuse(fault, :native_type, text) : type
      end

      # Names of columns, with commas between -> Columns of the table. Raises InvalidValue naming those it has.
      def columns(model, table, text, none: false)
        there = model.children(table.id, :column)
        found = parts(text).map do |name|
          bare = name_of(name.sub(ORDER, ""))
          there.find { |each| each.name.casecmp?(bare) } ||
            refuse("#{table.name} has no column “#{bare}”; it has #{there.map(&:name).first(12).join(', ')}.",
                   :column_ids, text)
        end
        refuse("Name columns of #{table.name}, with commas between: #{there.map(&:name).first(12).join(', ')}.",
               :column_ids, text) if found.empty? && !none

        found
      end

      # The name of a key, index or check by the standard's pattern, free in the design.
      def constraint_name(draft, table, rule, columns, target: nil)
        platform = Platforms.of(draft.model, table)
        parts = { "table" => table.name, "columns" => columns.map(&:name), "target" => target&.name,
                  "role" => target&.name }.compact
        design = draft.model.ancestors(table).last
        taken = Naming::TakenNames.new
        Metamodel::Design.tables(draft.model, design.id).each do |each|
          draft.model.child_ids(each.id).each { |id| taken.claim(draft.model[id].name) }
        end
        taken.take(Naming::Standard.plain.patterned(rule, parts, platform:), limit: platform.identifier_limit)
      end

      # Values by themselves, with the columns they are for before them.
      def listed(model, table, text)
        fault = Ddl::Piece.new("(#{text})", :row).fault
        refuse("The row #{fault}.", :content, text) if fault
        values = Ddl::Piece.new(text, :row).parts
        names = model.children(table.id, :column).first(values).map { |column|
          Platforms.of(model, table).quote(column.name)
        }
        return "(#{names.join(', ')}) VALUES (#{text})" if names.size == values

        refuse("#{table.name} has #{names.size} columns; these are #{values} values.", :content, text)
      end

      # The position behind the last of a kind within an element.
      def last(draft, parent_id, kind) = (draft.model.children(parent_id, kind).last&.position || 0.0) + 1.0
      def primary?(model, table) = model.children(table.id, :key).any?(&:primary)
      def refuse(message, field, value) = raise(InvalidValue.new(message, field:, value:))
      def parts(text) = text.split(",").map(&:strip).reject(&:empty?)

      def name_of(text)
        bare = text.match?(/\A".*"\z/m) ? text[1..-2].gsub('""', '"') : text
        Metamodel::Column.fetch_field(:name).parse(bare)
      end

      def default(text)
        fault = text && Ddl::Piece.new(text, :expression).fault
        fault ? refuse("The default #{fault}.", :default_value, text) : text.to_s
      end

      def example(model, table)
        "#{model.children(table.id, :column).first&.name || 'price'} > 0"
      end

      def add_to_primary(draft, table, column)
        key = draft.model.children(table.id, :key).find(&:primary)
        return draft.set(key.id, column_ids: [ *key.column_ids, column.id ]) if key

        draft.add(:key, parent_id: table.id, primary: true, column_ids: [ column.id ],
                        name: constraint_name(draft, table, :primary_key, [ column ]), position: 1.0)
      end

      def schema_and_name(draft, design, text)
        schema, name = text.split(".", 2)
        return [ nil, text ] if name.nil? || !Platforms.of(draft.model, design).supports?(:schemas)

        found = Metamodel::Design.schemas(draft.model, design.id).find { |each| each.name.casecmp?(schema) }
        [ found || draft.add(:schema, parent_id: design.id, name: Metamodel::Schema.fetch_field(:name).parse(schema),
                                      position: last(draft, design.id, :schema)), name ]
      end
    end
  end
end
