# frozen_string_literal: true

RSpec.describe CobaltLedger::Rules::Unfinished do
  let(:whole) do
    lines = [{ "fields" => %w[contact notes], "effects" => [{ "effect" => "lock" }] },
             { "fields" => ["count"], "effects" => [{ "effect" => "hide" }] }]
    rule([], "lock", audience: { "any" => [{ "role" => "courier" }] }, when: compare("stage", "equal", "signed"))
      .except("targets", "effects").merge("lines" => lines)
  end
  let(:fields) { %w[value stage] }

  def segments(document)
    with_rule = CobaltLedger::Formats::PolicyJson.build(policy_document(document).merge("version" => 2), directory)
    CobaltLedger::Rules::Sentence.new(with_rule.rules.first, with_rule, directory).segments
  end

  def words(document, **options)
    draft = described_class.new(document, fields, **options)
    draft.blanked(segments(draft.document))
  end

  # What can be missing, with the place of its segment among those of its part.
  parts = { audience: ["audience", 0], targets0: ["line-0", 0], effects0: ["line-0", 1], targets1: ["line-1", 0],
            effects1: ["line-1", 1] }

  def lacking(names)
    document = JSON.parse(JSON.generate(whole))
    names.each do |name|
      case name
      when :audience then document["audience"] = [{}, { "any" => [] }].sample(random: Random.new(names.size))
      when /targets(\d)/ then document["lines"][Regexp.last_match(1).to_i].delete("fields")
      when /effects(\d)/ then document["lines"][Regexp.last_match(1).to_i]["effects"] = []
      end
    end
    document
  end

  it "leaves a blank for each part that is missing, and all else as it will read" do
    (0..parts.size).flat_map { |size| parts.keys.combination(size).to_a }.each do |names|
      told = words(lacking(names))
      expect(told.count { |each| each["blank"] }).to eq(names.size), names.inspect
      parts.each do |name, (part, place)|
        given = told.select { |each| each["part"] == part }[place]
        expected = segments(whole).select { |each| each.part == part }[place].text
        missing = names.include?(name)
        expect([given["blank"] || false, given["text"] == expected]).to eq([missing, !missing])
      end
    end
  end

  it "reads as a sentence from the first part on, also without its condition" do
    empty = whole.slice("id", "kind", "rank", "record_type").merge("title" => "", "audience" => {}, "lines" => [])
    expect(words(empty).map { |each| each["text"] }.join).to eq(
      "For whom?, in any mode of an outgoing loan: which fields? become what?."
    )
    expect(words(lacking([:targets0]), without_condition: true).map { |each| each["text"] }.join).to eq(
      "For Courier, in any mode of an outgoing loan, when which condition?: which fields? become locked; " \
      "Count is hidden."
    )
    expect(described_class.new(empty, fields)).not_to be_only_title
    expect(described_class.new(whole.merge("title" => " "), fields)).to be_only_title
  end
end
