# frozen_string_literal: true

# What a form does by itself in answer to what is typed.
RSpec.describe CobaltLedger::Decisions::Settling do
  def value(effect, to) = { "effect" => effect, "to" => to }

  def ask(engine, mode: "edit", stored: {}, entered: {}, **more)
    document = {
      "user" => "asha", "record_type" => "loan", "unit" => "kiln", "mode" => mode, "stored" => stored,
      "entered" => entered
    }
    CobaltLedger::Formats::QuestionJson.read(
      document.merge(more.transform_keys(&:to_s)), engine.policy, engine.directory
    )
  end

  def decide(engine, **asked) = engine.decide(ask(engine, **asked))
  def save(engine, changes, **asked) = CobaltLedger::Decisions::Saving.new(engine).judge(ask(engine, **asked), changes)

  describe "otherwise" do
    let(:halves) do
      engine(rule("notes", "lock", when: compare("stage", "equal", "signed"), otherwise: [{ "effect" => "require" }]))
    end

    it "gives the other half while the condition does not hold, and nothing where nothing is said" do
      expect(decide(halves, stored: { "stage" => "signed" })["notes"].level).to eq("read_only")
      expect(decide(halves, stored: { "stage" => "out" })["notes"].level).to eq("required")
      plain = engine(rule("notes", "lock", when: compare("stage", "equal", "signed")))
      expect(decide(plain, stored: { "stage" => "out" })["notes"].level).to eq("editable")
    end

    it "counts the stricter of both halves where the condition can't be evaluated" do
      decided =
        decide(
          engine(rule("notes", "hide", when: compare("count", "greater", 1), otherwise: [{ "effect" => "show" }])),
          stored: {
            "count" => "many"
          }
        )
      expect(decided["notes"].level).to eq("hidden")
    end

    it "says both halves in its sentence" do
      words = CobaltLedger::Rules::Sentence.new(halves.policy.rules.first, halves.policy, directory).to_s
      expect(words).to eq(
        "For everyone, in any mode of an outgoing loan, when Stage is Signed: Notes is locked; otherwise required."
      )
    end
  end

  describe "value effects" do
    it "begins a new record with a default, until something is typed, blank included" do
      made =
        engine(
          rule("notes", value("default", { "value" => "as usual" })),
          rule("stage", value("default", { "value" => "enquiry" }))
        )
      expect(decide(made, mode: "create").values).to include("notes" => "as usual", "stage" => "enquiry")
      expect(decide(made, mode: "create", entered: { "notes" => "other" }).values["notes"]).to eq("other")
      expect(decide(made, mode: "create", entered: { "notes" => nil }).values["notes"]).to be_nil
      expect(decide(made, stored: {}).values["notes"]).to be_nil
      expect(save(made, { "notes" => nil, "stage" => "out" }, mode: "create").stored).to include(
        "notes" => nil, "stage" => "out"
      )
      expect(save(made, {}, mode: "create").stored).to include("notes" => "as usual", "stage" => "enquiry")
    end

    it "takes values from the user, the day and a related record" do
      fields =
        loan_fields +
        [
          field("keeper", "person"), field("due", "date"), field("object", "record_reference", refers_to: "loan"),
          field("clearance")
        ]
      made =
        engine(
          rule("keeper", value("default", { "user" => true })), rule("due", value("default", { "today" => 14 })),
          rule("contact", value("default", { "through" => "object", "field" => "contact" })),
          rule("clearance", value("set", { "attribute" => "clearance" })), fields: fields
        )
      decided =
        decide(
          made,
          mode: "create",
          user: "zora",
          at: "2026-01-01T10:00:00Z",
          entered: {
            "object" => "LN-1"
          },
          related: {
            "loan" => {
              "LN-1" => {
                "contact" => "Ilse"
              }
            }
          }
        )
      expect(decided.values).to include(
        "keeper" => "zora", "due" => Date.new(2026, 1, 15), "contact" => "Ilse", "clearance" => "high"
      )
    end

    it "sets and clears for as long as the rule applies; what was typed comes back" do
      setting = engine(rule("notes", value("set", { "value" => "closed" }), when: compare("stage", "equal", "signed")),
                       rule("count", "clear", when: compare("stage", "equal", "out")))
      typed = { "notes" => "mine", "count" => 4 }
      signed = decide(setting, entered: typed.merge("stage" => "signed"))
      expect(signed.values).to include("notes" => "closed", "count" => 4)
      expect(signed.aside("notes")).to eq("mine")
      expect(decide(setting, entered: typed.merge("stage" => "out")).values).to include(
        "notes" => "mine", "count" => nil
      )
      expect(decide(setting, entered: typed.merge("stage" => "enquiry")).values).to include(
        "notes" => "mine", "count" => 4
      )
    end

    it "clears what is hidden only when told so, and only until the hiding ends" do
      hiding =
        engine(
          rule("notes", { "effect" => "hide", "clear" => true }, when: compare("stage", "equal", "signed")),
          rule("contact", "hide", when: compare("stage", "equal", "signed"))
        )
      stored = { "notes" => "plain", "contact" => "Ilse" }
      expect(decide(hiding, stored: stored, entered: { "stage" => "signed" }).values).to include(
        "notes" => nil, "contact" => "Ilse"
      )
      expect(decide(hiding, stored: stored, entered: { "stage" => "out" }).values["notes"]).to eq("plain")
      expect(save(hiding, { "stage" => "signed" }, stored: stored).stored).to include(
        "notes" => nil, "contact" => "Ilse"
      )
    end

    it "lets one rule's value decide another, in as many rounds as it takes" do
      chain =
        engine(
          rule("stage", value("set", { "value" => "signed" }), when: compare("count", "greater", 4)),
          rule("notes", value("set", { "value" => "closed" }), when: compare("stage", "equal", "signed")),
          rule("contact", "hide", when: compare("notes", "equal", "closed"))
        )
      decided = decide(chain, entered: { "count" => 5 })
      expect([decided.values.slice("stage", "notes"), decided["contact"].level]).to eq(
        [{ "stage" => "signed", "notes" => "closed" }, "hidden"]
      )
      expect(save(chain, { "count" => 5 }).stored).to include("count" => 5, "stage" => "signed", "notes" => "closed")
    end

    it "names the rules of a loop, and refuses the save" do
      chasing =
        engine(
          rule("notes", value("set", { "value" => "b" }), when: compare("next", "equal", "a")),
          rule("notes", value("set", { "value" => "a" }), when: compare("next", "equal", "b")),
          rule("next", value("set", { "field" => "notes" }), when: compare("notes", "is_filled")),
          fields: loan_fields + [field("next")]
        )
      decided = decide(chasing, entered: { "next" => "a" })
      expect(decided.loop.map(&:id).uniq).to match_array(chasing.policy.rules.map(&:id))
      verdicts =
        chasing.decide(ask(chasing, entered: { "next" => "a" }), reasoning: ["next"]).reasoning["next"]
          .value
          .map { |line| line.verdict.name }
      expect([decided.values.values_at("next", "notes"), verdicts]).to eq([["a", nil], %w[in_a_loop]])
      refusal = save(chasing, { "next" => "a" }).refusals.first
      expect([refusal.kind, refusal.field]).to eq(["unsettled", nil])
      expect(refusal.words).to include("contradict each other", "1 Rule 1", "3 Rule 3")
    end

    it "gives the field to the better rank where two rules set it" do
      two =
        engine(
          rule("notes", value("set", { "value" => "first" })), rule("notes", value("set", { "value" => "second" }))
        )
      expect(decide(two).values["notes"]).to eq("first")
      verdicts = two.decide(ask(two), reasoning: ["notes"]).reasoning["notes"].value.map { |line| line.verdict.name }
      expect(verdicts).to eq(%w[won overruled])
    end

    it "offers a value without taking it, and no longer once it stands there" do
      offering =
        engine(rule("notes", value("suggest", { "value" => "insure it" }), when: compare("value", "at_least", 100)))
      offered = decide(offering, entered: { "value" => 100 })
      expect(offered.offers.map { |offer| [offer.field.id, offer.value] }).to eq([["notes", "insure it"]])
      expect(offered.values["notes"]).to be_nil
      expect(decide(offering, entered: { "value" => 100, "notes" => "insure it" }).offers).to be_empty
      expect(decide(offering, entered: { "value" => 99 }).offers).to be_empty
    end

    it "says what the rule has to say beside a suggestion, and in its sentence" do
      noted = value("suggest", { "value" => "insure it" }).merge("note" => "Ask the registrar")
      offering = engine(rule("notes", noted))
      expect(decide(offering).offers.map(&:note)).to eq(["Ask the registrar"])
      expect(offering.sentence(offering.policy.rules.first.contributions.first)).to include(
        "suggested to be “insure it” with the note “Ask the registrar”"
      )
    end

    it "names what is hidden and cleared at once, for as long as it is hidden" do
      hiding = engine(rule("notes", { "effect" => "hide", "clear" => "at_once" },
                           when: compare("value", "at_least", 100)))
      typed = { "notes" => "kept?" }
      expect(decide(hiding, entered: typed.merge("value" => 100)).cleared_at_once).to eq(["notes"])
      expect(decide(hiding, entered: typed.merge("value" => 99)).cleared_at_once).to be_empty
      later = engine(rule("notes", { "effect" => "hide", "clear" => true }))
      expect(decide(later, entered: typed).cleared_at_once).to be_empty
      expect(hiding.sentence(hiding.policy.rules.first.contributions.first)).to include("hidden (and cleared at once)")
    end

    it "refuses with the rule's message at the field or the form, and where it can't tell" do
      refusing =
        engine(
          rule(
            "count", { "effect" => "refuse", "message" => "Too many for one loan" },
            when: compare("count", "greater", 10)
          ),
          rule(
            "notes", { "effect" => "refuse", "message" => "Ask the panel first", "at" => "form" },
            when: compare("value", "greater", 1000)
          )
        )
      told = lambda do |changes|
        save(refusing, changes).refusals.map { |refusal| [refusal.field, refusal.kind, refusal.words] }
      end
      expect(told.call("count" => 11)).to eq([["count", "refused", "Too many for one loan"]])
      expect(told.call("value" => 2000)).to eq([[nil, "refused", "Ask the panel first"]])
      expect(told.call("count" => 3)).to be_empty
      expect(save(refusing, { "notes" => "x" }, stored: { "count" => "lots" }).refusals.map(&:words)).to eq(
        ["Too many for one loan (its condition can’t be evaluated, so it applies)"]
      )
    end

    it "changes nothing where nothing is edited" do
      setting = engine(rule("notes", value("set", { "value" => "closed" })))
      expect(%w[view list].map { |mode| decide(setting, mode: mode).values["notes"] }).to eq([nil, nil])
    end

    {
      "a value of the wrong kind" => [
        ["count", { "value" => "many" }], "/rules/0/effects/0/to/value: Count must be a whole number"
      ],
      "a source of another kind" => [
        ["count", { "field" => "notes" }],
        "/rules/0/effects/0/to/field: Notes (long text) can't be compared with Count (whole number)"
      ],
      "a computed field" => [
        ["total", { "value" => 1 }], "/rules/0/effects/0/to: Total is computed, so no rule can give it a value"
      ]
    }.each do |what, ((target, to), words)|
      it "refuses to set #{what}" do
        expect(faults { engine(rule(target, value("set", to))) }).to eq([words])
      end
    end
  end

  describe "timing" do
    let(:opened) { engine(rule("notes", "lock", when: compare("stage", "equal", "signed"), timing: "on_opening")) }

    it "goes by what was there on opening, whatever is typed since" do
      expect(decide(opened, stored: { "stage" => "signed" }, entered: { "stage" => "out" })["notes"].level).to eq(
        "read_only"
      )
      expect(decide(opened, stored: { "stage" => "out" }, entered: { "stage" => "signed" })["notes"].level).to eq(
        "editable"
      )
    end

    it "opens with the defaults a new record begins with" do
      beginning =
        engine(
          rule("stage", value("default", { "value" => "signed" })),
          rule("notes", "lock", when: compare("stage", "equal", "signed"), timing: "on_opening")
        )
      expect(decide(beginning, mode: "create")["notes"].level).to eq("read_only")
      expect(decide(beginning, mode: "create", entered: { "stage" => "out" })["notes"].level).to eq("read_only")
    end
  end

  describe "computed fields" do
    let(:fields) do
      loan_fields.map { |each| each["id"] == "total" ? each.merge("typed_when_incomplete" => true) : each }
    end

    it "are typed while an input is blank, and computed and locked once all are filled" do
      open = engine(fields: fields)
      blank = decide(open, entered: { "count" => 2, "total" => 70 })
      expect([blank["total"].level, blank.values["total"]]).to eq(["editable", 70])
      full = decide(open, entered: { "count" => 2, "value" => 50, "total" => 70 })
      expect([full["total"].level, full.values["total"], full.aside("total")]).to eq(["read_only", 100, 70])
      expect(save(open, { "total" => 70 }, stored: { "count" => 2, "value" => 50 }).refusals.map(&:kind)).to eq(
        ["locked"]
      )
      expect(save(open, { "total" => 70 }, stored: { "count" => 2 }).stored).to include("total" => 70)
      expect(save(open, { "value" => 50, "total" => 70 }, stored: { "count" => 2 }).stored).to include("total" => 70)
    end

    it "are blank with a reason, never an error" do
      reason =
        lambda do |formula, **values|
          made =
            engine(fields: loan_fields.map { |each| each["id"] == "total" ? each.merge("formula" => formula) : each })
          decided = decide(made, stored: values.transform_keys(&:to_s))
          [
            decided.values["total"],
            decided
              .question
              .record_type
              .formulas
              .blank("total", decided.values)
              &.words({ "count" => "Count", "value" => "Value" })
          ]
        end
      expect(reason.call("value / count", count: 0, value: 5)).to eq([nil, "the formula divides by zero"])
      expect(reason.call("value * count", count: 3)).to eq([nil, "Value is blank"])
      expect(reason.call("value * value * value", value: 999_999_999_999)).to eq(
        [nil, "the result is beyond what a field can hold"]
      )
      expect(reason.call("value / count", count: 3, value: 1)[0]).to be_within(0.01).of(0.33)
    end

    it "refuses formulas that name nothing, do not parse, give no number, tower up or go in a ring" do
      told = lambda do |*formulas|
        faults do
          engine(
            fields:
              [field("n", "integer")] +
                formulas.each_with_index.map { |text, index| field("c#{index}", "computed", formula: text) }
          )
        end
      end
      expect(told.call("n + ghost").first).to end_with("names no field of this record type: ghost")
      expect(told.call("n + (").first).to include("/formula: the formula does not parse")
      expect(told.call("n > 1").first).to end_with("the formula gives yes or no, not a number")
      expect(told.call("9 ^ 9 ^ 9").first).to end_with(
        "a power must be a whole number from 0 to 20, written out, and not of a power"
      )
      expect(told.call("2 ^ n").first).to include("a power must be")
      expect(told.call("c1 + 1", "c0 + 1").first).to end_with("formulas name each other in a ring: c0 -> c1 -> c0")
    end

    it "work in chains as long as anybody builds them" do
      chain =
        [field("n", "integer")] +
        (1..1000).map do |number|
          field("c#{number}", "computed", formula: number == 1 ? "n + 1" : "c#{number - 1} + 1")
        end
      expect(decide(engine(fields: chain.reverse), stored: { "n" => 1 }).values["c1000"]).to eq(1001)
    end
  end
end
