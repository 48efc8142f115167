# frozen_string_literal: true

# Texts that came in by ways that were not checked (Prose, intakes, notes) could hold control characters, and a
# journal with such an entry could not be read any more. They become spaces, in the tables and in the journal alike.
class MendControlCharacters < ActiveRecord::Migration[7.2]
  CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/

  class Entry < ActiveRecord::Base
    self.table_name = "journal_entries"
  end

  def up
    mend_tables
    Entry.find_each do |entry|
      changes = JSON.parse(Zlib.inflate(entry.changes_packed))
      mended = mend(changes)
      entry.update_columns(changes_packed: Zlib.deflate(JSON.generate(mended))) unless mended == changes
    end
  end

  def down = nil

  private

  def mend(value)
    case value
    when String then value.match?(CONTROL) ? value.gsub(CONTROL, " ") : value
    when Array then value.map { |each| mend(each) }
    when Hash then value.transform_values { |each| mend(each) }
    else value
    end
  end

  def mend_tables
    connection.tables.grep(/\Aelement_/).each do |table|
      type = Class.new(ActiveRecord::Base) { self.table_name = table; self.inheritance_column = nil }
      def type.dangerous_attribute_method?(_name) = false
      names = type.columns.select { |column| %i[string text json].include?(column.type) }.map(&:name) -
              %w[model_id id parent_id]
      mend_rows(type, names)
    end
  end

  def mend_rows(type, names)
    type.pluck(:model_id, :id, *names).each do |model_id, id, *values|
      changed = names.zip(values).to_h { |name, value| [ name, mend(value) ] }.reject do |name, value|
        value == values[names.index(name)]
      end
      type.where(model_id:, id:).update_all(changed) if changed.any?
    end
  end
end
