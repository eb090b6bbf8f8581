# frozen_string_literal: true

Gem::Specification.new do |spec|
  spec.name = "cobalt_ledger"
  spec.version = "0.1.0"
  spec.summary = "Decides and explains who may see, edit, mask or lock each field of a business record"
  spec.authors = ["The Cobalt Ledger maintainers"]
  spec.license = "MIT"
  spec.required_ruby_version = ">= 3.1"
  spec.files = Dir["lib/**/*", "schema/**/*"]
  spec.require_paths = ["lib"]

  spec.add_dependency "caxlsx", "~> 4.4"
  spec.add_dependency "dentaku", "~> 3.5"
  spec.add_dependency "json", ">= 2.13"
  spec.add_dependency "json_schemer", "~> 2.3"
  spec.add_dependency "roo", "~> 3.0"
  spec.add_dependency "tzinfo", "~> 2.0"
  spec.add_dependency "tzinfo-data", "~> 1.2025"
  spec.add_dependency "zeitwerk", "~> 2.6"
  spec.metadata["rubygems_mfa_required"] = "true"
end
