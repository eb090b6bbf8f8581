# frozen_string_literal: true

module Server
  # What providers have pushed and what waits until somebody signs it: what it would change, and for whom.
  class HeldPushes
    # What was told of what a while ago: the same under the same policy and directory.
    TOLD = CobaltLedger::Memory.new(100)
    private_constant :TOLD

    # What is looked at in one go.
    MOST = 50
    NOUNS = { "users" => "user", "groups" => "group", "roles" => "role" }.freeze

    # account: Account that looks.
    def initialize(account)
      @account = account
      @state = PolicyStore.instance.in_force
      @before = DirectoryVersion.newest.directory_document
    end

    # {"items", "total"}: those that have waited longest first.
    def to_h
      rows = PushedResource.where(held: true).order(:held_by_id, :id)
      pushes = Push.where(id: rows.map(&:held_by_id)).index_by(&:id)
      { "items" => rows.first(MOST).map { |row| view(row, pushes[row.held_by_id]) }, "total" => rows.size }
    end

    # What one of them does to whom: {"opens", "others", "digest"}, what opens labelled fields apart from everything
    # else, as sentences. Raises Problem where it waits no more.
    def effect(list, id)
      row = PushedResource.find_by(list: list, subject: id, held: true) or
        raise Problem.new(404, "nothing-held", "It is no longer held back")
      key = [@state.subject, digest(row)]
      opens, others, whole = told = TOLD[key] || sentences(row)
      TOLD.keep(key, told) if whole
      { "digest" => digest(row), "opens" => opens, "others" => others }
    end

    # items: Array of {"list", "id", "digest"} as they were shown; verdict: "signed" or "turned_down". All or none.
    # Raises Problem.
    def decide(items, verdict)
      rows = items.map { |item| standing(item) }
      rows.each { |row| hindrance(row)&.then { |words| raise Problem.new(403, "may-not-sign", words) } }
      names = CobaltLedger::Words.list(rows.map { |row| name(row) })
      run(items, verdict, names, pushes: rows.map(&:held_by_id).uniq)
    rescue CobaltLedger::Provisioning::Fault => e
      raise Problem.new(e.status, "not-possible", e.message)
    end

    # Raises Problem where one of them is not as it was shown.
    def unchanged!(items) = items.each { |item| standing(item) }

    private

    # told: Hash of what the journal has beside. What is pushed while somebody decides is noticed: whether all is as it
    # was shown is asked again at each try.
    def run(items, verdict, names, **told)
      keys = items.map { |item| item.values_at("list", "id") }
      asker = PushRun::Asker.new(
        name: @account.name, groups: "groups", labels: [], kind: "push_#{verdict}",
        entry: { person: @account.person, subject: names, **told }
      )
      words = verdict == "signed" ? "Signed: #{names}" : "Turned down: #{names}"
      PushRun.new(asker).run(words, release: verdict == "signed" ? keys : []) do |desk|
        HeldPushes.new(@account).unchanged!(items)
        keys.each { |list, id| desk.turn_down(list, id) } if verdict == "turned_down"
      end
    end

    # The row, as it was shown. Raises Problem.
    def standing(item)
      row = PushedResource.find_by(list: item["list"], subject: item["id"], held: true)
      return row if row && digest(row) == item["digest"]

      raise Problem.new(412, "changed-meanwhile",
                        "What is held back has changed since you opened it. Reload and read it again.")
    end

    def view(row, push)
      {
        "list" => row.list, "id" => row.subject, "name" => name(row), "kind" => NOUNS.fetch(row.list),
        "asked" => push.asked, "by" => push.actor, "at" => push.created_at.iso8601, "digest" => digest(row),
        "lines" => lines(with(row)), "hindrance" => hindrance(row)
      }.compact
    end

    def sentences(row)
      from = current(row).nil? && row.list == "users" ? bare(row) : @before
      labels = Push.find(row.held_by_id).provider_id&.then { |id| Provider.find(id).held_labels } || []
      PushJudge.new(labels).apart(from, with(row))
    end

    # The directory with what was held back.
    def with(row)
      edit = CobaltLedger::Changes::Edit.new(kind: row.list, id: row.subject, after: merged(row))
      @before.merge(row.list => CobaltLedger::Changes::DocumentEdits.put(@before[row.list] || [], edit))
    end

    # Who is new is compared with someone who is in nothing.
    def bare(row) = @before.merge("users" => @before["users"] + [merged(row).slice("id", "name")])

    def lines(after)
      found = DirectoryChanges.new(@before, after).to_h
      found["changes"].flat_map { |each| each["lines"] } +
        found["adds"].flat_map { |each| ["is new", *each["lines"]] } + found["drops"].map { "is removed" }
    end

    def current(row) = (@before[row.list] || []).find { |item| item["id"] == row.subject }

    def merged(row)
      entry = row.entry
      CobaltLedger::Provisioning::Merge.of(entry.base, entry.wanted, current(row))
    end

    def name(row) = (merged(row) || current(row) || {})["name"] || row.subject

    # Of what is shown: under another edition it means something else.
    def digest(row) = CobaltLedger::CanonicalJson.digest([@state.key.last, current(row), merged(row)])

    # Why it can't be signed, in words; nil where it can. No one signs for themselves, nor what comes by a token of
    # their own making.
    def hindrance(row)
      push = Push.find(row.held_by_id)
      words = SigningRight.new(@account).hindrance(push.created_at)
      return words if words
      return "You can’t sign for your own access" if row.list == "users" && row.subject == @account.person

      "You made this provider’s token, so someone else must sign" if own?(push.provider_id)
    end

    def own?(provider_id)
      maker = Provider.find_by(id: provider_id)&.made_by_account or return false
      maker == @account.id || (!@account.person.nil? && Account.find_by(id: maker)&.person == @account.person)
    end
  end
end
