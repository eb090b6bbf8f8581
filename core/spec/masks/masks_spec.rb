# frozen_string_literal: true

require "prop_check"

RSpec.describe CobaltLedger::Masks::Mask do
  let(:type) { policy(fields: loan_fields + [field("day", "date"), field("mail")]).record_type("loan") }

  def masked(format, field_id, raw)
    field = type.field(field_id)
    described_class.from(format).apply(field.parse(raw), field)
  end

  it "covers in each format what it says" do
    expect(masked({ "format" => "all" }, "contact", "Ilse Marrow")).to eq("••••••")
    expect(masked({ "format" => "keep_first", "count" => 2 }, "contact", "HX-20931")).to eq("HX••••••")
    expect(masked({ "format" => "keep_last", "count" => 3 }, "contact", "01632 960 447")).to eq("••••••447")
    expect(masked({ "format" => "initials" }, "contact", "Ilse Marrow")).to eq("I•••• M••••")
    expect(masked({ "format" => "domain_only" }, "mail", "i.marrow@fenwick.example")).to eq("••••••@fenwick.example")
    expect(masked({ "format" => "year_only" }, "day", "2026-03-31")).to eq("2026")
    expect(masked({ "format" => "band", "width" => 20_000 }, "value", 50_000)).to eq("40,000 to 60,000")
    expect(masked({ "format" => "band", "width" => 100 }, "value", "-50.5")).to eq("-100 to 0")
    expect(masked({ "format" => "fixed_text", "text" => "on file" }, "contact", "anything")).to eq("on file")
  end

  it "covers everything where the value is too short or not of the shape" do
    expect(masked({ "format" => "keep_last", "count" => 3 }, "contact", "447")).to eq("••••••")
    expect(masked({ "format" => "initials" }, "contact", "X Y")).to eq("••••••")
    expect(masked({ "format" => "domain_only" }, "mail", "not an address")).to eq("••••••")
    expect(masked({ "format" => "year_only" }, "contact", "2026")).to eq("••••••")
  end

  it "leaves a blank blank" do
    expect(masked({ "format" => "all" }, "contact", "  ")).to be_nil
  end

  it "never tears an accent off its letter" do
    expect(masked({ "format" => "keep_first", "count" => 1 }, "contact", "e\u0301mile")).to eq("e\u0301••••••")
  end

  it "can be compared by what they reveal" do
    order = [
      { "format" => "all" }, { "format" => "keep_last", "count" => 1 }, { "format" => "initials" },
      { "format" => "keep_last", "count" => 3 }, { "format" => "domain_only" }
    ]
    expect(order.map { |format| described_class.from(format).disclosure }).to eq([0, 5, 10, 15, 20])
    wide, narrow = [100_000, 100].map { |width| described_class.from("format" => "band", "width" => width).disclosure }
    expect(wide).to be < narrow
  end

  it "never shows more characters than it keeps, whatever the text" do
    PropCheck.forall(text: PropCheck::Generators.string, count: PropCheck::Generators.choose(1..5)) do |text:, count:|
      text = text.scrub("?").delete("\0\r\n")
      next if text.strip.empty?

      %w[keep_first keep_last].each do |format|
        shown = masked({ "format" => format, "count" => count }, "contact", text).delete("•")
        expect(shown.grapheme_clusters.size).to be <= count
        expect(text.grapheme_clusters.size > count || shown.empty?).to be(true)
      end
    end
  end
end
