# frozen_string_literal: true

require "csv"

# A matrix that somebody keeps, held against the map of the policy, cell by cell.
RSpec.describe "Access matrices" do
  before { sign_in("mairin") }

  def levels = CobaltLedger::Access::State::LEVEL_NAMES
  def unit = "orrery-hall"

  def map(state: "in_force", type: "outgoing-loan")
    call(:get, "/api/map?record_type=#{type}&mode=edit&unit=#{unit}&state=#{state}")
    keys = answer["columns"].map { |column| column["key"] }
    answer["rows"].reject { |row| row["field"].match?(%r{\A(action|record)/|\Arecord\z}) }
      .to_h { |row| [row["field"], keys.zip(row["cells"]).to_h] }
  end

  def matrix(bytes, path: "", **more)
    call(:post, "/api/matrix#{path}", { content: [bytes].pack("m0"), unit: unit }.merge(more))
  end

  def fields
    Server::PolicyStore.instance.in_force.policy.record_type("outgoing-loan").fields.to_h { |each| [each.id, each.name] }
  end

  # The map as somebody would keep it, with other levels in some cells; where it depends, nothing is said.
  def sheet(map, changed = {})
    roles = Server::PolicyStore.instance.directory.roles.to_h { |role| ["role:#{role.id}", role.name] }
    keys = map.values.first.keys
    CSV.generate(col_sep: ";") do |csv|
      csv << ["Field", *keys.map { |key| roles.fetch(key) }]
      map.each do |field, cells|
        csv << [fields.fetch(field), *keys.map do |key|
          levels[changed[[field, key]] || cells[key].delete("!")] || "n/a"
        end]
      end
    end
  end

  it "differ in the cells that were changed, and in no other" do
    found = map
    plain = found.flat_map { |field, cells| cells.map { |key, level| [[field, key], level.delete("!")] } }
      .select { |_, level| levels.key?(level) }.to_h
    changed = plain.keys.each_slice(9).to_h { |(cell, *)| [cell, plain[cell] == "hidden" ? "editable" : "hidden"] }
    expect(matrix(sheet(found, changed), meanings: { "n/a" => "unsaid" })).to eq(200)
    expect(answer.slice("record_type", "settled", "unknown_fields", "unknown_audiences", "missing", "read_as")).to eq(
      "record_type" => "outgoing-loan", "settled" => true, "unknown_fields" => [], "unknown_audiences" => [],
      "missing" => [], "read_as" => { "separator" => "semicolon", "encoding" => "UTF-8" }
    )
    keys = answer["columns"].map { |column| column["key"] }
    cells = answer["rows"].flat_map do |row|
      keys.zip(row["cells"]).filter_map do |key, cell|
        if cell
          [[row["field"], key],
           cell]
        end
      end
    end
    expect(cells.to_h { |at, cell| [at, cell["said"]] }).to eq(plain.merge(changed))
    expect(cells.reject { |_, cell| cell["verdict"] == "same" }.map(&:first)).to match_array(changed.keys)
    expect(answer["counts"]).to eq("same" => plain.size - changed.size, "other" => changed.size, "depends" => 0,
                                   "undecided" => 0)
  end

  it "come back out of the map as a workbook, which is read in its own words" do
    get("/api/map.xlsx?record_type=outgoing-loan&mode=edit&unit=#{unit}")
    expect(last_response.headers["content-disposition"]).to include("access-map-outgoing-loan-edit.xlsx")
    expect(matrix(last_response.body.b)).to eq(200)
    expect(answer.slice("sheet", "unknown_fields", "unknown_audiences", "missing")).to eq(
      "sheet" => "Outgoing loan", "unknown_fields" => [], "unknown_audiences" => [], "missing" => []
    )
    expect(answer["counts"].except("same").values.sum).to eq(0)
    expect(answer["words"].reject { |word| word["meaning"] }.map { |word| word["text"] }).to all(include(" or "))
  end

  it "become rules in the change set, under which the map is what they say" do
    text = "Field,Registrar,Courier,Everyone else\nStage,R,-,-\nPurpose,RW,R,-\n" \
           "Loan fee,-,R,-\nE-mail,masked,masked,-\n"
    expect(matrix(text, path: "/rules/preview", set_aside: true, file: "loans.csv")).to eq(200)
    told = answer
    expect(told["set_aside"]).not_to be_empty
    expect(told["rules"].size).to be_between(1, 3)
    expect(told["sentences"]).not_to be_empty
    left = told["left"].map { |cell| cell.values_at("field", "audience") }
    expect(matrix(text, path: "/rules", set_aside: true, file: "loans.csv", revision: told["revision"] + 1)).to eq(412)
    expect(matrix(text, path: "/rules", set_aside: true, file: "loans.csv", revision: told["revision"])).to eq(200)
    expect(answer["changes"]).to eq(told["rules"].size + told["set_aside"].size)
    now = map(state: "pending")
    ids = fields.invert
    { "Stage" => %w[read_only hidden], "Purpose" => %w[editable read_only], "Loan fee" => %w[hidden read_only],
      "E-mail" => %w[masked masked] }.each do |name, said|
      %w[role:registrar role:courier].zip(said).each do |key, level|
        at = [ids.fetch(name), key]
        expect([*at, now.dig(*at).delete("!")]).to eq([*at, level]) unless left.include?(at)
      end
    end
    expect(matrix(text, state: "pending")).to eq(200)
    expect(answer["rows"].flat_map { |row| row["cells"] }.count { |cell| cell["verdict"] != "same" }).to eq(left.size)
    expect(left.size).to be < 4
  end

  it "are refused with the fault, and rules are made by editors alone" do
    [[{ content: "%%%" }, "/content: is not base64"], [{ content: [""].pack("m0") }, "/content"],
     [{ content: ["PK\x03\x04 no"].pack("m0") }, "workbook"],
     [{ sheet: "no such" }, "/sheet: the workbook has no sheet"],
     [{ record_type: "no-such" }, "/record_type: the policy has no such"], [{ unit: "no-such" }, "/unit"],
     [{ meanings: { "R" => "all" } }, "meanings"], [{ mode: "peek" }, "mode"]].each do |body, fault|
      expect([body, matrix("Field,Registrar\nStage,R\n", **body)]).to eq([body, 422])
      expect([body, told.join]).to match([body, include(fault)])
    end
    %w[asha xenia].each do |login|
      sign_in(login)
      expect([login, matrix("Field,Registrar\nStage,R\n", path: "/rules/preview")]).to eq([login, 403])
    end
  end
end
