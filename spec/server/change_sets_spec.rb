# frozen_string_literal: true

RSpec.describe "Change sets beside each other" do
  before { sign_in("mairin") }

  def rules = Server::PolicyStore.instance.in_force.document["rules"]
  def ordinary = rules.select { |each| each["record_type"] == "outgoing-loan" && each["kind"] == "ordinary" }

  # Changes a rule in the chosen set.
  def edit_rule(id, set = nil, **members)
    on(set) do
      call(:get, "/api/rules/#{id}?state=pending")
      call(:put, "/api/rules/#{id}", { rule: answer["rule"].merge(members.transform_keys(&:to_s)) },
           if_match: answer["etag"])
    end
  end

  def set_of(id = nil)
    on(id) { call(:get, "/api/change-set") }
    answer
  end

  # The chosen change set goes with each request.
  def on(set)
    set ? header("Change-Set", set.to_s) : header("Change-Set", nil)
    yield
  ensure
    header("Change-Set", nil)
  end

  it "take nothing up that nobody has chosen: after a publish, edits go into no set of a colleague" do
    sign_in("zora")
    theirs = begin_set("Zora’s own")
    sign_in("mairin")
    own = begin_set("Mine")
    add_rule
    id = ordinary.first["id"]
    edit_rule(id, own, title: "In mine")
    expect(set_of["name"]).to eq("Next edition")
    sign
    expect(publish_set).to eq(201)
    add_rule(title: "Afterwards")
    expect(set_of["owner"].to_s).to be_empty.or(eq("Mairin Okafor"))
    expect(set_of(theirs)["edits"]).to eq([])
  end

  def begin_set(name)
    call(:post, "/api/change-sets", { name: name })
    answer["id"]
  end

  def publish_set(id = nil)
    revision = set_of(id)["revision"]
    on(id) { call(:post, "/api/change-set/publish", { revision: revision }) }
  end

  it "are brought up to a new edition without keeping others from writing, and anew where one was edited meanwhile" do
    other = begin_set("Spring")
    one, two = ordinary.first(2).map { |each| each["id"] }
    edit_rule(one, title: "One")
    edit_rule(two, other, title: "Two")
    sign
    waiting = []
    allow(CobaltLedger::Changes::Rebase).to receive(:new).and_wrap_original do |make, *given, &judge|
      waiting << ActiveRecord::Base.connection.open_transactions
      make.call(*given, &judge)
    end
    expect(publish_set).to eq(201)
    expect(waiting).to eq([0])
    third = begin_set("Summer")
    edit_rule(one, third, title: "One more")
    allow(Server::BringUp).to receive(:ahead).and_wrap_original do |ahead, set|
      ahead.call(set).tap { Thread.new { edit_rule(two, other, title: "Two, meanwhile") }.join }
    end
    expect(publish_set(third)).to eq(201)
    expect(set_of(other)["edits"].map { |edit| edit["lines"].last })
      .to eq(["Title: #{title(two)} becomes Two, meanwhile"])
  end

  def title(id) = rules.find { |each| each["id"] == id }["title"]

  it "keeps their edits apart, and both from what is in force" do
    other = begin_set("Spring")
    one, two = ordinary.first(2).map { |each| each["id"] }
    edit_rule(one, title: "One")
    edit_rule(two, other, title: "Two")
    expect([set_of["edits"], set_of(other)["edits"]].map do |edits|
      edits.map do |edit|
        edit["subject"]
      end
    end).to eq([[one], [two]])
    titles = lambda do |state|
      call(:get, "/api/rules?record_type=outgoing-loan&per_page=500&state=#{state}")
      answer["items"].map { |each| each["rule"]["title"] } & %w[One Two]
    end
    expect(["in_force", "set-#{set_of['id']}", "set-#{other}"].map(&titles)).to eq([[], ["One"], ["Two"]])
  end

  it "are brought up to an edition: what nobody else touched stays, what both changed is settled by hand" do
    other = begin_set("Spring")
    both, mine = ordinary.first(2).map { |each| each["id"] }
    edit_rule(both, audience: { "everyone" => true }, owner: "zora.nightingale")
    edit_rule(mine, title: "Mine")
    edit_rule(both, other, state: "off", title: "Theirs")
    expect(publish_set(other)).to eq(201)
    found = set_of
    expect(found.values_at("base_edition").first).to eq(2)
    expect(found["edits"].map { |edit| edit["subject"] }).to eq([mine])
    expect(found["unsettled"].map { |edit| [edit["subject"], edit["parts"].map { |part| part["part"] }.sort] }).to eq(
      [[both, %w[audience state]]]
    )
    expect(publish_set).to eq(409)
    expect(answer["type"]).to end_with("unsettled")
    settle = lambda do |choice, picks = {}|
      open = set_of["unsettled"].first
      call(:post, "/api/change-set/edits/#{open['id']}/settle",
           { choice: choice, picks: picks, revision: set_of["revision"] })
    end
    expect(settle.call("parts", "audience" => "mine")).to eq(422)
    expect(told).to eq(["/picks/state: is not resolved"])
    expect(settle.call("parts", "audience" => "mine", "state" => "theirs")).to eq(200)
    expect(publish_set).to eq(201)
    expect(rules.find { |rule| rule["id"] == both }).to include(
      "audience" => { "everyone" => true }, "state" => "off", "title" => "Theirs", "owner" => "zora.nightingale"
    )
  end

  it "hold aside what an edition has taken the ground from, and say why" do
    other = begin_set("Spring")
    add_rule(targets: { "fields" => ["damage_notes"] }, title: "On notes")
    type = Server::PolicyStore.instance.in_force.document["record_types"].first
    call(:get, "/api/catalogue/outgoing-loan?state=pending")
    gone = rules.select { |each| each.to_s.include?("damage_notes") }
    on(other) do
      edits = gone.map { |each| CobaltLedger::Changes::Edit.new(kind: "rule", id: each["id"], before: each, after: nil) }
      without = JSON.parse(JSON.generate(type)).merge("fields" => type["fields"].reject do |f|
        f["id"] == "damage_notes"
      end)
      without["forms"]&.each { |form| form["sections"].each { |part| part["fields"]&.delete("damage_notes") } }
      edits << CobaltLedger::Changes::Edit.new(kind: "record_type", id: type["id"], before: type, after: without)
      set = Server::ChangeSet.find(other)
      Server::ChangeSet.choosing(other) { Server::PolicyEditor.new("Zora").put_all(edits, revision: set.revision) }
    end
    expect(publish_set(other)).to eq(201)
    open = set_of["unsettled"].first
    expect(open["title"]).to eq("Rule On notes")
    expect(open["faults"].join).to include("damage_notes")
    call(:post, "/api/change-set/edits/#{open['id']}/settle", { choice: "mine", revision: set_of["revision"] })
    expect(last_response.status).to eq(422)
    call(:post, "/api/change-set/edits/#{open['id']}/settle", { choice: "theirs", revision: set_of["revision"] })
    expect(answer.values_at("edits", "unsettled")).to eq([[], []])
  end

  it "take edits back several at once and have them again, a new rule too" do
    id = add_rule["rule"]["id"]
    one = ordinary.first["id"]
    edit_rule(one, title: "One")
    edits = set_of["edits"].map { |edit| edit["id"] }
    call(:post, "/api/change-sets/#{set_of['id']}/take-back", { edits: edits })
    expect([answer["edits"], answer["taken_back"].map { |edit| edit["subject"] }]).to eq([[], [id, one]])
    call(:post, "/api/change-sets/#{set_of['id']}/have-again", { edits: edits })
    expect(answer["edits"].map { |edit| edit["subject"] }).to contain_exactly(id, one)
  end

  it "give edits to each other where they stand in both, and publish a part by itself" do
    id = add_rule["rule"]["id"]
    one = ordinary.first["id"]
    edit_rule(one, title: "One")
    found = set_of
    move = lambda do |edits, **to|
      call(:post, "/api/change-sets/#{found['id']}/move", { edits: edits, revision: set_of["revision"] }.merge(to))
    end
    expect(move.call([found["edits"][0]["id"]], name: "A part")).to eq(200)
    part = answer["to"]
    expect([set_of, set_of(part)].map { |set| set["edits"].map { |edit| edit["subject"] } }).to eq([[one], [id]])
    expect(publish_set(part)).to eq(201)
    expect(set_of).to include("base_edition" => 2, "unsettled" => [])
    other = begin_set("Spring")
    edit_rule(one, other, title: "Two")
    expect(move.call([set_of["edits"][0]["id"]], to: other)).to eq(409)
    expect(set_of["edits"].size).to eq(1)
  end

  it "say what has become of one that is open no more" do
    other = begin_set("Spring")
    edit_rule(ordinary.first["id"], other, title: "One")
    publish_set(other)
    expect(on(other) { call(:get, "/api/change-set") }).to eq(410)
    expect(answer["detail"]).to eq("“Spring” has been published as edition 2")
    on(other) { call(:get, "/api/overview") }
    expect(answer["gone"]).to eq("“Spring” has been published as edition 2")
    third = begin_set("Autumn")
    call(:post, "/api/change-sets/#{third}/drop", { revision: Server::ChangeSet.find(third).revision })
    expect(on(third) { call(:get, "/api/change-set") }).to eq(410)
    expect(call(:post, "/api/change-sets/#{third}/drop", { revision: 0 })).to eq(410)
  end
end
