# frozen_string_literal: true

require_relative "boot"
require "puma"
require "puma/configuration"
require "puma/launcher"
require "socket"

module Server
  # Starts the web server on one address.
  module Main
    # Threads at most. Each holds one request; what is heavy is with the worker.
    THREADS = 16

    # Seconds for the first bytes of a request to come, and its largest size in bytes.
    FIRST_DATA = 10
    BODY_LIMIT = 12 * 1024 * 1024

    module_function

    # Takes the address before anything else is touched. Returns the TCPServer. Raises SystemCallError or SocketError.
    def take(host, port) = TCPServer.new(host, port)

    # listening: from take; on_ready: block called once connections are accepted. Blocks until stopped.
    def serve(listening, host:, port:, &on_ready)
      url = "tcp://#{host}:#{port}"
      # Puma takes over a socket that is open already when it is told so in this way.
      ENV["PUMA_INHERIT_0"] = "#{listening.fileno}:#{url}"
      launcher =
        Puma::Launcher.new(
          configuration(url), log_writer: Puma::LogWriter.new(StringIO.new, $stderr), events: events(on_ready)
        )
      launcher.run
    ensure
      Heavy::Setting.relay = nil
    end

    def configuration(url)
      Puma::Configuration.new do |config|
        config.app Application
        config.bind url
        config.threads 1, THREADS
        # A connection that is kept open holds a thread while Puma waits for its next request, and no new connection is
        # taken in while all threads wait so: a few clients could shut everyone out.
        config.enable_keep_alives false
        config.first_data_timeout FIRST_DATA
        config.http_content_length_limit BODY_LIMIT
        config.lowlevel_error_handler { |error, _env, status| unreadable(error, status) }
        config.environment "production"
        config.quiet
      end
    end

    # What Puma itself stumbles over before there is a request: a size that is no number, a header that never ends.
    def unreadable(error, status)
      defect = status == 500 && !error.is_a?(RangeError) && !error.is_a?(ArgumentError) && !error.is_a?(NoMemoryError)
      Log.defect(error) if defect
      told = status == 500 ? 400 : status
      problem = defect ? Problem.defect : Problem.new(told, "bad-request", "The request can't be read")
      [problem.status, { "content-type" => "application/problem+json" }, [JSON.generate(problem.to_h)]]
    end

    def events(on_ready)
      Puma::Events.new.tap { |events| events.on_booted { on_ready.call } }
    end
  end
end
