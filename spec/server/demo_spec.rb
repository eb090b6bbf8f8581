# frozen_string_literal: true

RSpec.describe "The sample business" do
  let(:store) { Server::PolicyStore.instance }
  let(:policy) { store.in_force.policy }

  it "is large enough to work with" do
    expect(policy.record_types.size).to be >= 3
    expect(policy.rules.size).to be >= 25
    expect(store.directory.users.size).to be >= 35
    expect(Server::Record.group(:record_type).count.values.min).to be >= 30
    expect(policy.record_types.values.map { |type| type.fields.size }).to all(be_between(14, 35))
  end

  it "holds only values its fields can read" do
    Server::Record.find_each do |record|
      typed = CobaltLedger::Decisions::Values.typed(policy.record_type(record.record_type), record.values)
      expect(typed.values.grep(CobaltLedger::Conditions::Unreadable)).to(
        be_empty, "#{record.number} holds what can't be read"
      )
      expect(record.values.keys.reject { |id| policy.record_type(record.record_type).field(id) }).to be_empty
    end
  end

  it "names people who are there, and is for somebody" do
    people = store.directory.users.map { |user| store.directory.principals_of(user.id) }
    idle = policy.rules.reject { |rule| people.any? { |principals| rule.audience.match?(principals) } }
    expect(idle.map(&:title)).to be_empty
    persons =
      policy.record_types.values.flat_map do |type|
        type.fields.select { |field| field.kind_name == "person" }.map { |field| [type.id, field.id] }
      end
    named =
      Server::Record
        .all
        .flat_map { |record| persons.filter_map { |type, id| record.values[id] if record.record_type == type } }
        .uniq
    expect(named.reject { |id| store.directory.find(:user, id) }).to be_empty
  end

  it "gives no address that could be somebody's" do
    text = Dir[File.join(Server::DemoData::FOLDER, "*.json")].map { |file| File.read(file) }.join
    expect(text.scan(/[\w.]+@([\w.-]+)/).flatten.uniq).to all(end_with(".example"))
    expect(text.scan(/\b0\d{4} \d{3} \d{3}\b/).uniq).to all(start_with("01632 960"))
  end

  it "shows every effect, kind of mask and kind of baseline at work" do
    effects = policy.rules.flat_map { |rule| rule.effects.map { |effect| effect.class.registered_name } }.uniq
    expect(effects).to include("show", "hide", "mask", "lock", "unlock", "require")
    masks =
      policy.rules.flat_map { |rule| rule.effects.filter_map { |effect| effect.mask&.to_h&.fetch("format") } }.uniq
    expect(masks).to include("initials", "keep_last", "keep_first", "domain_only", "band")
    expect(policy.rules.map(&:kind).uniq).to contain_exactly("ordinary", "guardrail")
    expect(policy.baselines.map { |baseline| baseline.units.any? }).to contain_exactly(true, false)
  end

  it "answers what its own README says of it" do
    sign_in("mairin")
    form =
      lambda do |user, entered = {}|
        call(
          :post,
          "/api/rehearsal",
          {
            question: {
              as: "user:#{user}", record_type: "outgoing-loan", mode: "edit", record: "LN-0042", entered: entered
            }
          }
        )
        answer["form"]["sections"]
          .flat_map { |section| section["fields"] }
          .to_h { |field| [field["id"], field["level"]] }
      end
    expect(form.call("ilka.fenn")["borrower_telephone"]).to eq("replace_only")
    expect(form.call("tomas.reyl", { "stage" => "signed" }).values_at("item_count", "loan_fee", "borrower")).to all(
      eq("read_only")
    )
    expect(form.call("asha.brandt")["store_location"]).to eq("editable")
    call(:get, "/api/map?record_type=outgoing-loan&mode=list&audiences=user:asha.brandt")
    expect(answer["rows"].find { |row| row["field"] == "store_location" }["cells"]).to eq(["hidden"])
  end
end
