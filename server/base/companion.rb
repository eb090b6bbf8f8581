# frozen_string_literal: true

require "rbconfig"

module Server
  # A process beside the server. It is started again when it is gone, and ends with the server, however that ends: its
  # input is a pipe that closes then. Once it is up, it writes a line.
  class Companion
    # Seconds to wait for it to come up.
    PATIENCE = 30

    # program: path of a Ruby file; arguments: Array of String.
    def initialize(program, *arguments)
      @program = program
      @arguments = arguments
      @lock = Mutex.new
    end

    attr_reader :pid

    # Starts it without waiting, unless it is there.
    def start = @lock.synchronize { launch unless alive? }

    # Waits until it is up, starting it where it is gone. Returns whether it came up.
    def ready?
      @lock.synchronize do
        launch unless alive?
        @up ||= !@ready.wait_readable(PATIENCE).nil? && !@ready.gets.nil?
      end
    end

    # Ends the process, and waits until it is gone.
    def stop
      @lock.synchronize do
        @input&.close
        Process.wait(@pid) if @pid
      rescue Errno::ECHILD, IOError
        nil
      end
    end

    private

    def alive?
      @pid && Process.wait(@pid, Process::WNOHANG).nil?
    rescue Errno::ECHILD
      false
    end

    def launch
      @input&.close
      @ready&.close
      reader, @input = IO.pipe
      @ready, writer = IO.pipe
      # Few arenas, so that memory that is free again is used again.
      @pid =
        Process.spawn(
          { "MALLOC_ARENA_MAX" => "2" }, RbConfig.ruby, @program, *@arguments,
          in: reader, out: writer, close_others: true
        )
      @up = false
      [reader, writer].each(&:close)
    end
  end
end
