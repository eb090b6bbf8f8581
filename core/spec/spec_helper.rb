# frozen_string_literal: true

require_relative "../../spec/coverage"
require "cobalt_ledger"
Dir[File.join(__dir__, "support", "*.rb")].each { |file| require file }

RSpec.configure do |config|
  config.include Builders
  config.include Trials
  config.disable_monkey_patching!
  config.order = :random
  config.expect_with(:rspec) { |expectations| expectations.syntax = :expect }
end
