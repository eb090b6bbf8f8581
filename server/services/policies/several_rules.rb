# frozen_string_literal: true

module Server
  # The same done to several rules at once, all of it or nothing; first told, then kept.
  class SeveralRules
    # ids: identifiers of rules; change: one of {"state"}, {"remove" => true}, {"audience" => {"replace", "by"}},
    # {"unit" => {"replace", "by"}}, {"review_by"}, {"owner"}, {"rank" => "first" or "last"}.
    def initialize(ids, change)
      @ids = ids
      @change = change
    end

    # {"changes" => how many rules it changes, "sentences" => what that does to whom, "revision"}.
    def preview
      change_set = ChangeSet.current
      pending = PolicyStore.instance.pending
      edits = edits(pending.document)
      after = PolicyStore.instance.state_of(CobaltLedger::Changes::DocumentEdits.apply(pending.document, edits))
      { "changes" => edits.size, "revision" => change_set.revision,
        "sentences" => ToldInTime.new(pending.engine, after.engine).sentences }
    end

    # revision: of the change set that was told about; author: name of who does it. Returns {"changes"}.
    def keep(revision, author)
      edits = edits(PolicyStore.instance.pending.document)
      PolicyEditor.new(author).put_all(edits, revision: revision)
      { "changes" => edits.size }
    end

    private

    # Array of CobaltLedger::Changes::Edit; what stays as it is is none.
    def edits(document)
      rules = document["rules"].select { |rule| @ids.include?(rule["id"]) }
      missing = @ids - rules.map { |rule| rule["id"] }
      raise CobaltLedger::BadInput.at("/rules", "there is no rule “#{missing.first}”") if missing.any?
      return ranked(document, rules) if @change["rank"]

      rules.map { |rule| edit(rule, changed(rule)) }.reject { |edit| edit.before == edit.after }
    end

    def edit(before, after)
      CobaltLedger::Formats::Schema.check!("rule", after) if after
      CobaltLedger::Changes::Edit.new(kind: "rule", id: before["id"], before: before, after: after)
    end

    # The rule as it shall be, nil where it goes.
    def changed(rule)
      return nil if @change["remove"]

      replaced(rule).merge(@change.slice("state", "review_by", "owner"))
    end

    def replaced(rule)
      return audience(rule, @change["audience"]) if @change["audience"]
      return rule unless @change["unit"] && rule.dig("reach", "units")

      units = swapped(rule["reach"]["units"], @change["unit"])
      rule.merge("reach" => rule["reach"].merge("units" => units))
    end

    # Whom a rule is for, with one put in the place of another; with no one named to be replaced, for those alone.
    def audience(rule, swap)
      return rule.merge("audience" => { "any" => [swap["by"]] }) unless swap["replace"]

      parts = rule["audience"].slice("any", "except").transform_values { |list| swapped(list, swap) }
      rule.merge("audience" => rule["audience"].merge(parts))
    end

    def swapped(list, swap) = list.map { |each| each == swap["replace"] ? swap["by"] : each }.uniq

    # The rules first, or last, among those of their type and kind, in the order they have.
    def ranked(document, rules)
      rules.group_by { |rule| rule.values_at("record_type", "kind") }.flat_map do |group, own|
        all = document["rules"].select { |rule| rule.values_at("record_type", "kind") == group }
        all = all.sort_by { |rule| rule["rank"] }
        rest = all - own
        own = own.sort_by { |rule| rule["rank"] }
        order = @change["rank"] == "first" ? own + rest : rest + own
        ranks = all.map { |rule| rule["rank"] }
        order.zip(ranks).reject { |rule, rank| rule["rank"] == rank }
          .map { |rule, rank| edit(rule, rule.merge("rank" => rank)) }
      end
    end
  end
end
