# frozen_string_literal: true

# The database files of the demo, made by bin/prepare.
module DemoFiles
  Sample = Struct.new(:name, :title, :path, keyword_init: true)
  DIRECTORY = Rails.root.join("storage/demo")

  module_function

  def all
    Dir.glob(DIRECTORY.join("*.sqlite")).sort.map do |path|
      Sample.new(name: File.basename(path), title: File.basename(path, ".sqlite").upcase, path:)
    end
  end

  # By file name; anything else than a listed one is refused. Raises Kelvath::NotFound.
  def fetch(name)
    all.find { |sample| sample.name == name } || raise(Kelvath::NotFound, "There is no demo file of that name.")
  end
end
