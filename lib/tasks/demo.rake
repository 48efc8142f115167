# frozen_string_literal: true

namespace :demo do
  desc "Load the demo model and make the demo's database files, where they are missing"
  task load: :environment do
    require Rails.root.join("demo/hollin_sound_ferries")
    require Rails.root.join("demo/hsops")
    require Rails.root.join("demo/words")
    Demo::Hsops.write(DemoFiles::DIRECTORY.join("hsops.sqlite"))
    next if StoredModel.exists?(name: Demo::HollinSoundFerries::TITLE)

    lexicon = StoredModel.start(Demo::Words::TITLE, by: "Kelvath", label: "Loaded the demo's words",
                                change_set: Demo::Words.change_set(ids: Ids), sort: "lexicon")
    rulebooks = Demo::Words::RULEBOOKS.map do |name, book|
      StoredModel.start(name, by: "Kelvath", label: "Loaded the demo's rulebook",
                        change_set: Kelvath::Naming::Shipped.begin(book, name, ids: Ids), sort: "rulebook")
    end
    [ lexicon, *rulebooks ].each { |stored| stored.release(by: "Kelvath") }
    change = Demo::HollinSoundFerries.change_set(ids: Ids)
    follows = NamingStandard::Choice.latest(lexicon: lexicon.id, rulebook: rulebooks.first.id).fields
    following = Kelvath::ChangeSet
      .new(additions: change.additions.map { |element| element.kind == :header ? element.with(**follows) : element })
    StoredModel.start(Demo::HollinSoundFerries::TITLE, by: "Kelvath", label: "Loaded the demo model",
                      change_set: following)
    puts "Loaded #{Demo::HollinSoundFerries::TITLE}."
  end
end

namespace :docs do
  desc "Write the JSON Schema of the model file"
  task schema: :environment do
    Rails.root.join("docs/model-file.schema.json")
              .write("#{JSON.pretty_generate(Kelvath::Interchange::JsonSchema.document)}\n")
  end
end
