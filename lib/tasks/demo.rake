# frozen_string_literal: true

namespace :demo do
  desc "Load the demo model and make the demo's database files, where they are missing"
  task load: :environment do
    require Rails.root.join("demo/hollin_sound_ferries")
    require Rails.root.join("demo/hsops")
    Demo::Hsops.write(DemoFiles::DIRECTORY.join("hsops.sqlite"))
    next if StoredModel.exists?(name: Demo::HollinSoundFerries::TITLE)

    StoredModel.start(Demo::HollinSoundFerries::TITLE, by: "Kelvath", label: "Loaded the demo model", change_set: Demo::HollinSoundFerries.change_set(ids: Ids))
    puts "Loaded #{Demo::HollinSoundFerries::TITLE}."
  end
end

namespace :docs do
  desc "Write the JSON Schema of the model file"
  task schema: :environment do
    Rails.root.join("docs/model-file.schema.json").write("#{JSON.pretty_generate(Kelvath::Interchange::JsonSchema.document)}\n")
  end
end
