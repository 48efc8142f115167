# frozen_string_literal: true

module Kelvath
  module Editing
    # Attributes as the ledger edits them: a cell, a new row, a pasted block.
    module Attributes
      # The ledger's columns in order. "type" takes a domain's name or a type such as decimal(9,2).
      COLUMNS = %w[name type length precision scale mandatory identifier default_value definition].freeze
      SIZES = %w[length precision scale].freeze
      TYPE_TEXT = /\A\s*([a-z][a-z _]*?)\s*(?:\(\s*(\d+)\s*(?:,\s*(\d+)\s*)?\))?\s*\z/i
      # What else people call our types.
      TYPE_WORDS = {
        "string" => "text", "varchar" => "text", "character varying" => "text", "char" => "fixed_text",
        "character" => "fixed_text",
        "clob" => "long_text", "memo" => "long_text", "int" => "integer", "number" => "decimal", "numeric" => "decimal",
        "money" => "decimal", "smallint" => "small_integer", "bigint" => "big_integer", "real" => "float",
        "double" => "float",
        "bool" => "boolean", "flag" => "boolean", "yes/no" => "boolean", "datetime" => "timestamp",
        "timestamp with time zone" => "zoned_timestamp", "timestamptz" => "zoned_timestamp",
        "time with time zone" => "zoned_time",
        "duration" => "interval", "blob" => "binary", "guid" => "uuid"
      }.freeze

      module_function

      # Adds an attribute at the end of an entity, or as a member of its primary identifier.
      def add(draft, entity_id, name, **values)
        identifier = values.delete(:identifier)
        last = draft.model.children(entity_id, :attribute).last
        attribute = draft.add(:attribute, parent_id: entity_id,
                                          name: Metamodel::Attribute.fetch_field(:name).parse(name),
                                          position: (last&.position || 0.0) + 1.0, **values)
        identify(draft, attribute.id, true) if identifier
        attribute
      end

      # Puts an attribute into its entity's primary identifier, making one if needed, or takes it out.
      def identify(draft, attribute_id, member)
        entity_id = draft.model.fetch(attribute_id).parent_id
        identifier = draft.model.children(entity_id, :identifier).find(&:primary)
        return unless identifier || member

        identifier ||= draft.add(:identifier, parent_id: entity_id, name: "Primary", primary: true)
        members = member ? identifier.member_ids | [ attribute_id ] : identifier.member_ids - [ attribute_id ]
        members.empty? ? draft.remove(identifier.id) : draft.set(identifier.id, member_ids: members)
      end

      # One ledger cell as typed -> ChangeSet. column: one of COLUMNS; seen: the text that stood there.
      # Raises Conflict if a cell made of several fields shows something else by now.
      def cell(model, attribute_id, column, raw, ids:, seen: nil)
        return Editing.set(model, attribute_id, column, raw, seen:) unless %w[type identifier].include?(column)

        check_seen(model, attribute_id, column, raw, seen) if seen
        draft = Draft.new(model, ids:)
        assign(draft, attribute_id, column, raw)
        draft.change_set
      end

      # What the type or identifier cell of an attribute shows.
      def shown(model, attribute_id, column)
        attribute = model.fetch(attribute_id)
        return model[attribute.domain_id]&.name || attribute.type.tr("_", " ") if column == "type"

        model.children(attribute.parent_id, :identifier).any? { |identifier|
          identifier.primary && identifier.member_ids.include?(attribute_id)
        } ? "yes" : ""
      end

      def check_seen(model, attribute_id, column, raw, seen)
        now = shown(model, attribute_id, column)
        return if [ seen, raw.to_s.strip ].include?(now)

        message = "#{column.capitalize} of the attribute #{model.fetch(attribute_id).name} was set " \
                  "to “#{now}” meanwhile; yours was “#{raw}”."
        raise Conflict,
              [ Conflict::Clash.new(element_id: attribute_id, field: column.to_sym, yours: raw, theirs: now, message:) ]
      end

      # A block of rows as pasted from a spreadsheet (cells in the order of the columns, some of COLUMNS)
      # written over existing attributes from start_id on, the rest as new ones. Raises InvalidValue naming the row.
      def paste(model, entity_id, rows, ids:, start_id: nil, columns: COLUMNS)
        draft = Draft.new(model, ids:)
        existing = model.children(entity_id, :attribute)
        start = start_id ? existing.index { |attribute| attribute.id == start_id } || existing.size : existing.size
        rows.each_with_index do |cells, index|
          paste_row(draft, entity_id, existing[start + index], columns.zip(cells), index)
        end
        draft.change_set
      end

      def paste_row(draft, entity_id, attribute, cells, index)
        cells = cells.reject { |_, cell| cell.nil? }.to_h
        # "text(80)" says its size itself
        cells.reject! { |column, cell| SIZES.include?(column) && cell.strip.empty? } if cells["type"]
        return if cells.each_value.all? { |cell| cell.strip.empty? }

        name = cells.delete("name")
        attribute ||= add(draft, entity_id, name.to_s.strip.empty? ? "Attribute #{index + 1}" : name)
        if name && attribute.name != name
          draft.set(attribute.id, name: Metamodel::Attribute.fetch_field(:name).parse(name))
        end

        cells.each { |column, cell| assign(draft, attribute.id, column, cell) }
      rescue InvalidValue => error
        raise InvalidValue.new("Row #{index + 1} of what you pasted: #{error.message}", field: error.field,
                               value: error.value)
      end

      # Writes one cell of an attribute into a draft: "type", "identifier" or a field. Raises InvalidValue.
      def assign(draft, attribute_id, column, raw)
        case column
        when "type" then draft.set(attribute_id, **type_values(draft.model, raw))
        when "identifier" then identify(draft, attribute_id, Metamodel::Identifier.fetch_field(:primary).parse(raw))
        else draft.set(attribute_id, column.to_sym => Metamodel::Attribute.fetch_field(column).parse(raw))
        end
      end

      # "Money Amount" or "decimal(9,2)" -> the fields that say so. A domain's name wins.
      def type_values(model, raw)
        text = raw.to_s.strip
        domain = model.all(:domain).find { |each| each.name.casecmp?(text) }
        return { domain_id: domain.id, type: "", length: nil, precision: nil, scale: nil } if domain
        return { domain_id: nil, type: "" } if text.empty? || text == "not decided"

        match = text.match(TYPE_TEXT)
        name = match && (TYPE_WORDS[match[1].downcase] || match[1].downcase.tr(" ", "_"))
        return unknown_type(model, text) unless name && Metamodel::LOGICAL_TYPES.include?(name)

        sizes = Metamodel::SIZED_TYPES.fetch(name, []).zip([ match[2], match[3] ]).to_h do |field, size|
          [ field, size&.to_i ]
        end
        { domain_id: nil, type: name, length: nil, precision: nil, scale: nil }.merge(sizes)
      end

      def unknown_type(model, text)
        domains = model.all(:domain).map(&:name).sort
        hint = DidYouMean::SpellChecker.new(dictionary: domains + Metamodel::LOGICAL_TYPES).correct(text).first
        types = Metamodel::LOGICAL_TYPES.drop(1).map { |type| type.tr("_", " ") }.join(", ")
        raise InvalidValue.new("“#{text}” is neither a domain nor a type.#{" Did you mean “#{hint}”?" if hint}" \
                               " Types are #{types}.",
                               field: :type, value: text)
      end

      private_class_method :shown, :check_seen, :paste_row, :unknown_type
    end
  end
end
