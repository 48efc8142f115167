# frozen_string_literal: true

module Kelvath
  # What a person does to a model by hand, each as Model -> ChangeSet.
  module Editing
    module_function

    # Sets one field from text as typed. seen: the value the person saw before typing, when it may
    # differ from the model's by now (the journal then tells the clash); ids: for the columns within a column, of which
    # its type can tell; as_written: SQL that Kelvath cannot vouch for is kept all the same. A field can be one of
    # Counts::FIELDS, too. Raises InvalidValue, NotFound.
    def set(model, id, field_name, raw, seen: nil, ids: nil, as_written: false)
      element = model.fetch(id)
      side = Counts::FIELDS[field_name.to_s]
      return Counts.set(element, side, raw.to_s, seen:) if side && element.kind == :relationship

      field = element.class.fetch_field(field_name)
      value = read(model, element, field, raw, as_written:)
      value = Entities.domain_named(model, value) if field.name == :domain_id && value && !model.key?(value)
      return ChangeSet.new if element[field.name] == value
      if field.type == :native_type && Metamodel::NativeType.record(value)
        return set_type(model, element, value, raw, seen, ids)
      end

      if element.kind == :enumeration && field.name == :name
        return Enumerations.rename(model, element, value, seen, ids)
      end

      known = seen.nil? ? {} : { field.name => read(model, element, field, seen, as_written: true) }
      ChangeSet.set(element, seen: known, field.name => value)
    end

    # Sets one option that an element's platform declares; empty text takes it away. Raises InvalidValue, UnknownName,
    # NotFound.
    def set_option(model, id, name, raw)
      element = model.fetch(id)
      element.class.fetch_field(:options)
      platform = Platforms.of(model, element)
      return ChangeSet.set(element, options: element.options.except(name)) if raw.to_s.strip.empty?

      read = Platforms::Options.read_one(name, raw.to_s.strip, platform, element.kind)
      return ChangeSet.set(element, options: element.options.except(*read.keys)) if read.values == [ nil ]

      ChangeSet.set(element, options: element.options.merge(Ddl::Names.resolved_options(model, element, read)))
    end

    def set_type(model, column, type, raw, seen, ids)
      FieldText.check_seen(model, column, "native_type", raw, seen) if seen
      Draft.change(model, ids:) { |draft| Columns.set_type(draft, column.id, type) }
    end
    private_class_method :set_type

    # What was typed for a field, as its value. A piece of SQL must be whole, unless it is kept as written.
    def read(model, element, field, raw, as_written: false)
      Derivation::HouseColumns.check(raw.to_s, model) if field.name == :house_columns
      return field.parse(raw) unless field.written_by_platform? || Ddl::Piece.of?(element, field)

      value = FieldText.read(model, element, field, raw, as_written:)
      check_piece(element, field, raw) unless as_written || raw.is_a?(Hash)
      value
    end

    def check_piece(element, field, raw)
      return if raw.to_s.strip.empty? || !Ddl::Piece.of?(element, field) || field.type == :native_type

      fault = Ddl::Piece.new(raw.to_s, Ddl::Piece.kind(element.kind, field.name)).fault or return
      raise InvalidValue.new("#{field.label} #{fault}.", field: field.name, value: raw)
    end
    private_class_method :check_piece

    # Removes elements by id, with all that depends on them.
    def remove(model, element_ids, ids:)
      draft = Draft.new(model, ids:)
      element_ids.each { |id| draft.remove(id) }
      draft.change_set
    end

    # Moves diagram nodes: { node id => [x, y] }.
    def move(model, places, ids:)
      draft = Draft.new(model, ids:)
      places.each { |id, (x, y)| draft.set(id, x: x.round(1), y: y.round(1)) if model.key?(id) }
      draft.change_set
    end

    # A relationship between two entities, one to many until somebody says otherwise.
    def relate(model, from_id, to_id, ids:, **values)
      draft = Draft.new(model, ids:)
      optional = from_id == to_id ? { from_least: 0 } : {}
      draft.add(:relationship, from_id: model.fetch(from_id, :entity).id, to_id: model.fetch(to_id, :entity).id,
                **optional, **values)
      draft.change_set
    end
  end
end

require_relative "editing/entities"
require_relative "editing/field_text"
require_relative "editing/counts"
require_relative "editing/several"
require_relative "editing/attributes"
require_relative "editing/columns"
require_relative "editing/identifiers"
require_relative "editing/relating"
require_relative "editing/free_spots"
require_relative "editing/diagrams"
require_relative "editing/tables"
require_relative "editing/enumerations"
require_relative "editing/foreign_keys"
require_relative "editing/type_rules"
require_relative "editing/clips"
