# frozen_string_literal: true

# Starts the server. Called by bin/demo and bin/serve, which install and build first.
require "fileutils"
require "optparse"
require_relative "../server/main"

options = { host: "127.0.0.1", port: 4600 }
begin
  OptionParser.new do |parser|
    parser.banner = "Usage: bin/serve [options]"
    parser.on("--port N", Integer, "port, 4600 by default") { |value| options[:port] = value }
    parser.on("--host ADDRESS", "address to listen on, 127.0.0.1 by default") { |value| options[:host] = value }
    parser.on("--database FILE", "file of the database, var/ledger.sqlite3 by default") { |value| options[:database] = value }
    parser.on("--demo", "with the sample business") { options[:demo] = true }
    parser.on("--fresh", "loads the sample business anew") { options[:fresh] = true }
  end.parse!
rescue OptionParser::ParseError => e
  warn e.message
  exit 2
end

database = options[:database] || File.join(Server::ROOT, "var", options[:demo] ? "demo.sqlite3" : "ledger.sqlite3")
[database, "#{database}-wal", "#{database}-shm"].each { |file| FileUtils.rm_f(file) } if options[:demo] && options[:fresh]
Server::Database.open(database)
Server::DemoData.load if options[:demo]
Server::Setup.prepare
Server::AuditRun.break_off_running
Server::LOADER.eager_load
Server::PolicyStore.instance.in_force
Server::Contract.instance

address = "http://#{options[:host]}:#{options[:port]}"
Server::Main.serve(host: options[:host], port: options[:port]) do
  if options[:demo]
    names = Server::DemoData::ACCOUNTS.map { |login, access, _| "#{login} (#{access.tr('_', ' ')})" }.join(", ")
    puts "Cobalt Ledger is ready at #{address} - sign in as #{names}; the password is #{Server::DemoData::PASSWORD}"
  elsif Server::Account.none?
    puts "Cobalt Ledger is ready. Make the first administrator, once, at #{address}/setup##{Server::SetupLink.renew}"
  else
    puts "Cobalt Ledger is ready at #{address}"
  end
  $stdout.flush
end
