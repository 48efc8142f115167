# frozen_string_literal: true

# Elements in their table: read whole, written in bulk.
module ElementStore
  BATCH = 500 # rows removed by one statement
  PIECE = 500 # rows written at once where there are many
  PAUSE = 0.002 # seconds in which others may write
  # Rows are handed over as one JSON text: binding each value of each takes half as long again, and bulk statements of
  # Active Record ten times as long.
  PUT = "INSERT OR REPLACE INTO elements (model_id, id, part, kind, parent_id, content) " \
        "SELECT ?, value ->> 0, value ->> 1, value ->> 2, value ->> 3, value ->> 4 FROM json_each(?)"
  REVISE = "UPDATE elements SET content = ? WHERE model_id = ? AND id = ?" # no index has anything to do

  module_function

  # What the block reads is of one moment, and holds no writer up.
  def glance(&block)
    connection = ApplicationRecord.connection
    return yield if connection.transaction_open?

    ApplicationRecord.uncached { connection.raw_connection.transaction(:deferred, &block) }
  end

  # All elements of a model.
  def read(model_id) = elements(ElementRow.where(model_id:))

  # The elements of rows.
  def elements(rows) = rows.pluck(:kind, :id, :parent_id, :content).map { |row| ElementRow.element(*row) }

  # Writes the elements of a new model, piece by piece, with pauses in which others may write; tells the block how
  # many each time.
  def insert_in_pieces(model_id, model)
    model.elements.each_value.each_slice(PIECE) do |slice|
      ApplicationRecord.transaction { put(model_id, slice, model) }
      yield slice.size
      sleep PAUSE
    end
  end

  # Removes all elements of a model, likewise.
  def discard(model_id)
    rows = ElementRow.where(model_id:)
    sleep PAUSE while rows.where(id: rows.limit(PIECE).select(:id)).delete_all == PIECE
  end

  # Writes what a change did; after is the model it made.
  def write(model_id, change_set, after)
    change_set.removals.each_slice(BATCH) { |slice| ElementRow.where(model_id:, id: slice.map(&:id)).delete_all }
    put(model_id, change_set.additions + moved(change_set, after), after)
    revise(model_id, change_set.updates.map(&:id).uniq.map { |id| after.fetch(id) })
  end

  # Diagrams that now belong to another design, with what stands within them.
  def moved(change_set, after)
    changed = change_set.updates.select { |update| update.field == :design_id }.map { |update| after.fetch(update.id) }
    changed.select { |each| each.kind == :diagram }.flat_map do |diagram|
      [ diagram, *after.child_ids(diagram.id).map { |id| after.fetch(id) } ]
    end
  end

  def put(model_id, elements, model)
    parts = Hash.new { |known, parent_id| known[parent_id] = ElementRow.part(model.fetch(parent_id), model) }
    elements.each_slice(PIECE) do |slice|
      rows = slice.map do |each|
        part = each.parent_id ? parts[each.parent_id] : ElementRow.part(each, model)
        [ each.id, part, each.class.key, each.parent_id, JSON.generate(each.values) ]
      end
      run(PUT, [ [ model_id, JSON.generate(rows) ] ])
    end
  end

  def revise(model_id, elements)
    run(REVISE, elements.map { |each| [ JSON.generate(each.values), model_id, each.id ] }) if elements.any?
  end

  # Runs one statement, prepared once, with each of some lists of values.
  def run(sql, lists)
    connection = ApplicationRecord.connection
    connection.raw_connection.prepare(sql) do |statement|
      lists.each do |values|
        statement.bind_params(*values)
        statement.step
        statement.reset!
      end
    end
    connection.clear_query_cache
  end
end
