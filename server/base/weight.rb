# frozen_string_literal: true

module Server
  # Keeps the memory of a process beside the server level: grown beyond what it may hold, it ends as soon as it has
  # nothing to do, and is started anew when it is needed.
  module Weight
    # Resident memory, in MiB, and the seconds between two looks.
    LIMIT = 512
    LOOK = 5

    module_function

    # The block tells whether there is nothing to do.
    def watch
      Thread.new do
        loop do
          sleep LOOK
          exit!(0) if resident > LIMIT && yield
        end
      end
    end

    # MiB; 0 where the system does not tell.
    def resident = File.read("/proc/self/status")[/VmRSS:\s+(\d+)/, 1].to_i / 1024
  end
end
