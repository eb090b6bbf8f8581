# frozen_string_literal: true

require_relative "boot"
require "puma"
require "puma/configuration"
require "puma/launcher"

module Server
  # Starts the web server on one address.
  module Main
    module_function

    # app: Rack application; on_ready: block called once connections are accepted. Blocks until stopped.
    def serve(host:, port:, &on_ready)
      configuration = Puma::Configuration.new do |config|
        config.app Application
        config.bind "tcp://#{host}:#{port}"
        config.threads 1, 8
        config.environment "production"
        config.quiet
      end
      launcher = Puma::Launcher.new(configuration, log_writer: Puma::LogWriter.new(StringIO.new, $stderr), events: events(on_ready))
      launcher.run
    end

    def events(on_ready)
      Puma::Events.new.tap { |events| events.on_booted { on_ready.call } }
    end
  end
end
