# frozen_string_literal: true

RSpec.describe CobaltLedger::Decisions::ExampleQuestion do
  it "says each thing that was assumed as a person would" do
    type = policy(fields: loan_fields + [field("object", "record_reference", refers_to: "loan")]).record_type("loan")
    asked =
      CobaltLedger::Decisions::Question.new(
        principals: directory.principals_of("asha"), record_type: type, unit: "kiln", mode: "edit"
      )
    found = {
      [:user] => "ilka", [:time] => Time.utc(2026, 3, 29, 1, 30), [:locked] => true,
      [:entered, "object"] => "LN-0002", [:related, "object", "value"] => Rational(5, 2),
      [:related, "object", "agreed"] => false, [:related, "object", "due"] => Date.new(2026, 3, 31),
      [:opened, "object", "tags"] => %w[lead arsenic], [:related, "object", "notes"] => nil
    }
    said = described_class.new(asked, found).lines(directory).to_h { |line| [line["name"], line["words"]] }
    expect(said).to eq(
      "the user" => "Ilka Fenn", "the time" => "29 Mar 2026 01:30", "the record's lock flag" => "yes",
      "Object" => "LN-0002", "value of the object" => "2.5", "agreed of the object" => "no",
      "due of the object" => "31 Mar 2026", "tags of the object" => "lead, arsenic", "notes of the object" => "blank"
    )
  end
end
