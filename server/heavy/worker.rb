# frozen_string_literal: true

require "tmpdir"

module Server
  module Heavy
    # The process beside the server that calculates what is heavy: the same application on a socket of its own.
    class Worker
      PROGRAM = File.join(Paths::ROOT, "server", "heavy_main.rb")

      # database: file of the database.
      def initialize(database)
        @folder = Dir.mktmpdir("cobalt-worker")
        File.chmod(0o700, @folder)
        @path = File.join(@folder, "socket")
        @process = Companion.new(PROGRAM, database, @path)
      end

      # Starts it without waiting.
      def start = @process.start

      # Path of its socket, once it answers there. Raises Problem when it does not come up.
      def socket
        return @path if @process.ready?

        raise Problem.new(503, "worker-gone", "The calculation process did not start. See the server log.")
      end

      # Number of the process: Integer.
      def pid = @process.pid

      # Ends the process.
      def stop
        @process.stop
        FileUtils.rm_rf(@folder)
      end
    end
  end
end
