# frozen_string_literal: true

source "https://rubygems.org"

gem "cobalt_ledger", path: "core"

gem "activerecord", "~> 7.2.0"
gem "bcrypt", "~> 3.1"
gem "puma", "~> 6.4"
gem "rack-attack", "~> 6.7"
gem "rackup", "~> 2.1"
gem "sinatra", "~> 4.1"
gem "sqlite3", "~> 2.0"
gem "zeitwerk", "~> 2.6"

group :test do
  gem "axe-core-api", "~> 4.8"
  gem "capybara", "~> 3.39"
  gem "cuprite", "~> 0.15"
  gem "prop_check", "~> 1.0"
  gem "rack-test", "~> 2.1"
  gem "rspec", "~> 3.12"
end

group :development do
  gem "benchmark-ips", "~> 2.13"
  gem "rubocop", "~> 1.60", require: false
  gem "rubocop-rspec", "~> 3.0", require: false
end
