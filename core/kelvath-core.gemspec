# frozen_string_literal: true

Gem::Specification.new do |spec|
  spec.name = "kelvath-core"
  spec.version = "0.1.0"
  spec.summary = "Rules and computation of Kelvath: models, changes, derivation, scripts, intake, layout."
  spec.authors = [ "The Kelvath maintainers" ]
  spec.license = "Nonstandard"
  spec.required_ruby_version = ">= 3.1.2"
  spec.files = Dir["lib/**/*.rb", "fonts/*"]
  spec.require_paths = [ "lib" ]
end
