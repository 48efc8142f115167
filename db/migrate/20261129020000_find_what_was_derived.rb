# frozen_string_literal: true

# What was made of an entity or attribute is found in designs that are not loaded, without reading them through.
class FindWhatWasDerived < ActiveRecord::Migration[7.2]
  def change
    add_index :elements, "model_id, json_extract(content, '$.source_id')", name: "index_elements_of_sources",
              where: "kind IN ('table', 'column')"
  end
end
