# frozen_string_literal: true

RSpec.describe CobaltLedger::Formats::Identifier do
  def of(name, joiner = "-") = described_class.from(name, joiner)

  it "reads like a plain name" do
    expect(["Loan number", "loan-number", "Front of House"].map { |name| of(name) }).to eq(
      %w[loan-number loan-number front-of-house]
    )
    expect(of("Insured total", "_")).to eq("insured_total")
    expect(of("  Night   Custodians ")).to eq("night-custodians")
  end

  it "keeps apart what names keep apart: scripts, signs, accents, and what comes after many characters" do
    long = "Committee for the care of the collections of the trust and all its houses"
    names = [
      "Директор", "Стажёр", "東京支店", "大阪支店", "R&D", "R/D", "R D", "C++", "C#", "C", "A+", "A", "A-", "男", "女", "其他",
      "Cafe", "Café", "2 Loans", "x 2 Loans", "#{long} at Tidewater", "#{long} at Kiln", "!", "?", ""
    ]
    ids = names.to_h { |name| [name, of(name)] }
    expect(ids.values.uniq.size).to eq(names.size)
    expect(ids.values).to all(match(/\A[a-z][a-z0-9-]{0,59}\z/))
    expect(ids.values_at("R D", "C", "A", "Cafe")).to eq(%w[r-d c a cafe])
  end

  it "is the same for the same name, and never takes a plain name's place, for generated names", :generated do
    random = Random.new(27)
    letters = [
      *"a".."c", *"A".."C", "1", " ", "-", "_", "&", "/", "+", "é", "e\u0301", "Я", "я", "男", "\u{1F3FA}", ".", "'"
    ]
    names = Array.new(3_000) { Array.new(random.rand(1..6)) { letters.sample(random: random) }.join }
    # Capitals, and what stands between words, do not count; nothing else is lost.
    meant =
      names.group_by do |name|
        name.unicode_normalize(:nfc).strip.gsub(/\s+/, " ").downcase(:fold).gsub(/(?<=[a-z0-9])[ _-](?=[a-z0-9])/, " ")
      end
    by_id = names.group_by { |name| of(name) }
    merged =
      by_id.values.reject do |same|
        same.map { |name| meant.find { |_, list| list.include?(name) }&.first }.uniq.size == 1
      end
    expect(merged).to eq([])
    expect(names.map { |name| of(name) }).to eq(names.map { |name| of(name.unicode_normalize(:nfd)) })
  end

  it "lets no option and no role be lost to another's identifier" do
    json = { "type" => "object", "title" => "Visit", "properties" => { "grade" => { "enum" => %w[A+ A A- 男 女] } } }
    fields = CobaltLedger::Formats::RecordTypeJsonSchema.read(JSON.generate(json))["fields"]
    expect(fields[0]["options"].map { |option| option["name"] }).to eq(["A+", "A", "A-", "男", "女"])
    expect(fields[0]["options"].map { |option| option["id"] }.uniq.size).to eq(5)
    alike = {
      "type" => "object",
      "title" => "Visit",
      "properties" => {
        "grade" => {
          "enum" => %w[In-house in_house]
        }
      }
    }
    expect(faults { CobaltLedger::Formats::RecordTypeJsonSchema.read(JSON.generate(alike)) }.join).to include(
      "“In-house” and “in_house” differ only in capitals or word separators"
    )
    expect(
      faults do
        CobaltLedger::Formats::FieldsCsv.read("name,kind,options\nGrade,choice,In-house|in house\n", name: "V")
      end.join
    ).to include("line 2: the options")
    people =
      %w[Директор Стажёр]
        .each_with_index
        .map do |role, number|
          "dn: uid=u#{number},dc=x\nobjectClass: inetOrgPerson\nuid: u#{number}\ncn: U\nemployeeType:: " \
            "#{[role].pack('m0')}\n"
        end
        .join("\n")
    mapping = {
      "format" => "cobalt-ledger/people-mapping",
      "version" => 1,
      "user" => {
        "class" => "inetOrgPerson", "id" => "uid", "name" => "cn", "roles" => "employeeType"
      }
    }
    read = CobaltLedger::Formats::PeopleLdif.read(people, mapping)
    expect(read["roles"].map { |role| role["name"] }).to eq(%w[Директор Стажёр])
    expect(read["users"].map { |user| user["roles"] }.uniq.size).to eq(2)
  end
end
