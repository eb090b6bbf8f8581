# frozen_string_literal: true

# Conditions that ask about more than the values on the screen.
RSpec.describe CobaltLedger::Conditions do
  let(:fields) do
    [
      field("stage", "choice", options: %w[enquiry signed].map { |id| { "id" => id, "name" => id.capitalize } }),
      field("count", "integer"), field("due", "date"), field("seen", "date_time"), field("keeper", "person"),
      field("object", "record_reference", refers_to: "object"), field("notes")
    ]
  end
  let(:object_type) do
    {
      "id" => "object", "name" => "Object", "sections" => [{ "id" => "main", "name" => "Main" }],
      "fields" => [field("hazard"), field("price", "money")]
    }
  end

  def engine_with(condition)
    document = policy_document(rule("notes", "lock", when: condition), fields: fields)
    document["record_types"] << object_type
    document["time_zone"] = "Europe/London"
    document["places"] = [{ "id" => "reading-room", "name" => "Reading room" }]
    CobaltLedger::Decisions::Engine.new(CobaltLedger::Formats::PolicyJson.build(document, directory), directory)
  end

  # "applies", "not_applicable" or "in_doubt": how the rule with the condition stands.
  def stands(condition, user: "asha", mode: "edit", **asked)
    engine = engine_with(condition)
    document = { "user" => user, "record_type" => "loan", "unit" => "tidewater", "mode" => mode }.merge(
      asked.transform_keys(&:to_s)
    )
    decision =
      engine.decide(
        CobaltLedger::Formats::QuestionJson.read(document, engine.policy, engine.directory), reasoning: ["notes"]
      )
    decision.reasoning["notes"].rules.lines[0].standing.applies.name
  end

  def leaf(left, name, right = nil) = { "compare" => name, "left" => left, "right" => right }.compact

  {
    "a stored value, whatever is typed" => [
      { "compare" => "equal", "left" => { "stored" => "stage" }, "right" => { "value" => "signed" } },
      { stored: { "stage" => "signed" }, entered: { "stage" => "enquiry" } },
      { stored: { "stage" => "enquiry" }, entered: { "stage" => "signed" } }
    ],
    "that a value was changed" => [
      { "compare" => "was_changed", "left" => { "field" => "count" } },
      { stored: { "count" => 1 }, entered: { "count" => 2 } }, { stored: { "count" => 1 }, entered: { "count" => 1 } }
    ],
    "an entered value against the stored one" => [
      { "compare" => "greater", "left" => { "field" => "count" }, "right" => { "stored" => "count" } },
      { stored: { "count" => 1 }, entered: { "count" => 2 } }, { stored: { "count" => 3 }, entered: { "count" => 2 } }
    ],
    "a field of a related record" => [
      {
        "compare" => "equal",
        "left" => {
          "through" => "object", "field" => "hazard"
        },
        "right" => {
          "value" => "lead"
        }
      },
      { stored: { "object" => "OB-1" }, related: { "object" => { "OB-1" => { "hazard" => "lead" } } } },
      { stored: { "object" => "OB-1" }, related: { "object" => { "OB-1" => { "hazard" => "none" } } } }
    ],
    "the user" => [
      { "compare" => "equal", "left" => { "field" => "keeper" }, "right" => { "user" => true } },
      { stored: { "keeper" => "asha" } }, { stored: { "keeper" => "ilka" } }
    ],
    "an attribute of the user" => [
      { "compare" => "equal", "left" => { "attribute" => "clearance" }, "right" => { "value" => "high" } },
      { user: "zora" }, { user: "asha" }
    ],
    "membership of the person in a field, through a group within" => [
      {
        "compare" => "member_of",
        "left" => {
          "field" => "keeper"
        },
        "right" => {
          "members" => [{ "group" => "custodians" }]
        }
      },
      { stored: { "keeper" => "ilka" } },
      { stored: { "keeper" => "asha" } }
    ],
    "a day within the next 30" => [
      { "compare" => "within_next", "left" => { "field" => "due" }, "right" => { "days" => 30 } },
      { at: "2026-03-01T12:00:00Z", stored: { "due" => "2026-03-31" } },
      { at: "2026-03-01T12:00:00Z", stored: { "due" => "2026-04-01" } }
    ],
    "a day within the last week" => [
      { "compare" => "within_last", "left" => { "field" => "due" }, "right" => { "days" => 7 } },
      { at: "2026-03-08T12:00:00Z", stored: { "due" => "2026-03-01" } },
      { at: "2026-03-08T12:00:00Z", stored: { "due" => "2026-03-09" } }
    ],
    "a day before today, by the policy's zone" => [
      { "compare" => "less", "left" => { "field" => "due" }, "right" => { "today" => 0 } },
      { at: "2026-06-30T23:30:00Z", stored: { "due" => "2026-06-30" } },
      { at: "2026-06-30T22:30:00Z", stored: { "due" => "2026-06-30" } }
    ],
    "the network" => [
      {
        "compare" => "within_network",
        "left" => {
          "network" => true
        },
        "right" => {
          "values" => %w[192.0.2.0/24 2001:db8::/32]
        }
      },
      { network: "2001:db8::9" },
      { network: "198.51.100.1" }
    ],
    "the place" => [
      { "compare" => "equal", "left" => { "place" => true }, "right" => { "value" => "reading-room" } },
      { place: "reading-room" }, nil
    ],
    "the record's flag" => [
      { "compare" => "equal", "left" => { "locked" => true }, "right" => { "value" => true } }, { locked: true },
      { locked: false }
    ]
  }.each do |what, (condition, holding, failing)|
    it "ask about #{what}" do
      expect(stands(condition, **holding)).to eq("applies")
      expect(stands(condition, **failing)).to eq("not_applicable") if failing
    end
  end

  it "fail closed where what they ask about is not known" do
    expect(stands(leaf({ "network" => true }, "within_network", { "values" => ["192.0.2.0/24"] }))).to eq("in_doubt")
    expect(stands(leaf({ "place" => true }, "equal", { "value" => "reading-room" }))).to eq("in_doubt")
    expect(stands(leaf({ "field" => "due" }, "within_next", { "days" => 3 }), stored: { "due" => "2026-01-01" })).to eq(
      "in_doubt"
    )
    expect(
      stands(leaf({ "through" => "object", "field" => "hazard" }, "is_filled"), stored: { "object" => "OB-9" })
    ).to eq("in_doubt")
    expect(
      stands(
        leaf({ "field" => "keeper" }, "member_of", { "members" => [{ "role" => "courier" }] }),
        stored: {
          "keeper" => "ghost"
        }
      )
    ).to eq("in_doubt")
  end

  it "read back as plain sentences with names" do
    document = {
      "all" => [
        leaf({ "field" => "keeper" }, "member_of", { "members" => [{ "group" => "night" }, { "role" => "courier" }] }),
        leaf({ "through" => "object", "field" => "price" }, "at_least", { "value" => 50 }),
        leaf({ "field" => "due" }, "less", { "today" => 14 }),
        leaf({ "stored" => "stage" }, "equal", { "value" => "signed" }), leaf({ "field" => "count" }, "was_changed")
      ]
    }
    words = engine_with(document).policy.rules.first.condition.words(directory)
    expect(words).to eq(
      "Keeper is a member of Night Custodians or Courier and Price of the object is at least 50.00 " \
      "and Due is before 14 days from today " \
      "and Stage as stored is Signed and Count was changed"
    )
    expect(engine_with(document).policy.rules.first.condition.to_h).to eq(document)
  end

  {
    "a person compared with a date" => [
      ["field", "keeper", "equal", { "today" => 0 }],
      "/rules/0/when/right/today: today (date) can't be compared with Keeper (person)"
    ],
    "a field that refers to nothing" => [
      [{ "through" => "notes", "field" => "hazard" }, "is_filled"],
      "/rules/0/when/left/through: Notes refers to no record type"
    ],
    "an unknown field of a related record" => [
      [{ "through" => "object", "field" => "weight" }, "is_filled"],
      "/rules/0/when/left/field: Object has no field “weight”"
    ],
    "an attribute nobody has" => [
      [{ "attribute" => "shoe_size" }, "is_filled"],
      "/rules/0/when/left/attribute: no one in the directory has an attribute “shoe_size”"
    ],
    "a group nobody knows" => [
      [{ "field" => "keeper" }, "member_of", { "members" => [{ "group" => "ghosts" }] }],
      "/rules/0/when/right/members/0: there is no group “ghosts” in the directory"
    ],
    "a block that is none" => [
      [{ "network" => true }, "within_network", { "values" => ["192.0.2.0/99"] }],
      "/rules/0/when/right/values/0: the network must be an address or a block like 192.0.2.0/24 or 2001:db8::/32"
    ],
    "a place that is none" => [
      [{ "place" => true }, "equal", { "value" => "moon" }],
      "/rules/0/when/right/value: the place is not one of the options: reading-room"
    ],
    "days where members belong" => [
      [{ "field" => "keeper" }, "member_of", { "days" => 3 }],
      "/rules/0/when/right: “is a member of” takes roles, groups, departments or units"
    ],
    "asking whether a stored value was changed" => [
      [{ "stored" => "count" }, "was_changed"],
      "/rules/0/when/compare: “was changed” can only be asked of a field on the screen"
    ]
  }.each do |what, (given, words)|
    it "refuse #{what} and name the place" do
      condition = given.first.is_a?(Hash) ? leaf(*given) : leaf({ given[0] => given[1] }, given[2], given[3])
      expect(faults { engine_with(condition) }).to eq([words])
    end
  end
end
