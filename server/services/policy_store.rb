# frozen_string_literal: true

module Server
  # The compiled policies in memory: the edition in force, and the one with the pending edits.
  # Each is built once and swapped whole; readers never see a half-built one.
  class PolicyStore
    # What a reader works with. document: policy document; engine: CobaltLedger::Decisions::Engine.
    State = Struct.new(:key, :document, :policy, :directory, :engine, keyword_init: true)

    # What others have worked out from the states, under keys of their own.
    attr_reader :memory

    def self.instance = @instance ||= new

    # For specs and for a reload of the demo.
    def self.reset! = @instance = nil

    def initialize
      @states = {}
      @memory = Memory.new(400)
      @lock = Monitor.new
    end

    # To be called when an edition or a directory was written; until then the newest ones are known.
    def moved_on = @newest = nil

    def directory
      fetch([:directory, newest[1]]) { CobaltLedger::Formats::DirectoryJson.new(DirectoryVersion.newest.directory_document).directory }
    end

    # name: "in_force" or "pending". Returns a State.
    def state(name)
      name == "pending" ? pending : in_force
    end

    def in_force
      number, people = newest
      fetch([:in_force, number, people]) { |key| build(key, Edition.find_by!(number: number).policy_document) }
    end

    def pending
      change_set = ChangeSet.current
      key = [:pending, change_set.id, change_set.revision, newest[1]]
      fetch(key) { build(key, CobaltLedger::Changes::DocumentEdits.apply(in_force.document, change_set.changes)) }
    end

    # The pending policy as it would be with one subject as given, kept nowhere. kind: as in Changes::Edit.
    # Returns a State. Raises CobaltLedger::BadInput, with the faults of the subject told from where it stands.
    def with_subject(kind, subject)
      current = pending
      edit = CobaltLedger::Changes::Edit.new(kind: kind, id: subject["id"], before: nil, after: subject)
      document = CobaltLedger::Changes::DocumentEdits.apply(current.document, [edit])
      state_of(document)
    rescue CobaltLedger::BadInput => e
      raise SubjectFaults.relative(e, document, edit)
    end

    # A state of any document of the right shape, kept nowhere. Raises CobaltLedger::BadInput.
    def state_of(document)
      policy = CobaltLedger::Formats::PolicyJson.build(document, directory, shaped: true)
      State.new(document: document, policy: policy, directory: directory, engine: CobaltLedger::Decisions::Engine.new(policy, directory))
    end

    private

    # [number of the edition in force, version of the directory]
    def newest = @newest ||= [Edition.maximum(:number), DirectoryVersion.maximum(:id)].freeze

    # One entry for each kind of state is kept: an older one is of no more use.
    def fetch(key)
      kind = key.first
      current = @states[kind]
      return current[1] if current && current[0] == key

      # A monitor, not a mutex: building a policy asks for the directory, and the pending one for the one in force.
      @lock.synchronize do
        value = yield(key)
        @states = @states.merge(kind => [key, value])
        value
      end
    end

    def build(key, document)
      people = directory
      policy = CobaltLedger::Formats::PolicyJson.build(document, shaped: true)
      State.new(key: key, document: document, policy: policy, directory: people, engine: CobaltLedger::Decisions::Engine.new(policy, people)).freeze
    end
  end
end
