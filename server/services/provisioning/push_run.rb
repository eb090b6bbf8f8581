# frozen_string_literal: true

module Server
  # Does what an identity provider asks, all or none: the directory in force, what is held back, and the account of it.
  class PushRun
    # Who asks: name as the journal has it; groups: list that groups are; labels: Array of identifiers; provider:
    # Provider, or nil where somebody here decides; entry: Hash of the journal's entry, its kind apart.
    Asker = Struct.new(:name, :groups, :labels, :provider, :kind, :entry, keyword_init: true)

    def self.for(provider)
      new(Asker.new(name: provider.name, groups: provider.groups, labels: provider.held_labels, provider: provider,
                    kind: "pushed", entry: {}))
    end

    def initialize(asker)
      @asker = asker
    end

    # The desk as it is, to be read: CobaltLedger::Provisioning::Desk.
    def desk = desk_on(DirectoryVersion.newest.directory_document, PushedResource.entries)

    # asked: what it is, in words. The block is given a desk, which it changes, and an Array that takes the names of
    # attributes of which nothing is kept. Returns [what the block returned, the desk]. What the block raises leaves
    # everything as it was; so does CobaltLedger::Provisioning::Fault, which says why. release: Array of [list,
    # identifier] that waits no longer.
    def run(asked, release: [], &block)
      Importing::TRIES.times { attempt(asked, release, &block)&.then { |found| return found } }
      raise PolicyEditor.busy
    end

    private

    def desk_on(document, entries) = CobaltLedger::Provisioning::Desk.new(document, entries, @asker.groups)

    # nil where someone else has written meanwhile.
    def attempt(asked, release)
      standing = [Push.mark, PolicyStore.instance.standing]
      before = DirectoryVersion.newest.directory_document
      entries = PushedResource.entries
      desk = desk_on(before, entries)
      left_out = []
      answer = yield(desk, left_out)
      judge = PushJudge.new(@asker.labels)
      waiting = untouched(desk, desk_on(before, entries)) - release
      done = delivered(before, desk, waiting, judge)
      return [answer, desk] if done.document == before && done.entries == entries

      shut = shut_by(entries, done)
      told = told(before, done, judge, desk.idle, shut).merge(left_out: left_out)
      keep(asked, standing, before, entries, done, told, shut) or return nil
      [answer, desk_on(done.document, done.entries)]
    end

    # What was held back before, and is not asked for otherwise now. desk, earlier: as asked now, and as before.
    def untouched(desk, earlier)
      earlier.entries.select { |_, entry| entry.held }.keys.select do |list, id|
        [desk, earlier].map { |each| each.effective(list, id, each.item(list, id)) }.uniq.one?
      end
    end

    def delivered(before, desk, waiting, judge)
      wanted = desk.document
      in_shape!(before, wanted)
      sound!(wanted)
      done = CobaltLedger::Provisioning::Delivery.new(
        before, desk, waiting, &(@asker.labels.empty? ? nil : ->(*asked) { judge.opened(*asked) })
      )
      sound!(done.document) unless done.document == wanted
      done
    rescue CobaltLedger::BadInput => e
      raise CobaltLedger::Provisioning::Fault.new(
        nil, "The directory can’t become so: #{e.faults.first(3).join('; ')}", status: 409
      )
    end

    # Only what is not as it was is looked at: all of a large directory takes seconds.
    def in_shape!(before, wanted)
      lists = CobaltLedger::Formats::DirectoryJson::LISTS.to_h do |list|
        known = (before[list] || []).to_set
        [list, (wanted[list] || []).reject { |item| known.include?(item) }]
      end
      CobaltLedger::Formats::Schema.check!("directory", wanted.merge(lists))
    end

    def sound!(document) = PoliciesStand.on!(CobaltLedger::Formats::DirectoryJson.build(document, shaped: true))

    # {altered:, sentences:, held:}
    def told(before, done, judge, idle, shut)
      altered = DirectoryChanges.new(before, done.document).to_h
      altered["changes"] += shut.map do |id|
        { "title" => "User #{name_of(['users', id], before, done)}", "lines" => ["can’t sign in any more"] }
      end
      # Who is new is told of as against someone who is in nothing.
      known = before["users"].to_set { |user| user["id"] }
      new = done.document["users"].reject { |user| known.include?(user["id"]) }
      from = before.merge("users" => before["users"] + new.map { |user| user.slice("id", "name") })
      { altered: altered, held: done.held.map { |key| name_of(key, before, done) },
        sentences: done.document == before ? [] : judge.sentences(from, done.document, idle) }
    end

    def name_of((list, id), before, done)
      entry = done.entries[[list, id]]
      (entry.wanted || entry.base || (before[list] || []).find { |item| item["id"] == id } || {})["name"] || id
    end

    def keep(asked, standing, before, entries, done, told, shut)
      version = done.document == before ? nil : DirectoryVersion.prepared(done.document, by: @asker.name)
      PolicyEditor.where_standing(standing[1]) do
        next false unless Push.mark == standing[0]

        keep_an_administrator(shut)
        version&.keep
        push = Push.note(provider_id: @asker.provider&.id, actor: @asker.name, asked: asked, **told)
        PushedResource.keep(entries, done.entries, push)
        Session.where(account_id: Account.where(person: shut).select(:id)).delete_all if shut.any?
        JournalEntry.note(@asker.kind, actor: @asker.name, subject: asked, push: push.id, held: told[:held].first(20),
                                       sentences: told[:sentences].size, **@asker.entry)
        true
      end
    end

    # People who can't sign in any more because of it.
    def shut_by(entries, done)
      done.entries.filter_map do |(list, id), entry|
        before = entries[[list, id]]
        id if list == "users" && (entry.gone || !entry.active?) && !(before && (before.gone || !before.active?))
      end
    end

    # A provider can't shut out everyone who could let someone in again.
    def keep_an_administrator(shut)
      return if shut.empty?

      left = Account.where(access: "administrator").reject do |account|
        shut.include?(account.person) || PushedResource.shut?(account.person)
      end
      return if left.any?

      raise CobaltLedger::Provisioning::Fault.new(
        nil, "This person has the last administrator’s sign-in. Add another administrator first.", status: 409
      )
    end
  end
end
