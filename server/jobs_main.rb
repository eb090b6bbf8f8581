# frozen_string_literal: true

# Works off long jobs, and keeps the schedule, until its input ends. Started by Server::Jobs::Crew.
# Usage: ruby jobs_main.rb DATABASE
require_relative "boot"

Thread.new do
  $stdin.read
  exit!(0)
end

Server::Database.connect(ARGV.first)
Server.load_all
# This is the process that works jobs off: it looks for them itself.
Server::Job.wake = -> {}
runner = Server::Jobs::Runner.new
Server::Jobs::Schedule.keep
$stdout.puts "ready"
$stdout.flush
Server::Weight.watch { !runner.busy? }
runner.run
