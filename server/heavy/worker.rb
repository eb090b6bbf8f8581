# frozen_string_literal: true

require "tmpdir"
require "rbconfig"

module Server
  module Heavy
    # The process beside the server that works out what is heavy: the same application on a socket of its own. It is
    # started again when it is gone, and ends with the server, however that ends: its input is a pipe that closes then.
    class Worker
      # Seconds to wait for it to come up.
      PATIENCE = 30

      PROGRAM = File.join(ROOT, "server", "heavy", "main.rb")

      # database: file of the database.
      def initialize(database)
        @database = database
        @lock = Mutex.new
        @folder = Dir.mktmpdir("cobalt-worker")
        File.chmod(0o700, @folder)
      end

      # Starts it without waiting.
      def start = @lock.synchronize { spawn unless alive? }

      # Path of its socket, once it answers there. Raises Problem when it does not come up.
      def socket
        @lock.synchronize do
          spawn unless alive?
          wait_until_ready
        end
        socket_path
      end

      attr_reader :pid

      def stop
        @lock.synchronize do
          @input&.close
          Process.wait(@pid) if @pid
        rescue Errno::ECHILD, IOError
          nil
        end
        FileUtils.rm_rf(@folder)
      end

      private

      def socket_path = File.join(@folder, "socket")

      def alive?
        @pid && Process.wait(@pid, Process::WNOHANG).nil?
      rescue Errno::ECHILD
        false
      end

      def spawn
        FileUtils.rm_f(socket_path)
        @input&.close
        @ready&.close
        reader, @input = IO.pipe
        @ready, writer = IO.pipe
        @pid = Process.spawn({ "MALLOC_ARENA_MAX" => "2" }, RbConfig.ruby, PROGRAM, @database, socket_path, *ClientAddress.trusted.map(&:to_s), in: reader, out: writer, close_others: true)
        @up = false
        [reader, writer].each(&:close)
      end

      def wait_until_ready
        return if @up
        raise Problem.new(503, "worker-gone", "What works this out does not start; see the log of the server") unless @ready.wait_readable(PATIENCE) && @ready.gets

        @up = true
      end
    end
  end
end
