# frozen_string_literal: true

# The smallest policy that has a fault, by the detector that finds it: lambdas of an example, or of whatever else has
# Builders, to [rules, other members of the policy].
module Flawed
  def self.set(value) = { "effect" => "set", "to" => { "value" => value } }
  REGISTRARS = { "any" => [{ "role" => "registrar" }] }.freeze

  BY_DETECTOR = {
    "never_wins" => ->(spec) { [[spec.rule("notes", "unlock"), spec.rule("notes", "lock")], {}] },
    "no_effect" => ->(spec) { [[spec.rule("notes", "lock", reach: { "modes" => ["view"] })], {}] },
    "nobody" => ->(spec) { [[spec.rule("notes", "lock", audience: { "any" => [{ "group" => "empty" }] })], {}] },
    "required_out_of_reach" => lambda do |spec|
      [[spec.rule("notes", "require", audience: REGISTRARS), spec.rule("notes", "lock")], {}]
    end,
    "required_off_form" => lambda do |spec|
      part = { "id" => "main", "fields" => %w[number count] }
      type = spec.policy_document["record_types"][0].merge("forms" => [{ "id" => "a", "name" => "A",
                                                                         "sections" => [part] }])
      [[spec.rule("notes", "require", audience: REGISTRARS)], { record_types: [type] }]
    end,
    "dead_end" => ->(spec) { [[spec.rule("notes", "lock", when: spec.compare("notes", "is_blank"))], {}] },
    "self_opening_lock" => ->(spec) { [[spec.rule("notes", "lock", when: spec.compare("count", "greater", 4))], {}] },
    "does_not_settle" => ->(spec) { [[spec.rule("notes", Flawed.set("a")), spec.rule("notes", Flawed.set("b"))], {}] },
    "leak" => ->(spec) { [[spec.rule("notes", "hide", reach: { "channels" => ["form"] })], {}] },
    "opened_by_typing" => ->(spec) { [[spec.rule("notes", "hide", when: spec.compare("count", "less", 4))], {}] },
    "stale" => lambda do |spec|
      [[spec.rule("notes", "lock", when: spec.compare("count", "greater", 4), timing: "on_opening")], {}]
    end,
    "lost_entry" => lambda do |spec|
      [[spec.rule("notes", { "effect" => "hide", "clear" => true }, when: spec.compare("count", "greater", 4))], {}]
    end,
    "wide_open" => ->(spec) { [[spec.rule("location", "show")], {}] },
    "duties_not_separated" => lambda do |_|
      [
        [],
        {
          separations: [
            { "record_type" => "loan", "fields" => %w[count value], "title" => "who counts does not value" }
          ]
        }
      ]
    end,
    "personal_exception" => lambda do |spec|
      [[spec.rule("notes", "lock", audience: { "any" => [{ "user" => "ilka" }] })], {}]
    end,
    "run_out" => ->(spec) { [[spec.rule("notes", "lock", window: { "until" => "2026-05-31" })], {}] },
    "blocked_writer" =>
      lambda do |spec|
        [
          [spec.rule("notes", "lock", reach: { "channels" => ["interface"] })],
          {
            writers: [
              {
                "record_type" => "loan", "fields" => ["notes"], "title" => "A program", "user" => "zora",
                "channel" => "interface"
              }
            ]
          }
        ]
      end
  }.freeze
end
