# frozen_string_literal: true

ENV["RACK_ENV"] = "test"
require_relative "coverage"
require_relative "../server/boot"
require "rack/test"
require "tmpdir"
require "fileutils"
Dir[File.join(__dir__, "support", "*.rb")].each { |file| require file }
# One key for all copies of the sample database.
ENV["COBALT_JOURNAL_KEY"] ||= File.join(Dir.tmpdir, "cobalt-journal-key-#{Process.uid}.pem")

BCrypt::Engine.cost = 4
# Jobs, and the server of the browser specs, are copies of this process. That they close the connections which they
# inherit is as it should be.
SQLite3::ForkSafety.suppress_warnings!

RSpec.configure do |config|
  config.disable_monkey_patching!
  config.order = :random
  config.expect_with(:rspec) { |expectations| expectations.syntax = :expect }
  config.include ApiClient, type: :api
  config.define_derived_metadata(file_path: %r{/spec/server/}) { |metadata| metadata[:type] = :api }
  config.before(type: :api) do
    SampleDatabase.fresh
    Server::SignInGuard.clear
  end
end
