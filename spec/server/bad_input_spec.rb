# frozen_string_literal: true

RSpec.describe "Bad input of any kind" do
  before { sign_in("mairin") }

  it "answers what is not JSON, not an object, or not declared, with problem documents" do
    expect(call(:post, "/api/rules", "{\"rule\":")).to eq(400)
    expect(call(:post, "/api/rules", "rule=1", type: "application/x-www-form-urlencoded")).to eq(415)
    expect(call(:post, "/api/rules", "{\"rule\": 1}")).to eq(422)
    expect(call(:post, "/api/rules", { rule: rule, colour: "red" })).to eq(422)
    expect(told).to eq(["/colour: is not an allowed member"])
    expect(call(:post, "/api/rules", { rule: rule(colour: "red") })).to eq(422)
    expect(call(:post, "/api/rules", "[]")).to eq(422)
    expect(call(:post, "/api/rules", "{\"rule\":{},\"rule\":{}}")).to eq(400)
    expect(call(:post, "/api/rules", "\xFF\xFE")).to eq(400)
    expect(call(:post, "/api/rules", ("[" * 200) + ("]" * 200))).to eq(400)
    expect(last_response.content_type).to start_with("application/problem+json")
  end

  it "answers paths and methods that are not there" do
    expect(call(:get, "/api/nothing")).to eq(404)
    expect(call(:put, "/api/overview", {})).to eq(405)
    expect(call(:get, "/api/rules/%FF%FE")).to be_between(400, 404)
    expect(call(:get, "/api/rules/no-such-rule")).to eq(404)
    expect(call(:get, "/api/people?page=0")).to eq(400)
    expect(call(:get, "/api/people?page=x&per_page=5000")).to eq(400)
    expect(told.size).to eq(2)
    expect(call(:get, "/api/people?search[]=a")).to eq(400)
  end

  # Every operation of the contract with bodies bent in every way it does not expect: never a 500.
  it "never meets a bent body with a server error" do
    bent = [nil, true, 1, "x", [], {}, [[]], { "a" => nil }, "\u0000", "é" * 300, -1, 1e308]
    contract = YAML.safe_load_file(Server::Contract::PATH, aliases: true)
    random = Random.new(7)
    contract["paths"].each do |template, item|
      item.except("parameters").each do |method, spec|
        properties = spec.dig("requestBody", "content", "application/json", "schema", "properties") or next
        path =
          template
            .gsub("{type}", "outgoing-loan")
            .gsub("{number}", "LN-0042")
            .gsub("{id}", "ol-fees-belong-to-finance")
            .gsub("{index}", "0")
        40.times do
          body = properties.keys.select { random.rand < 0.8 }.to_h { |name| [name, bend(name, bent, random)] }
          expect(call(method, path, body, if_match: "\"x\"")).to be_between(200, 499), "#{method} #{path} #{body}"
          sign_in("mairin") if template == "/api/session"
          Server::SignInGuard.clear
        end
      end
    end
  end

  def bend(name, bent, random)
    case name
    when "rule"
      bend_deeply(
        rule(
          when: {
            "compare" => "equal",
            "left" => {
              "field" => "stage"
            },
            "right" => {
              "value" => "out"
            }
          },
          reach: {
            "modes" => ["edit"]
          }
        ),
        bent,
        random
      )
    when "question"
      bend_deeply(
        {
          "as" => "user:tomas.reyl",
          "record_type" => "outgoing-loan",
          "mode" => "edit",
          "record" => "LN-0042",
          "entered" => {
            "stage" => "out"
          }
        },
        bent,
        random
      )
    when "changes", "entered"
      bend_deeply(
        { "stage" => "out", "item_count" => 4, "return_date" => "2026-01-01", "courier" => "ilka.fenn" }, bent, random
      )
    when "mode"
      "edit"
    when "field"
      "stage"
    when "kind"
      Server::Importing::KINDS[random.rand(5)]
    else
      bent[random.rand(bent.size)]
    end
  end

  # Replaces one part, somewhere inside, by something that does not belong there.
  def bend_deeply(document, bent, random)
    return bent[random.rand(bent.size)] unless document.is_a?(Hash) && random.rand < 0.75

    key = document.keys[random.rand(document.size)]
    document.merge(key => bend_deeply(document[key], bent, random))
  end
end
