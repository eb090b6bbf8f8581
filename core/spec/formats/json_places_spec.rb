# frozen_string_literal: true

# Where values stand in a text, held against cutting the text out there and reading it.
RSpec.describe CobaltLedger::Formats::JsonPlaces do
  # A value written with space wherever JSON allows it.
  def written(value, random)
    gap = -> { ["", " ", "\n", "\r\n\t", "\n\n  "].sample(random: random) }
    case value
    when Hash then "{#{value.map do |key, each|
      "#{gap.call}#{JSON.generate(key)}#{gap.call}:#{gap.call}#{written(each,
                                                                        random)}#{gap.call}"
    end.join(',')}#{gap.call if value.empty?}}"
    when Array then "[#{value.map do |each|
      "#{gap.call}#{written(each, random)}#{gap.call}"
    end.join(',')}#{gap.call if value.empty?}]"
    else JSON.generate(value)
    end
  end

  def value(random, depth = 3)
    scalars = [nil, true, 12.5, -3, "", "é “quoted” \\ \" { [ , : ] }", "two\nlines", "𝄞"]
    return scalars.sample(random: random) if depth.zero? || random.rand < 0.3

    size = random.rand(4)
    return Array.new(size) { value(random, depth - 1) } if random.rand < 0.5

    ["a", "a/b", "c~d", "é", "\"", ""].sample(size, random: random).to_h { |key| [key, value(random, depth - 1)] }
  end

  def pointers(value, path = "", depth = 0)
    parts = case value
            when Hash then value.map { |key, each| [key.gsub("~", "~0").gsub("/", "~1"), each] }
            when Array then value.each_with_index.map { |each, index| [index.to_s, each] }
            else []
            end
    below = depth == 2 ? [] : parts.flat_map { |part, each| pointers(each, "#{path}/#{part}", depth + 1) }
    [[path, value], *below]
  end

  def cut(text, region)
    lines = text.lines
    starts = lines.each_with_object([0]) { |line, found| found << (found.last + line.size) }
    from = starts[region.start_line - 1] + region.start_column - 1
    to = starts[region.end_line - 1] + region.end_column - 1
    text[from...to]
  end

  it "cuts each value out of the text", :generated do
    trials("places in JSON", 150) do |seed|
      random = Draws.new(seed)
      whole = value(random)
      text = "#{['', "\n "].sample(random: random)}#{written(whole, random)}\n"
      places = described_class.new(text)
      pointers(whole).each do |pointer, each|
        expect([pointer, JSON.parse(cut(text, places[pointer]))]).to eq([pointer, each])
      end
      expect(places["/no/such"]).to be_nil
    end
  end
end
