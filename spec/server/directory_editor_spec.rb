# frozen_string_literal: true

RSpec.describe "People edited by hand" do
  before { sign_in("mairin") }

  def document = Server::DirectoryVersion.newest.directory_document
  def user(id) = document["users"].find { |each| each["id"] == id }

  def told(*edits)
    call(:post, "/api/directory/edits/preview", { edits: edits })
    answer
  end

  def keep(*edits, version: told(*edits)["version"])
    call(:post, "/api/directory/edits", { edits: edits, version: version })
  end

  def joining(id, **parts)
    { list: "users", id: id, after: user(id).merge(parts.transform_keys(&:to_s)) }
  end

  it "says what somebody gains before they are put in, and then it counts at once" do
    joined = joining("cleo.marchetti", groups: (user("cleo.marchetti")["groups"] || []) | ["insurance-circle"])
    preview = told(joined)
    expect(preview["changes"][0]["title"]).to include("Cleo Marchetti")
    expect(preview["sentences"]).to include(/\ACleo Marchetti sees more of .*Unit value/)
    expect(keep(joined)).to eq(200)
    expect(user("cleo.marchetti")["groups"]).to include("insurance-circle")
    principals = Server::PolicyStore.instance.directory.principals_of("cleo.marchetti")
    expect(principals.include?(:group, "insurance-circle")).to be(true)
  end

  it "makes a person's sign-in in the same step, or neither" do
    ada = { list: "users", id: "ada.lind", new: true, after: { "id" => "ada.lind", "name" => "Ada Lind" } }
    given = { person: "ada.lind", login: "ada", name: "Ada Lind", access: "record_user", password: "long enough 1" }
    make = lambda do |**other|
      call(:post, "/api/directory/edits",
           { edits: [ada], version: told(ada)["version"] || "", sign_in: given.merge(other) })
    end
    { { login: "zora" } => 422, { person: "zora.quint" } => 422, { password: "short" } => 422 }.each do |other, status|
      expect(make.call(**other)).to eq(status)
      expect([user("ada.lind"), Server::Account.named("ada")]).to eq([nil, nil])
    end
    expect(make.call).to eq(200)
    expect(user("ada.lind")["name"]).to eq("Ada Lind")
    sign_in("ada", password: "long enough 1")
    call(:get, "/api/session")
    expect(answer["account"]).to include("person" => "ada.lind", "access" => "record_user")
  end

  it "makes new people and groups, takes them out again, and puts several in at once" do
    group = { list: "groups", id: "night-watch", after: { "id" => "night-watch", "name" => "Night Watch" } }
    person = { list: "users", id: "new.hand",
               after: { "id" => "new.hand", "name" => "New Hand", "roles" => ["courier"] } }
    expect(keep(group, person, *%w[asha.brandt tomas.reyl].map do |id|
      joining(id, groups: ["night-watch"])
    end)).to eq(200)
    call(:get, "/api/people?within=group:night-watch")
    expect(answer["total"]).to eq(2)
    expect(keep({ list: "users", id: "new.hand" })).to eq(200)
    expect(user("new.hand")).to be_nil
  end

  it "refuses what does not stand, what a rule still needs, and what has moved on, and leaves all as it was" do
    before = document
    {
      joining("asha.brandt", roles: ["ghost"]) => /there is no role “ghost”/,
      { list: "roles", id: "courier" } => /there is no role “courier”|still needs it/,
      joining("asha.brandt", id: "other") => /keeps its identifier/,
      { list: "groups", id: "loop",
        after: { "id" => "loop", "name" => "Loop", "within" => ["loop"] } } => /lies within itself/
    }.each do |edit, words|
      expect(call(:post, "/api/directory/edits/preview", { edits: [edit] })).to eq(422)
      expect(told_faults).to match(words)
      expect(keep(edit, version: Server::DirectoryVersion.newest.sha256)).to eq(422)
    end
    expect(keep(joining("asha.brandt", groups: []), version: "0")).to eq(412)
    sign_in("xenia")
    expect(keep(joining("asha.brandt", groups: []))).to eq(403)
    expect(document).to eq(before)
  end

  def told_faults = (answer["faults"] || []).map { |fault| fault["message"] }.join("; ")
end
