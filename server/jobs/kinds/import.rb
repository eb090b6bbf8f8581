# frozen_string_literal: true

module Server
  module Jobs
    module Kinds
      # Reads a large file and says what its import would do, or does it. Nothing is kept on the way: taken up after a
      # stop, it begins anew; an import whose token no longer fits is refused then.
      class Import < Kind
        known_as "import"

        # What is done, in order, in words.
        STEPS = { reading: "Reading the file", judging: "Checking the people against the policy",
                  comparing: "Comparing with the current data", telling: "Calculating who is affected",
                  keeping: "Importing" }.freeze

        class Cancelled < StandardError; end

        # Returns {"preview"}, {"target"}, or {"problem"} where it is refused.
        def perform
          result = as_asked { work }
          job.forget_given
          result
        rescue Cancelled
          job.forget_given
          nil
        end

        private

        # For the person who asked, who must still be allowed to.
        def as_asked(&block)
          account = Account.find_by(id: job.account_id)
          Current.set(change_set: job.given["set"]) do
            Current.asked_by(account)
            raise Problem.new(403, "not-allowed", "You can no longer import") unless account&.may?(:import)

            block.call
          end
        rescue CobaltLedger::BadInput => e
          { "problem" => Problem.from_bad_input(e).to_h }
        rescue Problem => e
          { "problem" => e.to_h }
        end

        def work
          asked = job.given
          importing = Importing.new(asked["kind"], JobFile.read(asked["file"]),
                                    asked.except("kind", "file", "token", "by", "set"), asked["by"])
          return importing.apply(asked["token"]) { |step| at(step) } if asked["token"]

          { "preview" => importing.preview { |step| at(step) } }
        end

        def at(step)
          done = STEPS.keys.index(step)
          raise Cancelled unless job.note(done: done, total: STEPS.size, looking_at: STEPS.fetch(step))
        end
      end
    end
  end
end
