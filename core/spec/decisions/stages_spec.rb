# frozen_string_literal: true

RSpec.describe "The four stages" do
  describe "baseline" do
    it "starts as the sensitivity label says where nothing else speaks" do
      plain = engine
      expect(level(plain, "notes")).to eq("editable")
      expect(level(plain, "contact")).to eq("masked")
      expect(level(plain, "location")).to eq("hidden")
    end

    it "joins several baselines by strictest, and leaves to the label what none speaks of" do
      baselines = [
        {
          "id" => "a",
          "name" => "A",
          "record_type" => "loan",
          "units" => ["trust"],
          "states" => {
            "location" => {
              "presence" => "required"
            }
          }
        },
        {
          "id" => "b",
          "name" => "B",
          "record_type" => "loan",
          "units" => ["tidewater"],
          "states" => {
            "notes" => {
              "entry" => "locked"
            }
          }
        }
      ]
      both = engine(baselines: baselines)
      expect(level(both, "location")).to eq("hidden")
      expect(level(both, "notes")).to eq("read_only")
      expect(level(both, "notes", unit: "kiln")).to eq("editable")
    end

    it "follows the record's category, and fails closed when the category can't be read" do
      baselines = [
        {
          "id" => "a",
          "name" => "A",
          "record_type" => "loan",
          "categories" => ["signed"],
          "states" => {
            "location" => {
              "visibility" => "shown"
            }
          }
        }
      ]
      open = engine(baselines: baselines)
      expect(level(open, "location", stage: "signed")).to eq("editable")
      expect(level(open, "location", stage: "out")).to eq("hidden")
      expect(level(open, "location", stage: "no such stage")).to eq("hidden")
    end
  end

  describe "rules" do
    it "take the baseline's place, looser or stricter" do
      expect(level(engine(rule("location", "show")), "location")).to eq("editable")
      expect(level(engine(rule("notes", "hide")), "notes")).to eq("hidden")
    end

    it "lets the strictest win within each facet, whatever the rank" do
      both = engine(rule("notes", "show", "unlock"), rule("notes", "lock"))
      expect(level(both, "notes")).to eq("read_only")
      expect(level(engine(rule("notes", "require"), rule("notes", "make_optional")), "notes")).to eq("required")
    end

    it "takes the mask that reveals less, then the better rank" do
      two =
        engine(
          rule("contact", mask("keep_last", count: 4)), rule("contact", mask("keep_first", count: 2)),
          rule("contact", mask("keep_last", count: 2))
        )
      expect(two.decide(question(two))["contact"].state.mask.to_h).to eq("format" => "keep_first", "count" => 2)
    end

    it "takes no other mask than that of the first rule, or of the closest audience, where these win" do
      masks = [rule("contact", mask("keep_last", count: 4), audience: { "any" => [{ "role" => "registrar" }] }),
               rule("contact", mask("all"))]
      %w[strictest first_in_order closest_audience].each do |precedence|
        made = CobaltLedger::Decisions::Engine.new(
          newest_policy(policy_document(*masks).merge("precedence" => precedence), directory), directory
        )
        format = made.decide(question(made))["contact"].state.mask.to_h["format"]
        expect([precedence, format]).to eq([precedence, precedence == "strictest" ? "all" : "keep_last"])
      end
    end

    it "allows replacing unseen only where every mask does" do
      expect(level(engine(rule("contact", mask("all", replace: true))), "contact")).to eq("replace_only")
      expect(
        level(engine(rule("contact", mask("all", replace: true)), rule("contact", mask("initials"))), "contact")
      ).to eq("masked")
    end

    it "reaches sections with all their fields, units with those below, and only the modes and channels named" do
      section =
        rule(
          [],
          "lock",
          targets: {
            "sections" => ["main"]
          },
          reach: {
            "units" => ["trust"], "modes" => ["edit"], "channels" => ["form"]
          }
        )
      locked = engine(section)
      expect(level(locked, "notes", unit: "kiln")).to eq("read_only")
      expect(level(locked, "notes", mode: "create")).to eq("editable")
      expect(level(locked, "notes", channel: "import")).to eq("editable")
      expect(level(engine(rule("notes", "lock", reach: { "units" => ["kiln"] })), "notes")).to eq("editable")
    end

    it "matches people through nested groups, departments above, and exceptions" do
      night =
        engine(
          rule("notes", "lock", audience: { "any" => [{ "group" => "custodians" }, { "department" => "collections" }] })
        )
      expect(level(night, "notes", user: "ilka", unit: "kiln")).to eq("read_only")
      expect(level(night, "notes", user: "zora")).to eq("editable")
      expect(
        level(
          engine(rule("notes", "lock", audience: { "everyone" => true, "except" => [{ "role" => "registrar" }] })),
          "notes"
        )
      ).to eq("editable")
    end

    it "ignores a rule that is switched off" do
      expect(level(engine(rule("notes", "hide", state: "off")), "notes")).to eq("editable")
    end
  end

  describe "guardrails" do
    it "can only tighten" do
      expect(level(engine(rule("notes", "show", "unlock"), rule("notes", "hide", kind: "guardrail")), "notes")).to eq(
        "hidden"
      )
      expect(level(engine(rule("location", "show", kind: "guardrail")), "location")).to eq("hidden")
    end

    it "tighten a mask to the one that reveals less" do
      guarded =
        engine(
          rule("contact", mask("keep_last", count: 4, replace: true)),
          rule("contact", mask("keep_last", count: 1), kind: "guardrail")
        )
      expect(guarded.decide(question(guarded))["contact"].state.to_h).to include(
        "mask" => {
          "format" => "keep_last", "count" => 1
        }
      )
    end
  end

  describe "consistency" do
    it "locks what is computed or numbered, and everything in view and list" do
      plain = engine
      expect(level(plain, "number")).to eq("read_only")
      expect(level(engine(rule("total", "unlock")), "total")).to eq("read_only")
      expect(%w[view list].map { |mode| level(plain, "notes", mode: mode) }).to eq(%w[read_only read_only])
    end

    it "drops required where the field is hidden or locked, and says so" do
      stuck = engine(rule("notes", "require"), rule("notes", "hide"))
      decision = stuck.decide(question(stuck), reasoning: ["notes"])
      expect(decision["notes"].state.to_h).to include("entry" => "locked", "presence" => "optional")
      expect(decision.reasoning["notes"].consistency.lines.map { |line| line.dropped.facet }).to eq(%i[entry presence])
    end
  end

  describe "a condition that can't be evaluated" do
    it "counts what tightens and not what loosens" do
      tightening = engine(rule("notes", "lock", when: compare("count", "at_least", 4)))
      loosening = engine(rule("location", "show", when: compare("count", "at_least", 4)))
      expect(level(tightening, "notes", count: "many")).to eq("read_only")
      expect(level(loosening, "location", count: "many")).to eq("hidden")
      expect(level(loosening, "location", count: 4)).to eq("editable")
    end

    it "does not let a mask in doubt open a hidden field" do
      expect(
        level(engine(rule("location", mask("all"), when: compare("count", "at_least", 4))), "location", count: "many")
      ).to eq("hidden")
    end
  end
end
