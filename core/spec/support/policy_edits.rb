# frozen_string_literal: true

require_relative "policy_generator"

# A small random policy, and the same with something edited: a condition, a threshold, a mask, a window, a channel, an
# audience, an otherwise, the timing, a value, a refusal, a label, a baseline, the precedence, a rank, a form,
# a field, one retired, or one under another section, what is said beside a suggestion, what becomes of a hidden value.
class PolicyEdits < PolicyGenerator
  KINDS = %i[
    condition threshold mask window reach audience otherwise timing value refusal label baseline precedence rank form
    new_rule without state field retired section permission starts locking
    note clearing
  ].freeze
  WINDOWS = [{ "from" => "2026-06-01" }, { "until" => "2026-06-30" }, { "weekdays" => %w[monday tuesday] },
             { "from" => "2026-03-01", "until" => "2026-08-31", "hours" => { "from" => "09:00", "until" => "17:00" } }]
    .freeze

  # document: of a policy. Returns [kind of edit, the edited document].
  def edited(document)
    kind = pick(KINDS)
    copy = JSON.parse(JSON.generate(document))
    send(:"edit_#{kind}", copy)
    [kind, copy]
  end

  # A moment near the edges of the windows, or any of the year.
  def moment
    return Time.utc(2026, pick([3, 6, 7, 9]), 1) + pick([-1, 0, 3_599, 3_600, 86_400]) if chance(0.5)

    Time.utc(2026, 1, 1) + @random.rand(365 * 86_400)
  end

  # A new record holds nothing yet, so that no one has locked it, and nothing is typed where nothing is edited.
  # more: Hash of values stored beside.
  def question(more = {})
    asked = super()
    asked["stored"].merge!(more)
    case asked["mode"]
    when "create"
      asked = asked.except("locked", "lifted")
      asked.merge!("stored" => {}, "entered" => asked["stored"].merge(asked["entered"]))
    when "view", "list" then asked["entered"] = {}
    end
    asked.merge("channel" => pick(CobaltLedger::Space::CHANNELS.keys), "unit" => pick(%w[trust tidewater kiln]),
                "at" => moment.iso8601)
  end

  # The same people with one of them put into something, or taken out, or told otherwise of. document: of a directory.
  def moved(document)
    copy = JSON.parse(JSON.generate(document))
    change = pick(
      [{ "roles" => some(%w[registrar courier]) }, { "roles" => [] }, { "groups" => ["custodians"] },
       { "groups" => [] }, { "department" => "collections" }, { "units" => [pick(%w[kiln tidewater trust])] },
       { "attributes" => { "clearance" => pick(%w[high low]) } }]
    )
    pick(copy["users"]).merge!(change)
    copy["users"][2]["attributes"] ||= { "clearance" => "low" }
    copy
  end

  # A rule that may keep records from being saved.
  def hurdle
    rule_on_fields(95).except("otherwise", "window", "timing").merge(
      "reach" => { "modes" => ["edit"] }, "targets" => { "fields" => [pick(%w[level agreed contact])] },
      "effects" => [pick([{ "effect" => "require" }, { "effect" => "refuse", "message" => "Not so" }])]
    )
  end

  private

  # A rule on fields to edit, made where there is none.
  def rule_of(document)
    found = document["rules"].select { |each| each["targets"].keys.intersect?(%w[fields sections]) }
    found << rule_on_fields(90).tap { |made| document["rules"] << made } if found.empty?
    pick(found)
  end

  # A rule on actions or the whole record, with what it gives turned round or its condition changed.
  def edit_permission(document)
    found = document["rules"].reject { |each| each["targets"].keys.intersect?(%w[fields sections]) }
    found << whole_rule(93).tap { |made| document["rules"] << made } if found.empty?
    edited = pick(found)
    return edited["when"] = condition(2) if chance(0.5)

    turned = { "allow" => "deny", "deny" => "allow", "lock" => "unlock", "unlock" => "lock" }
    edited["effects"] = edited["effects"].map { |each| { "effect" => turned.fetch(each["effect"]) } }
  end

  def edit_starts(document) = document["record_types"][0]["actions"] = permissions

  def edit_locking(document)
    document["record_types"][0]["path"] = {
      "field" => "stage", "stages" => { "a" => [], "b" => [], "c" => [] }, "locks" => some(%w[a b c])
    }
  end

  def edit_condition(document) = rule_of(document)["when"] = condition(2)

  def edit_threshold(document)
    rule_of(document)["when"] =
      { "compare" => "at_least", "left" => { "field" => "count" }, "right" => { "value" => pick([2, 3, 9]) } }
  end

  def edit_mask(document)
    edited = rule_of(document)
    edited["effects"] = edited["effects"].reject do |each|
      %w[show hide mask].include?(each["effect"])
    end + effects(%w[mask])
  end

  def edit_window(document) = rule_of(document)["window"] = pick(WINDOWS)
  def edit_reach(document) = rule_of(document)["reach"] = { "channels" => [pick(%w[form automation interface])] }
  def edit_audience(document) = rule_of(document)["audience"] = audience

  def edit_otherwise(document)
    edited = rule_of(document)
    edited["when"] ||= condition(1)
    edited["otherwise"] = effects([pick(%w[hide show lock unlock require])])
  end

  def edit_timing(document)
    edited = rule_of(document)
    edited["when"] ||= condition(1)
    edited["timing"] = edited["timing"] ? "live" : "on_opening"
  end

  # A rule on one field, about its value.
  def about_a_value(document, effect)
    document["rules"] << rule_on_fields(91).except("otherwise").merge(
      "targets" => { "fields" => [pick(%w[stage notes])] }, "effects" => [effect]
    )
  end

  def edit_value(document)
    about_a_value(document, { "effect" => pick(%w[set default suggest]), "to" => { "value" => "b" } })
  end

  def edit_note(document)
    offers = document["rules"].flat_map { |rule| rule["effects"] || [] }.select { |each| each["effect"] == "suggest" }
    return edit_suggestion(document) if offers.empty?

    pick(offers)["note"] = pick(["As the file says", "Ask first"])
  end

  def edit_suggestion(document)
    about_a_value(document, { "effect" => "suggest", "to" => { "value" => "b" }, "note" => "As the file says" })
  end

  # What is hidden and cleared comes back, or does not.
  def edit_clearing(document)
    hides = document["rules"].flat_map { |rule| rule["effects"] || [] }.select { |each| each["effect"] == "hide" }
    return edit_mask(document) if hides.empty?

    pick(hides)["clear"] = pick([false, true, "at_once"])
  end

  def edit_refusal(document)
    about_a_value(document, { "effect" => "refuse", "message" => "Not so", "at" => pick(%w[field form]) })
  end

  def fields_of(document) = document["record_types"][0]["fields"]
  def edit_label(document) = pick(fields_of(document))["label"] = label
  def edit_baseline(document) = document["baselines"] << baseline(9)
  def edit_precedence(document) = document["precedence"] = pick(PRECEDENCE)
  def edit_rank(document) = rule_of(document)["rank"] = 99
  def edit_new_rule(document) = document["rules"] << rule(92)
  def edit_without(document) = document["rules"].delete(rule_of(document))

  def edit_state(document)
    edited = rule_of(document)
    edited["state"] = edited["state"] == "off" ? "on" : "off"
  end

  def edit_field(document)
    fields_of(document) << { "id" => "extra", "name" => "Extra", "kind" => "text", "section" => "main",
                             "label" => label }
  end

  def edit_retired(document)
    edited = pick(fields_of(document))
    edited["retired"] = !edited["retired"]
  end

  def edit_section(document)
    pick(fields_of(document))["section"] = pick(%w[main other])
  end

  def edit_form(document)
    short = { "id" => "short", "name" => "Short", "audience" => { "any" => [{ "role" => "courier" }] },
              "sections" => [{ "id" => "main", "name" => "Main", "fields" => %w[number stage] }] }
    whole = { "id" => "whole", "name" => "Whole",
              "sections" => [{ "id" => "main", "name" => "Main", "fields" => fields_of(document).map do |each|
                each["id"]
              end }] }
    document["record_types"][0]["forms"] = [short, whole]
  end
end
