# frozen_string_literal: true

source "https://rubygems.org"

gem "cobalt_ledger", path: "core"

gem "activerecord", "~> 7.2.0"
gem "bcrypt", "~> 3.1"
gem "puma", "~> 6.4"
gem "rufus-scheduler", "~> 3.9"
gem "sinatra", "~> 4.1"
gem "sqlite3", "~> 2.0"
gem "unicode-confusable", "~> 1.12"
gem "zeitwerk", "~> 2.6"

group :test do
  gem "axe-core-api", "~> 4.8"
  gem "capybara", "~> 3.39"
  gem "cuprite", "~> 0.15"
  gem "parallel_tests", "~> 4.7"
  gem "pdf-reader", "~> 2.14"
  gem "rack-test", "~> 2.1"
  gem "rspec", "~> 3.12"
  gem "simplecov", "~> 0.22", require: false
end

group :development do
  gem "rubocop", "~> 1.60", require: false
  gem "rubocop-rspec", "~> 3.0", require: false
end
