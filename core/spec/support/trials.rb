# frozen_string_literal: true

require "digest"
require "fileutils"
require "json"
require "zlib"

# Runs a spec over generated cases. Their seeds follow from the name, so that the same commit gives the same result
# everywhere; `bin/test explore` draws new ones until its time is over.
#
# COBALT_EXPLORE     seconds that each set of trials goes on with new seeds
# COBALT_EXPLORED    file to which what was tried is written, a line of JSON for each set
# COBALT_CASE        file of a case to repeat, in place of all others
module Trials
  FOLDER = File.expand_path("../../../var/cases", __dir__)
  # Seconds spent on making a failing case smaller.
  PATIENCE = 20
  # How many times the number of trials is tried until they met what they have to.
  STRETCH = 40

  # Yields the seed of each case, from which the block makes it with Draws. name: unique; count: how many; enough:
  # a condition without which it goes on, for cases that are rare. Raises what the first case that fails did, with the
  # smallest case that fails alike kept in a file.
  def trials(name, count, enough: -> { true }, &block)
    if ENV["COBALT_CASE"]
      Trials.repeat(name, ENV["COBALT_CASE"], &block)
    elsif ENV["COBALT_EXPLORE"]
      Trials.explore(name, Float(ENV["COBALT_EXPLORE"]), enough, self.class.metadata[:location], &block)
    else
      first = Zlib.crc32(name) % 1_000_000
      (0...(count * STRETCH)).each do |number|
        break if number >= count && enough.call

        trial = Trial.new(first + number).run(&block)
        raise Trials.keep(name, trial, &block) if trial.failure
      end
    end
  end

  class << self
    # Runs the case of a file again. file: as `keep` wrote it. Raises what the case does.
    def repeat(name, file, &block)
      kept = JSON.parse(File.read(file))
      RSpec::Core::Pending.mark_skipped!(RSpec.current_example, "another case") unless kept["trials"] == name
      trial = Trial.new(kept["seed"], kept["tapes"]).run(&block)
      trial.failure ? raise(trial.failure) : RSpec.configuration.reporter.message("  #{name}: the case passes now")
    end

    # Tries new seeds for a number of seconds, and until enough is true; goes on after a failure.
    def explore(name, seconds, enough, place, &block)
      ends = now + seconds
      first = Random.new_seed % 1_000_000_000
      tried = 0
      failed = {}
      until now > ends && (enough.call || now > ends + (seconds * 4) + 20)
        trial = Trial.new(first + tried).run(&block)
        tried += 1
        failed[trial.failure.message[0, 60]] ||= keep(name, trial, &block) if trial.failure
        break if failed.size > 4
      end
      report("name" => name, "place" => place, "tried" => tried, "first" => first, "failed" => failed.size)
      raise failed.values.first if failed.any?
    end

    # Writes the smallest case like a trial's to a file. Returns the failure, which names the file.
    def keep(name, trial, &block)
      smallest = trial.smallest(PATIENCE, &block)
      FileUtils.mkdir_p(FOLDER)
      file = File.join(FOLDER, "#{name.tr(' ', '-')}-#{trial.seed}.json")
      File.write(file, JSON.pretty_generate(smallest.to_h(name)))
      words = "#{smallest.failure.message}\n  (#{name}, seed #{trial.seed}; the smallest case like it: " \
              "bin/test replay #{file})"
      RSpec.configuration.reporter.message("  #{name}: #{words}") if ENV["COBALT_EXPLORE"]
      trial.failure.exception(words).tap { |told| told.set_backtrace(smallest.failure.backtrace) }
    end

    private

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

    def report(line)
      return unless ENV["COBALT_EXPLORED"]

      File.write(ENV.fetch("COBALT_EXPLORED", nil), "#{JSON.generate(line)}\n", mode: "a")
    end
  end
end
