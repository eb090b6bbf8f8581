# frozen_string_literal: true

# The sample business in a database of its own for each example: loaded once, then copied.
module SampleDatabase
  FOLDER = Dir.mktmpdir("cobalt-spec")
  at_exit { FileUtils.remove_entry(FOLDER) if File.directory?(FOLDER) }

  module_function

  # Connects to a fresh copy. Returns its path.
  def fresh
    disconnect
    File.join(FOLDER, "current.sqlite3").tap do |path|
      remove(path)
      FileUtils.cp(template, path)
      connect(path, @compiled)
    end
  end

  # Connects to a database with nothing in it but the tables.
  def empty
    disconnect
    File.join(FOLDER, "empty.sqlite3").tap do |path|
      remove(path)
      connect(path)
      Server::Setup.prepare
    end
  end

  # Puts what the audit finds in the policies as they are where the application keeps it, so that no example has to
  # wait for what another has waited for. name: of these policies; what is found in them is calculated once.
  def proved(name)
    (@proved ||= {})[name] ||= begin
      Server::AuditRuns.follow(by: "the examples")
      Server::Jobs::Crew.wait
      Server::AuditPart.all.map { |part| part.attributes.except("id") }
    end
    Server::AuditPart.upsert_all(@proved[name], unique_by: :digest)
  end

  def template
    @template ||= File.join(FOLDER, "template.sqlite3").tap do |path|
      connect(path)
      Server::DemoData.load
      # What is compiled from the sample once serves every copy of it.
      Server::PolicyStore.instance.in_force
      @compiled = Server::PolicyStore.instance.states
      ActiveRecord::Base.connection.execute("PRAGMA wal_checkpoint(TRUNCATE)")
      disconnect
    end
  end

  # compiled: states of just what this database holds, by key.
  def connect(path, compiled = {})
    Server::PolicyStore.reset!(compiled)
    [Server::AuditPart, Server::KeptAnswer].each { |each| each::MEMORY.clear }
    Server::Database.open(path)
    # A copy of this process, made while another thread reads a file, would never have what is in it.
    Server.load_all unless @loaded
    @loaded = true
  end

  # A job that is still under way would go on with a database that is taken away from it.
  def disconnect
    Server::Jobs::Crew.abandon
    ActiveRecord::Base.connection_handler.clear_all_connections!(:all)
  end

  def remove(path) = FileUtils.rm_f([path, "#{path}-wal", "#{path}-shm"])
end
