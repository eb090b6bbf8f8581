# frozen_string_literal: true

module Server
  # The compiled policies in memory: the edition in force, those with the edits of the open change sets, and the
  # last looked at of earlier ones. Each is built once and swapped whole; readers never see a half-built one. What is in
  # force is asked of the database every time, and a compiled policy is only known under exactly what it was made from:
  # so what any process has published is in force in all of them from then on.
  class PolicyStore
    # What a reader works with. document: policy document; engine: CobaltLedger::Decisions::Engine; moment: as of when
    # it is looked at, nil for now.
    # key: [kind of state, version of the directory, ...], nil for one that is kept nowhere.
    Compiled = Struct.new(:key, :document, :policy, :directory, :engine, :moment, keyword_init: true) do
      # What exactly it is made from: it changes with every edit, edition and directory.
      def subject = key.join("/")
    end

    # States of a kind that are kept at once; one where nothing is said: what came before what is in force is of no more
    # use. Change sets stand side by side, and editions of the past are compared.
    KEPT = { pending: 6, past: 6 }.freeze

    # Times the pending edits are read anew when someone has edited meanwhile.
    TRIES = 20

    # What others have calculated from the states, under keys of their own.
    attr_reader :memory

    # The one of this process.
    def self.instance = @instance ||= new

    # For specs and for a reload of the demo. states: what is compiled of just what the next database holds, by key.
    def self.reset!(states = {}) = @instance = new(states)

    # Compiled states and directories, by key.
    attr_reader :states

    def initialize(states = {})
      @states = states.freeze
      @memory = CobaltLedger::Memory.new(400)
      @lock = Monitor.new
    end

    # The Directory in force.
    def directory = directory_of(newest[1])

    # name: "in_force", "pending" for the change set that was chosen, "set-12" for that one, "edition-3" for that
    # edition with the people of its day, "day-2026-03-03" for what was in force at the end of that day. Returns a
    # Compiled. Raises Problem.
    def compiled(name)
      kind, rest = name.split("-", 2)
      case kind
      when "in_force" then in_force
      when "pending" then pending
      when "set" then pending(ChangeSet.opened(rest.to_i))
      else past(PastState.named(kind, rest))
      end
    end

    # past: PastState::Past. Returns a Compiled.
    def past(past)
      fetch([:past, past.directory, past.edition, past.moment.to_i]) do |key|
        build(key, Edition.find_by!(number: past.edition).policy_document, past.moment)
      end
    end

    # The policy of one state with the people of another: what sets the two apart then is the policy alone. What names
    # people who are gone means no one. state, other: Compiled with keys.
    def with_people_of(state, other)
      return state if state.key[1] == other.key[1]

      fetch([:past, other.key[1], *state.key]) { |key| build(key, state.document, state.moment) }
    end

    # Compiled policy of the newest edition.
    def in_force
      number, people = newest
      edition(number, people)
    end

    # A change set is known by its revision; so that nothing of a later one is taken for it, its edits count only where
    # it has not moved on by the time they have been read.
    # given: ChangeSet, or nil for the one that was chosen.
    def pending(given = nil)
      TRIES.times do
        change_set = given ? ChangeSet.opened(given.id) : ChangeSet.current
        key = [:pending, newest[1], change_set.id, change_set.revision]
        found = fetch(key) do
          changes = change_set.changes
          next if ChangeSet.where(id: change_set.id, revision: change_set.revision, published_edition: nil).none?

          edited(key, edition(change_set.base_edition, key[1]), changes)
        end
        return found if found
      end
      raise Problem.new(503, "busy", "Too many edits at once. Try again.")
    end

    # What exactly the policies stand on: two that are equal mean that nothing has moved on between.
    def standing = [*newest, *ChangeSet.open.pluck(:id, :revision).flatten]

    # The pending policy as it would be with one subject as given, kept nowhere. kind: as in Changes::Edit.
    # Returns a Compiled. Raises CobaltLedger::BadInput, with the faults of the subject told from where it stands.
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
      Compiled.new(
        document: document, policy: policy, directory: directory,
        engine: CobaltLedger::Decisions::Engine.new(policy, directory)
      )
    end

    private

    # A state with changes; where there are none, all that was calculated for the state serves this one too.
    def edited(key, state, changes)
      return state.dup.tap { |same| same.key = key }.freeze if changes.empty?

      build(key, CobaltLedger::Changes::DocumentEdits.apply(state.document, changes))
    end

    # [number of the edition in force, version of the directory]
    def newest
      Prepared.ask("SELECT (SELECT max(number) FROM editions), (SELECT max(id) FROM directory_versions)").rows.first
    end

    def edition(number, people)
      fetch([:in_force, people, number]) { |key| build(key, Edition.find_by!(number: number).policy_document) }
    end

    def directory_of(version)
      fetch([:directory, version]) do
        CobaltLedger::Formats::DirectoryJson.new(DirectoryVersion.find(version).directory_document).directory
      end
    end

    # The last few of each kind are kept. What the block can't give is not.
    def fetch(key)
      found = @states[key]
      return found if found

      # A monitor, not a mutex: building a policy asks for the directory, and the pending one for the one in force.
      @lock.synchronize do
        @states[key] || yield(key)&.tap { |value| @states = kept(key).merge(key => value).freeze }
      end
    end

    # The states without those that make room for a new one: an older one of the same change set, and the oldest.
    def kept(key)
      same = @states.keys.select { |other| other[0] == key[0] }
      gone = same.select { |other| key[0] == :pending && other[2] == key[2] }
      @states.except(*gone, *(same - gone)[0..-KEPT.fetch(key[0], 1)])
    end

    def build(key, document, moment = nil)
      directory = directory_of(key[1])
      policy = CobaltLedger::Formats::PolicyJson.build(document, shaped: true)
      Compiled.new(
        key: key, document: document, policy: policy, directory: directory, moment: moment,
        engine: CobaltLedger::Decisions::Engine.new(policy, directory)
      ).freeze
    end
  end
end
