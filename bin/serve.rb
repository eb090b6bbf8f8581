# frozen_string_literal: true

# Starts the server. Called by bin/demo and bin/serve, which install and build first.
require "fileutils"
require "ipaddr"
require "optparse"
require_relative "../server/main"
require "sqlite3"

options = { host: "127.0.0.1", port: 4600, proxies: ENV.fetch("COBALT_TRUSTED_PROXIES", "").split(/[\s,]+/) }
begin
  OptionParser
    .new do |parser|
      parser.banner = "Usage: bin/serve [options]"
      parser.on("--port N", Integer, "port, 4600 by default") { |value| options[:port] = value }
      parser.on("--host ADDRESS", "address to listen on, 127.0.0.1 by default") { |value| options[:host] = value }
      parser.on("--database FILE", "file of the database, var/ledger.sqlite3 by default") do |value|
        options[:database] = value
      end
      parser.on(
        "--trusted-proxy CIDR",
        "trusted proxy (its X-Forwarded-For is used); can be repeated; none by default"
      ) { |value| options[:proxies] << value }
      parser.on("--demo", "with the sample business") { options[:demo] = true }
      parser.on("--fresh", "reload the sample business") { options[:fresh] = true }
    end
    .parse!
  Server::ClientAddress.trust(options[:proxies])
rescue OptionParser::ParseError, IPAddr::Error => e
  warn e.message
  exit 2
end

database =
  File.expand_path(
    options[:database] || File.join(Server::Paths::ROOT, "var", options[:demo] ? "demo.sqlite3" : "ledger.sqlite3")
  )

# Says in a line why the server does not start, and ends.
def stop_with(words)
  warn "Cobalt Ledger does not start: #{words}"
  exit 1
end

address = "http://#{options[:host]}:#{options[:port]}"
begin
  listening = Server::Main.take(options[:host], options[:port])
  # From here on the port is ours; nothing has been touched before.
  lock = Server::ServerLock.new(database)
  fresh = options[:demo] && options[:fresh]
  alone = lock.alone do
    [database, "#{database}-wal", "#{database}-shm"].each { |file| FileUtils.rm_f(file) } if fresh
    Server::Database.open(database)
    Server::Job.take_up_again
  end
  if fresh && !alone
    stop_with("another server runs on #{database}, so the sample business can’t be reloaded. Stop that server first")
  end
  lock.share
  Server::Database.open(database) unless alone
  Server::DemoData.load if options[:demo]
  Server::Setup.prepare
  Server::PublicAddress.listening = address
  worker = Server::Heavy::Worker.new(database).tap(&:start)
  Server::Heavy::Setting.relay = Server::Heavy::Relay.new(worker)
  Server::Jobs::Crew.start(database)
  at_exit do
    Server::Jobs::Crew.stop
    worker.stop
  end
  Server.load_all
  Server::PolicyStore.instance.in_force
  Server::Contract.instance
rescue Errno::EADDRINUSE
  stop_with("port #{options[:port]} is in use. Choose another with --port")
rescue Errno::EACCES, Errno::EADDRNOTAVAIL, Errno::ENOENT, Errno::EROFS, Errno::ENOSPC, SocketError,
       Server::Database::TooNew => e
  stop_with(e.message)
rescue ActiveRecord::ActiveRecordError, SQLite3::Exception => e
  stop_with(Server::DatabaseTrouble.line(e) || "the database can't be opened (#{e.class})")
end

Server::Main.serve(listening, host: options[:host], port: options[:port]) do
  if options[:demo]
    names = Server::DemoData::ACCOUNTS.map { |login, access, _| "#{login} (#{access.tr('_', ' ')})" }.join(", ")
    puts "Cobalt Ledger is ready at #{address} - sign in as #{names}; the password is #{Server::DemoData::PASSWORD}"
  elsif Server::Account.none?
    puts "Cobalt Ledger is ready. Create the first administrator at #{address}/setup##{Server::SetupLink.renew}"
  else
    puts "Cobalt Ledger is ready at #{address}"
  end
  $stdout.flush
end
