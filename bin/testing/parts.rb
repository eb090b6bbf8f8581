# frozen_string_literal: true

require "tempfile"
require "timeout"

module Testing
  # The parts of the tests, each with the commands it consists of.
  module Parts
    ALL = %w[core lint server browser].freeze
    ROOT = File.expand_path("../..", __dir__)
    # Under a Gemfile of its own, in which neither Sinatra nor Active Record can be found.
    CORE = {
      "BUNDLE_GEMFILE" => "#{ROOT}/core/Gemfile", "BUNDLE_PATH" => "#{ROOT}/vendor/bundle",
      "BUNDLE_FORCE_RUBY_PLATFORM" => "true"
    }.freeze
    # Spec files are dealt out by how long they took when these files were written.
    TIMES = { "core" => "core/spec/times.log", "server" => "spec/times.log", "browser" => "spec/times.log" }.freeze
    # As many at once as there are processors here; more only get into each other's way.
    PROCESSES = 2
    # Seconds after which a step is ended: something in it hangs.
    LIMIT = 2700

    class << self
      attr_writer :options

      def known?(word) = ALL.include?(word) || word == "fast"

      def option?(name) = (@options || []).include?("--#{name}")

      # parts: names. Returns whether all passed.
      def run(parts)
        failed = parts.reject do |part|
          began = now
          send(part).tap { puts "#{part}: #{(now - began).round} s" }
        end
        puts failed.empty? ? "All passed: #{parts.join(' ')}" : "Failed: #{failed.join(' ')}"
        failed.empty?
      end

      # Runs a command under a heading. Returns whether it passed.
      def step(title, *command, env: {}, dir: ROOT)
        puts "", "== #{title}"
        $stdout.flush
        without = env.empty? ? env : Bundler.unbundled_env.slice("PATH").merge("RUBYOPT" => nil, "RUBYLIB" => nil)
        ended_in_time(title, Process.spawn(without.merge(env), *command, chdir: dir, pgroup: true))
      end

      # rspec on some files of the core, or of server and browser.
      def rspec(core, title, *arguments, **env)
        step(title, "bundle", "exec", "rspec", *arguments, env: (core ? CORE : {}).merge(env.transform_keys(&:to_s)),
                                                           dir: core ? "#{ROOT}/core" : ROOT)
      end

      private

      # Whether a process, the leader of its group, ended well. All of the group are ended where it takes too long.
      def ended_in_time(title, leader)
        Timeout.timeout(LIMIT) { Process.wait2(leader)[1].success? || false }
      rescue Timeout::Error, Interrupt => e
        Process.kill(:KILL, -leader)
        Process.wait(leader)
        raise if e.is_a?(Interrupt)

        puts "#{title}: ended after #{LIMIT / 60} minutes"
        false
      end

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

      def core = dealt("Core specs", "core", "spec", env: CORE.merge(coverage("core")), dir: "#{ROOT}/core")
      def server = dealt("Server specs", "server", "spec/server", env: coverage("server"))
      def browser = dealt("Browser specs", "browser", "spec/browser", env: coverage("browser"))

      def fast
        rspec(true, "Core specs, without the generated ones", "--tag", "~generated") & front_end
      end

      def front_end = step("Front end specs", "npm", "--silent", "--prefix", "web", "run", "test")

      # Ruby and the front end side by side: neither uses more than one processor for long.
      def lint
        web = ["npm", "--silent", "--prefix", "web", "run"]
        side_by_side(
          [["Ruby lint", "bundle", "exec", "rubocop", "--format", "quiet"],
           ["Retired wordings", "bin/words", "--retired"]],
          [["TypeScript types", *web, "check"], ["TypeScript lint", *web, "lint"], ["Front end specs", *web, "test"]]
        )
      end

      # Lists of steps at once, each list in its order. What a step prints is shown when it has ended.
      def side_by_side(*lists)
        lists.map { |list| Thread.new { list.map { |title, *command| held(title, command) }.all? } }.map(&:value).all?
      end

      def held(title, command)
        Tempfile.create("cobalt-step") do |file|
          passed = ended_in_time(title, Process.spawn(*command, chdir: ROOT, pgroup: true, %i[out err] => file.path))
          puts "", "== #{title}", File.read(file.path)
          passed
        end
      end

      # Files of specs dealt out to processes.
      def dealt(title, part, folder, env: {}, dir: ROOT)
        times = File.join(ROOT, TIMES.fetch(part))
        dealing = File.file?(times) ? ["--group-by", "runtime", "--allowed-missing", "100"] : ["--group-by", "filesize"]
        format = "--format progress#{' --profile 25' if option?('profile')}"
        step(title, "bundle", "exec", "parallel_rspec", "-n", PROCESSES.to_s, *dealing, "--runtime-log", times,
             "--test-options", format, folder, env: env, dir: dir)
      end

      def coverage(part) = option?("coverage") ? { "COBALT_COVERAGE" => part } : {}
    end
  end
end
