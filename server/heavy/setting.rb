# frozen_string_literal: true

module Server
  # Heavy work, kept away from the user who asks something light: the operations that the contract marks as heavy are
  # worked out by a process beside the server (Worker), which is handed the request as it came (Relay). There it has a
  # budget, and is dropped when its client goes (Deadline). Without a worker, as in specs, it is calculated in place.
  module Heavy
    # Which of the processes this is.
    module Setting
      class << self
        # True in the worker itself.
        attr_accessor :inside

        # The Relay to the worker, or nil where there is none.
        attr_accessor :relay
      end
    end
  end
end
