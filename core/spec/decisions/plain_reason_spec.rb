# frozen_string_literal: true

# Why a field is shut, for people who know nothing of rules.
RSpec.describe CobaltLedger::Decisions::PlainReason do
  def reason(*rules, field:, user: "asha")
    made = engine(*rules)
    decision = made.decide(question(made, user: user, mode: "edit"))
    described_class.new(decision, made.policy.record_type("loan").field(field), made.policy).words
  end

  let(:for_the_cleared) do
    rule("contact", "show", when: { "compare" => "equal", "left" => { "attribute" => "clearance" },
                                    "right" => { "value" => "high" } })
  end

  it "names the rules that keep it shut by their titles" do
    expect(reason(rule("notes", "lock"), field: "notes")).to eq("Rule 1")
  end

  it "calls a clearance that is missing by its name, and where there is none, how sensitive the field is" do
    expect(reason(for_the_cleared, field: "contact")).to eq("Your clearance doesn’t allow it")
    expect(reason(field: "contact")).to eq("It is labelled “Confidential”")
    for_couriers = for_the_cleared.merge("audience" => { "any" => [{ "role" => "courier" }] })
    expect(reason(for_couriers, field: "contact")).to eq("It is labelled “Confidential”")
    expect(reason(for_couriers, field: "contact", user: "ilka")).to eq("Your clearance doesn’t allow it")
  end
end
