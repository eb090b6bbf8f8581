# frozen_string_literal: true

require "json"

# One generated case of a spec: a seed, what was drawn for it, and the documents made of that. A case that fails is
# made smaller by running it anew with fewer and smaller numbers drawn (as property testing libraries do), so that this
# works for any generator.
class Trial
  class << self
    # The case under way, or nil.
    attr_accessor :current

    # The tape for the next Draws of the case under way; nil where it is drawn from its seed.
    def tape = current&.next_tape

    # Called by Draws.
    def take_part(draws) = current&.parts&.push(draws)

    # Keeps a document to be shown with a failure. name: String; document: anything that JSON can write.
    def note(name, document)
      current&.documents&.push([name, document])
      document
    end
  end

  attr_reader :seed, :parts, :documents, :failure

  # seed: Integer; tapes: Array of Array of Integer, or nil to draw from the seed.
  def initialize(seed, tapes = nil)
    @seed = seed
    @given = tapes
    @parts = []
    @documents = []
  end

  def next_tape = @given && (@given[@parts.size] || [])

  # Array of Array of Integer: what was drawn, by each Draws in the order in which they were made.
  def tapes = @parts.map { |draws| draws.tape.dup }

  # Runs the block with the seed. Returns itself; failure says what went wrong.
  def run
    Trial.current = self
    yield(seed)
    self
  rescue StandardError, RSpec::Expectations::ExpectationNotMetError => e
    @failure = e
    self
  ensure
    Trial.current = nil
  end

  # The smallest case found that fails in the same way. seconds: how long to look for it.
  def smallest(seconds, &block)
    ends = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
    best = self
    loop do
      better = smaller(best.tapes).find do |tapes|
        break nil if Process.clock_gettime(Process::CLOCK_MONOTONIC) > ends

        tried = Trial.new(seed, tapes).run(&block)
        break tried if tried.failure.instance_of?(failure.class) && smaller?(tried, best)
      end
      return best unless better

      best = better
    end
  end

  # What a file that repeats this case holds. name: of the trials.
  def to_h(name)
    { "trials" => name, "seed" => seed, "tapes" => tapes, "failure" => failure.message,
      "documents" => documents.map { |called, document| { "name" => called, "document" => document } } }
  end

  private

  def smaller?(one, other) = (weight(one.tapes) <=> weight(other.tapes)).negative?

  # How large a case is: how much is drawn, and then what.
  def weight(tapes) = [tapes.sum(&:size), tapes.flatten.sum]

  # Tapes with runs of numbers left out, or one number made smaller: the boldest first.
  def smaller(tapes)
    Enumerator.new do |found|
      change = ->(index, tape) { found << tapes.dup.tap { |all| all[index] = tape } }
      tapes.each_with_index do |tape, index|
        size = tape.size
        while size.positive?
          (0...tape.size).step(size) { |start| change.call(index, tape[0...start] + (tape[(start + size)..] || [])) }
          size /= 2
        end
        tape.each_with_index do |number, place|
          [0, number / 2, number - 1].uniq.select { |each| each >= 0 && each < number }.each do |less|
            change.call(index, tape.dup.tap { |copy| copy[place] = less })
          end
        end
      end
    end
  end
end
