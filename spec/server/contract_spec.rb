# frozen_string_literal: true

# The contract itself, as programs that others wrote read it.
RSpec.describe "The OpenAPI document" do
  let(:document) { YAML.safe_load_file(Server::Contract::PATH, aliases: true) }
  let(:operations) do
    document["paths"].flat_map do |path, item|
      item.slice("get", "post", "put", "patch", "delete").map { |verb, each| [path, verb, each] }
    end
  end

  # Everything in it: [where, value].
  def each_part(value, at = "", &block)
    yield(at, value)
    case value
    when Hash then value.each { |name, inner| each_part(inner, "#{at}/#{name}", &block) }
    when Array then value.each_with_index { |inner, index| each_part(inner, "#{at}/#{index}", &block) }
    end
  end

  it "is what the standard says, with no description cut off at a comma" do
    expect(JSONSchemer.openapi(document).valid?).to be(true)
    # What follows a comma within braces is taken for a name without a value.
    cut = []
    each_part(document) { |at, value| cut << at if value.nil? }
    expect(cut).to eq([])
  end

  it "names each operation once, under a tag that it explains" do
    names = operations.map { |_, _, each| each["operationId"] }
    expect(names).to all(match(/\A[a-z]+[A-Z]\w*\z/))
    expect(names.uniq.size).to eq(names.size)
    tags = document["tags"].map { |tag| tag["name"] }
    expect(operations.flat_map { |_, _, each| each["tags"] }.uniq).to match_array(tags)
    expect(operations.map { |_, _, each| each["summary"] }).to all(be_a(String))
  end

  it "says of each place in an address what it is" do
    operations.each do |path, _verb, each|
      given = (document["paths"][path]["parameters"] || []) + (each["parameters"] || [])
      places = given.select { |parameter| parameter["in"] == "path" }.map { |parameter| parameter["name"] }
      expect(places).to match_array(path.scan(/\{(\w+)\}/).flatten)
    end
  end
end
