# frozen_string_literal: true

require_relative "../support/scim_generator"

# Filters of RFC 7644, held against an evaluator that goes over the tree they were written from.
RSpec.describe CobaltLedger::Provisioning::Filter do
  let(:users) { CobaltLedger::Provisioning::Schemas::USERS }

  # Every value that a name has in a resource.
  def values(resource, name)
    return [resource.dig(ScimGenerator::ENTERPRISE, "department")].compact if name.start_with?("urn:")

    first, part = name.split(".")
    found = [resource[first]].flatten.compact
    part ||= "value" if first == "emails"
    part ? found.map { |each| each[part] }.compact : found
  end

  def truth(tree, resource)
    kind, *parts = tree
    case kind
    when :and then parts.map { |each| truth(each, resource) }.inject(:&)
    when :or then parts.map { |each| truth(each, resource) }.inject(:|)
    when :not then !truth(parts[0], resource)
    when :within then (resource["emails"] || []).map { |each| truth(parts[0], each) }.include?(true)
    when :pr then present?(resource, parts[0])
    else compared(values(resource, parts[0]), parts[0], *parts[1..])
    end
  end

  # Something is there where a value is neither empty nor nothing but empty parts.
  def present?(resource, name)
    found = name == "emails" ? resource["emails"] || [] : values(resource, name)
    !found.reject { |value| ["", {}, nil].include?(value) }.empty?
  end

  def compared(found, name, operator, value)
    return found.empty? == (operator == "eq") if value.nil?
    return operator == "ne" if found.empty?

    found.map { |each| one(folded(each, name), operator, folded(value, name)) }.include?(true)
  end

  def folded(value, name) = value.is_a?(String) && name != "externalId" ? value.downcase : value

  def one(left, operator, right)
    { "eq" => -> { left == right }, "ne" => -> { left != right }, "co" => -> { !left.index(right).nil? },
      "sw" => -> { left[0, right.size] == right }, "ew" => -> { right.empty? || left[-right.size..] == right },
      "gt" => -> { (left <=> right) == 1 }, "ge" => -> { (left <=> right) != -1 },
      "lt" => -> { (left <=> right) == -1 },
      "le" => -> { (left <=> right) != 1 } }.fetch(operator).call
  end

  it "find just what their tree means, however they are written", :generated do
    counts = Hash.new(0)
    trials("filters", 600) do |seed|
      made = ScimGenerator.new(seed)
      tree = made.tree(3)
      text = made.text(tree)
      filter = described_class.read(text, users)
      4.times do
        resource = made.resource
        meant = truth(tree, resource)
        counts[meant] += 1
        expect(filter.holds?(resource)).to be(meant), "#{text} of #{resource}"
      end
    end
    expect(counts.values).to all(be > 100)
  end

  it "are read by the grammar of the standard, and its examples" do
    [
      'userName eq "bjensen"', "name.familyName co \"O'Malley\"", 'userName sw "J"',
      'urn:ietf:params:scim:schemas:core:2.0:User:userName sw "J"', "title pr",
      'title pr and userType eq "Employee"', 'title pr or userType eq "Intern"',
      'userType eq "Employee" and (emails co "example.com" or emails.value co "x")',
      'userType ne "Employee" and not (emails co "example.com")',
      'userType eq "Employee" and (emails.type eq "work")', 'meta.lastModified gt "2011-05-13T04:42:34Z"',
      'userType eq "Employee" and emails[type eq "work" and value co "@example.com"]',
      'emails[type eq "work" and value co "@example.com"] or emails[type eq "home"]'
    ].each { |text| expect(described_class.read(text, users)).not_to be_nil }
    [
      "", "userName", "userName eq", "userName eq bjensen", "shoeSize pr", 'userName like "x"', "(title pr",
      "title pr)", "title pr and", "not title pr", "active gt true", 'active co "x"', 'name eq "x"',
      "title[value pr]", 'emails[type eq "work"', 'userName eq "\x"', 'meta.created gt "soon"',
      "title eq null and", "emails.shoe pr", "#{'(' * 50}title pr#{')' * 50}"
    ].each do |text|
      expect { described_class.read(text, users) }.to raise_error(CobaltLedger::Provisioning::Fault) { |fault|
        expect([fault.type, fault.status]).to eq(["invalidFilter", 400])
      }
    end
  end
end
