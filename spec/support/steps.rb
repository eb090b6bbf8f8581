# frozen_string_literal: true

require_relative "presses"

# Counts what a person does in a browser spec: a step is something typed in one go, a key or a combination of keys that
# is pressed, a click, or a file that is picked. `bin/bench steps` prints them.
module Steps
  @counts = Hash.new(0)

  class << self
    attr_reader :counts

    # Counts what is done in the block. Returns how many steps it took.
    def of(task)
      before = @counts[:all]
      yield
      @counts[task] = @counts[:all] - before
    end

    def step(count = 1) = @counts[:all] += count

    # Writes what was counted for a bench, where one asks for it.
    def write(task, count, limit)
      file = ENV.fetch("COBALT_STEPS", nil) or return
      File.write(file, "#{JSON.generate('task' => task, 'steps' => count, 'aim' => limit)}\n", mode: "a")
    end
  end

  # Elements that a person clicks or types into.
  module Counted
    def click(...) = Presses.until_one_lands(self, session) { super(...) }.tap { Steps.step }
    def set(...) = super.tap { Steps.step }
  end

  # A task that is done in the block in at most some steps.
  def expect_steps(task, at_most:, &block)
    count = Steps.of(task, &block)
    Steps.write(task, count, at_most)
    expect(count).to be <= at_most, "#{task}: #{count} steps, where #{at_most} are the aim"
  end
end

Capybara::Node::Element.prepend(Steps::Counted)
RSpec.configure { |config| config.include Steps, type: :feature }
