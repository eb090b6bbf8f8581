# frozen_string_literal: true

module Server
  module Heavy
    # Raised in a thread of the worker whose work no one waits for any more, or that has had its time. Not a
    # StandardError: nothing that rescues what may go wrong in a computation is to hold it up.
    class Dropped < Exception # rubocop:disable Lint/InheritException
      # Runs the block without being dropped: what has begun to write is brought to its end.
      def self.never(&block) = Thread.handle_interrupt(self => :never, &block)

      def problem
        Problem.new(
          503, "too-heavy",
          "This takes longer than #{Deadline::BUDGET} seconds to calculate. Narrow the request to one record type, " \
          "fewer audiences, or fewer rules."
        )
      end
    end
  end
end
