# frozen_string_literal: true

# Designs held the result of their derivation themselves, and so did every journal entry that added one.
class KeepBasesBesideModels < ActiveRecord::Migration[7.2]
  DESIGNS = "SELECT model_id, id, content FROM elements WHERE kind = 'design'"

  def up
    create_table :bases, id: false, primary_key: :digest do |t|
      t.string :digest, null: false, primary_key: true
      t.binary :content, null: false
    end
    move_from_elements
    move_from_journals
  end

  def down = drop_table(:bases)

  private

  def move_from_elements
    connection.select_rows(DESIGNS).each do |model_id, id, content|
      values = JSON.parse(content)
      next unless held?(values)

      values["base"] = keep(values["base"])
      ElementRow.where(model_id:, id:).update_all(content: JSON.generate(values))
    end
  end

  def move_from_journals
    JournalEntry.find_each do |entry|
      change = JSON.parse(Zlib.inflate(entry.changes_packed))
      designs = change.values_at("add", "remove").compact.flatten.select do |each|
        each["kind"] == "design" && held?(each)
      end
      next if designs.empty?

      designs.each { |design| design["base"] = keep(design["base"]) }
      entry.update_columns(changes_packed: Zlib.deflate(JSON.generate(change), Zlib::BEST_SPEED))
    end
  end

  def held?(values) = values["base"].present? && !values["base"].match?(Kelvath::Metamodel::Field::DIGEST)

  # Its digest.
  def keep(packed)
    content = packed.unpack1("m0")
    Kelvath::Derivation::Base.new(Kelvath::Derivation::Base.digest_of(content), content).tap { |base| insert(base) }
                             .digest
  end

  def insert(base)
    sql = "INSERT OR IGNORE INTO bases (digest, content) VALUES (?, ?)"
    connection.raw_connection.execute(sql, [ base.digest, SQLite3::Blob.new(base.content) ])
  end
end
