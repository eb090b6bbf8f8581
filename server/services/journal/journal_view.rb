# frozen_string_literal: true

module Server
  # The journal, for those who look after the policy: who did what to which record, when and why. A record that the
  # reader may not open is not named.
  class JournalView
    # sight: Sight of the reader; params: "kind", "person", "record_type", "number", "from", "to" (days).
    def initialize(sight, params)
      @sight = sight
      @params = params
      @directory = PolicyStore.instance.directory
      @met = {}
    end

    # One page, the newest first.
    def page(page, per_page) = Page.of(entries, page, per_page) { |entry| line(entry) }

    private

    def entries
      asked = @params.slice("kind", "person").reject { |_, value| value.to_s.empty? }
      found = JournalEntry.where(asked.merge(by_words))
      found = of_type(found, @params["record_type"]) unless @params["record_type"].to_s.empty?
      found = by_number(found, @params["number"]) unless @params["number"].to_s.empty?
      from, to = %w[from to].map { |name| day(name) }
      found = found.where(at: "#{from.iso8601}T"..) if from
      to ? found.where(at: ..."#{(to + 1).iso8601}T") : found
    end

    # What it is about and who did it, as someone types them; a topic stands for its kinds.
    def by_words
      { "subject" => @params["subject"], "actor" => @params["actor"],
        "kind" => JournalEntry::TOPICS[@params["topic"]] }.reject { |_, value| value.nil? || value == "" }
    end

    # Asking for a record type finds what is about records of it that one may open, about those that are gone, and about
    # none in particular.
    def of_type(found, type)
      there = Record.where(record_type: type).select(:number)
      open = @sight.records(type).select(:number)
      own = found.where(record_type: type)
      own.where(number: nil).or(own.where.not(number: there)).or(own.where(number: open))
    end

    # Asking for a record that one may not open finds nothing.
    def by_number(found, number)
      types = found.where(number: number).distinct.pluck(:record_type).select { |type| met?(type, number) }
      found.where(number: number, record_type: types)
    end

    def day(name)
      text = @params[name].to_s
      text.empty? ? nil : Date.iso8601(text)
    rescue Date::Error
      raise CobaltLedger::BadInput.at("/#{name}", "must be a day like 2026-11-27")
    end

    def line(entry)
      met = entry.number.nil? || met?(entry.record_type, entry.number)
      {
        "id" => entry.id, "at" => entry.moment.iso8601, "kind" => entry.kind, "by" => entry.actor,
        "sign_in" => entry.told["sign_in"],
        "person" => entry.person,
        "person_name" => entry.person && @directory.name_of(:user, entry.person),
        "record_type" => met ? entry.record_type : nil, "number" => met ? entry.number : nil,
        "withheld" => met ? nil : true, "field" => met ? field(entry) : nil, "reason" => reason(entry, met),
        "subject" => entry.subject, "digest" => entry.digest,
        "details" => met ? entry.told.except("account", "sign_in") : {}
      }.compact
    end

    # A reason may say anything of the record: nothing for who may not open it.
    def reason(entry, met) = met ? entry.reason : nil

    # Which field it was, by name.
    def field(entry)
      type = PolicyStore.instance.in_force.policy.record_type(entry.record_type)
      entry.field && (type&.field(entry.field)&.name || entry.field)
    end

    # One that was deleted is nothing to be kept from anyone any more.
    def met?(type, number)
      @met.fetch([type, number]) do
        gone = Record.where(record_type: type, number: number).none?
        @met[[type, number]] = gone || !@sight.record(type, number).nil?
      end
    end
  end
end
