# frozen_string_literal: true

# Notes which lines the specs run, where COBALT_COVERAGE names the part that they are; the lists of all processes are
# joined in coverage/. Required before anything that is to be looked at.
if ENV["COBALT_COVERAGE"]
  require "simplecov"
  SimpleCov.start do
    root File.expand_path("..", __dir__)
    coverage_dir "coverage"
    command_name "#{ENV.fetch('COBALT_COVERAGE')} #{ENV.fetch('TEST_ENV_NUMBER', '')} #{Process.pid}"
    merge_timeout 3 * 3600
    add_filter %w[/spec/ /vendor/ /bench/ /bin/]
    formatter SimpleCov::Formatter::SimpleFormatter
  end
end
