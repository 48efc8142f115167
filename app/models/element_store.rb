# frozen_string_literal: true

# Elements in their tables, one table a kind: read whole, written in bulk.
module ElementStore
  BATCH = 500 # rows removed by one statement
  FEW = 20 # up to so many field updates go one by one

  # The record class of each kind; its table is "element_" and the kind's plural.
  RECORDS = Kelvath::Metamodel::KINDS.to_h do |kind, _|
    record = Class.new(ApplicationRecord) do
      self.table_name = "element_#{Kelvath::Inflection.plural(kind.to_s)}"
      self.inheritance_column = nil
      # A field may be called what Active Record calls a method of its own; rows are only plucked.
      def self.dangerous_attribute_method?(_name) = false
      def self.instance_method_already_implemented?(_name) = true
    end
    [ kind, const_set(:"#{kind.to_s.camelize}Row", record) ]
  end.freeze

  module_function

  # What the block reads is of one moment, and holds no writer up.
  def glance(&block)
    connection = ApplicationRecord.connection
    return yield if connection.transaction_open?

    ApplicationRecord.uncached { connection.raw_connection.transaction(:deferred, &block) }
  end

  # All elements of a model.
  def read(model_id) = RECORDS.flat_map { |kind, record| read_kind(kind, record, model_id) }

  PIECE = 500 # rows written at once where there are many
  PAUSE = 0.002 # seconds in which others may write

  # Writes new elements, piece by piece, with pauses in which others may write; tells the block how many each time.
  def insert_in_pieces(model_id, elements)
    elements.group_by(&:kind).each do |kind, list|
      list.each_slice(PIECE) do |slice|
        ApplicationRecord.transaction { insert(RECORDS.fetch(kind), model_id, slice) }
        yield slice.size
        sleep PAUSE
      end
    end
  end

  # Removes all elements of a model, likewise.
  def discard(model_id)
    RECORDS.each_value do |record|
      sleep PAUSE while record.where(model_id:, id: record.where(model_id:).limit(PIECE).select(:id)).delete_all == PIECE
    end
  end

  # Writes what a change did; after is the model it made.
  def write(model_id, change_set, after)
    change_set.removals.group_by(&:kind).each { |kind, elements| delete(RECORDS[kind], model_id, elements) }
    change_set.additions.group_by(&:kind).each { |kind, elements| insert(RECORDS[kind], model_id, elements) }
    change_set.updates.group_by(&:id).then { |updates| updates.size > FEW ? replace(model_id, updates.keys, after) : update(model_id, updates, after) }
  end

  def read_kind(kind, record, model_id)
    type = Kelvath::Metamodel.fetch(kind)
    names = type.fields.keys
    record.where(model_id:).pluck(:id, :parent_id, *names).map do |id, parent_id, *values|
      type.new(id:, parent_id:, **names.zip(values).to_h)
    end
  end

  # The values of a row, as the engine takes them: model, id, parent, then the fields in their order.
  def row(model_id, element)
    element.class.fields.each_value.reduce([ model_id, element.id, element.parent_id ]) { |row, field| row << stored(field, element[field.name]) }
  end

  def stored(field, value)
    case field.storage
    when :json then JSON.generate(value)
    when :boolean then value ? 1 : 0
    else value
    end
  end

  # One statement, prepared once, for all rows of a kind: bulk statements of Active Record cost ten times as much.
  # replacing: rows of the same ids are written over.
  def insert(record, model_id, elements, replacing: false)
    names = [ :model_id, :id, :parent_id, *elements.first.class.fields.keys ].map { |name| record.connection.quote_column_name(name) }
    sql = "INSERT #{'OR REPLACE ' if replacing}INTO #{record.quoted_table_name} (#{names.join(', ')}) VALUES (#{([ '?' ] * names.size).join(', ')})"
    record.connection.raw_connection.prepare(sql) do |statement|
      elements.each do |element|
        statement.bind_params(*row(model_id, element))
        statement.step
        statement.reset!
      end
    end
    record.connection.clear_query_cache
  end

  def delete(record, model_id, elements)
    elements.each_slice(BATCH) { |slice| record.where(model_id:, id: slice.map(&:id)).delete_all }
  end

  def update(model_id, updates, after)
    updates.each do |id, list|
      RECORDS.fetch(after.fetch(id).kind).where(model_id:, id:).update_all(list.to_h { |each| [ each.field, each.after ] })
    end
  end

  def replace(model_id, ids, after)
    ids.map { |id| after.fetch(id) }.group_by(&:kind).each { |kind, elements| insert(RECORDS.fetch(kind), model_id, elements, replacing: true) }
  end
end
