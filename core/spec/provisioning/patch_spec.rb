# frozen_string_literal: true

require_relative "../support/scim_generator"

# Operations of RFC 7644, section 3.5.2, held against a person kept as plain sets.
RSpec.describe CobaltLedger::Provisioning::Patch do
  let(:users) { CobaltLedger::Provisioning::Schemas::USERS }

  def patched(resource, *operations)
    described_class.new(users, { "schemas" => [described_class::URN], "Operations" => operations }).apply(resource)
  end

  # What is asked, and what it does to {title:, family:, department:, roles: Set, mails: type to address}.
  acts = {
    "title" => lambda { |made, state|
      text = made.pick(%w[Lead Clerk])
      return [{ "op" => "remove", "path" => "title" }, state.merge(title: nil)] if made.chance(0.3)

      operation = made.chance(0.5) ? { "path" => "title", "value" => text } : { "value" => { "Title" => text } }
      [operation.merge("op" => made.pick(%w[add replace Replace])), state.merge(title: text)]
    },
    "family" => lambda { |made, state|
      text = made.pick(%w[Reyl Moss])
      operation = made.pick([{ "path" => "name.familyName", "value" => text },
                             { "path" => "name", "value" => { "familyName" => text } }])
      [operation.merge("op" => made.pick(%w[add replace])), state.merge(family: text)]
    },
    "department" => lambda { |made, state|
      path = "#{ScimGenerator::ENTERPRISE}:department"
      return [{ "op" => "remove", "path" => path }, state.merge(department: nil)] if made.chance(0.3)

      [{ "op" => "replace", "path" => path, "value" => "Stores" }, state.merge(department: "Stores")]
    },
    "roles" => lambda { |made, state|
      ids = made.pick([%w[a], %w[a b], %w[c]])
      value = ids.map { |id| made.chance(0.5) ? { "value" => id } : { "value" => id, "display" => id.upcase } }
      case made.pick(%w[add replace all one])
      when "add" then [{ "op" => "add", "path" => "roles", "value" => value }, state.merge(roles: state[:roles] | ids)]
      when "replace"
        [{ "op" => "replace", "path" => "roles", "value" => value }, state.merge(roles: ids.to_set)]
      when "all" then [{ "op" => "remove", "path" => "roles" }, state.merge(roles: Set[])]
      else
        [{ "op" => "remove", "path" => "roles[value eq \"#{ids[0].upcase}\"]" },
         state.merge(roles: state[:roles] - [ids[0]])]
      end
    },
    "mails" => lambda { |made, state|
      type = made.pick(%w[work home])
      address = made.pick(%w[a@x b@x])
      path = "emails[type eq \"#{type}\"]"
      if made.chance(0.3)
        [{ "op" => "remove", "path" => path }, state.merge(mails: state[:mails].except(type))]
      elsif state[:mails].key?(type) && made.chance(0.5)
        [{ "op" => "replace", "path" => path, "value" => { "type" => type, "value" => address } },
         state.merge(mails: state[:mails].merge(type => address))]
      else
        [{ "op" => "add", "path" => "#{path}.value", "value" => address },
         state.merge(mails: state[:mails].merge(type => address))]
      end
    }
  }.freeze

  def read(resource)
    { title: resource["title"], family: resource.dig("name", "familyName"),
      department: resource.dig(ScimGenerator::ENTERPRISE, "department"),
      roles: (resource["roles"] || []).to_set { |each| each["value"] },
      mails: (resource["emails"] || []).to_h { |each| each.values_at("type", "value") } }
  end

  it "do what they say, one after the other, and leave the rest", :generated do
    trials("patches", 300) do |seed|
      made = ScimGenerator.new(seed)
      resource = { "userName" => "a", "title" => "Clerk", "roles" => [{ "value" => "b" }] }
      state = read(resource)
      operations = Array.new(1 + made.pick([0, 1, 2, 5])) do
        operation, state = acts.fetch(made.pick(acts.keys)).call(made, state)
        operation
      end
      before = Marshal.dump(resource)
      expect(read(patched(resource, *operations))).to eq(state), -> { "seed #{seed}: #{operations}" }
      # Also one at a time, and nothing is done to what came in.
      expect(read(operations.reduce(resource) { |found, each| patched(found, each) })).to eq(state)
      expect(Marshal.dump(resource)).to eq(before)
    end
  end

  it "keep one primary address, and change all that a filter chooses" do
    found = { "userName" => "a",
              "emails" => [{ "value" => "a", "primary" => true }, { "value" => "b", "type" => "home" }] }
    more = patched(found, { "op" => "add", "path" => "emails", "value" => { "value" => "c", "primary" => true } })
    expect(more["emails"].map { |each| each["primary"] }).to eq([nil, nil, true])
    more = patched(found, { "op" => "replace", "path" => "emails[value eq \"b\"].primary", "value" => true })
    expect(more["emails"].map { |each| each["primary"] }).to eq([nil, true])
    expect(patched(found, { "op" => "remove", "path" => "emails[primary eq true].value" })["emails"].size).to eq(2)
  end

  it "are refused whole where one can't be done, with what the standard calls it" do
    { { "op" => "remove" } => "noTarget", { "op" => "remove", "path" => "userName" } => "mutability",
      { "op" => "replace", "path" => "id", "value" => "x" } => "mutability",
      { "op" => "replace", "path" => "emails[type eq \"work\"].value", "value" => "x" } => "noTarget",
      { "op" => "add", "path" => "shoes", "value" => 1 } => "invalidPath", { "op" => "jump" } => "invalidSyntax",
      { "op" => "replace", "path" => "userName", "value" => "" } => "invalidValue",
      { "op" => "add", "path" => "active", "value" => "yes" } => "invalidValue",
      { "op" => "remove", "path" => "roles", "value" => ["a"] } => "invalidValue" }.each do |operation, type|
      expect { patched({ "userName" => "a" }, { "op" => "add", "path" => "title", "value" => "x" }, operation) }
        .to raise_error(CobaltLedger::Provisioning::Fault) { |fault|
          expect([operation, fault.type]).to eq([operation, type])
          expect(fault.message).to match(/\AOperation 2|“userName” is required/)
        }
    end
  end
end
