# frozen_string_literal: true

# Names of entries, spelt as the standard lets them be.
RSpec.describe CobaltLedger::Formats::DistinguishedName do
  # The examples of RFC 4514, section 4, and names as slapd and ldapsearch write them.
  {
    "CN=Steve Kille,O=Isode Limited,C=GB" => "cn=steve  kille, o=ISODE limited ,c=gb",
    "OU=Sales+CN=J.  Smith,DC=example,DC=net" => "cn=j. smith+ou=sales,dc=example,dc=net",
    "CN=James \"Jim\" Smith\\, III,DC=example,DC=net" => "cn=James \\22Jim\\22 Smith\\2C III,dc=example,dc=net",
    "CN=Lu\\C4\\8Di\\C4\\87" => "2.5.4.3=Lučić", "uid=a,dc=x" => "userId=A,domainComponent=X"
  }.each do |one, other|
    it("knows #{one} as #{other}") {
      expect(described_class.key(one)).to eq(described_class.key(other))
    }
  end

  it "tells names apart that differ in more than spelling" do
    names = ["cn=a,dc=x", "cn=a\\,dc=x", "cn=a+dc=x", "cn=a,dc=x,dc=y", "ou=a,dc=x", "cn=a b,dc=x", "cn="]
    expect(names.map { |name| described_class.key(name) }.uniq.size).to eq(names.size)
    expect(described_class.parent_key("cn=a\\,b,ou=C,dc=x")).to eq(described_class.key("OU=c,DC=x"))
  end

  # A value as some writer escapes it: what has to be, and now and then what need not be.
  def escaped(value, random)
    value.each_char.with_index.map do |char, index|
      ends = index.zero? || index == value.size - 1
      must = ",+\"\\<>;=".include?(char) || (char == " " && ends) || (char == "#" && index.zero?)
      next char unless must || random.rand(4).zero?
      next "\\#{char}" if must && random.rand(2).zero?

      char.bytes.map { |byte| format("\\%02X", byte) }.join
    end.join
  end

  it "is one key for all spellings of one name, and another for another name", :generated do
    trials("distinguished names", 200) do |seed|
      random = Draws.new(seed)
      letters = ["a", "B", " ", ",", "+", "\\", "\"", "=", "é", "名", "#", "<"]
      values = Array.new(2 + random.rand(2)) do
        Array.new(1 + random.rand(4)) do
          letters[random.rand(letters.size)]
        end.join
      end
      spelt = Array.new(2) do
        values.map do |value|
          "cn=#{escaped(value, random)}"
        end.join(random.rand(2).zero? ? "," : " , ")
      end
      keys = spelt.map { |name| described_class.key(name) }
      expect(keys[0]).to eq(keys[1]), "seed #{seed}: #{spelt}"
      other = [*values.drop(1), "#{values[0]}x"].map { |value| "cn=#{escaped(value, random)}" }.join(",")
      expect(described_class.key(other)).not_to eq(keys[0]), "seed #{seed}: #{spelt[0]} and #{other}"
    end
  end

  it "takes what is no name as it is" do
    ["", " ", ",", "cn=a,", "+", "\\", "\"", "cn", "=", "#04", "a\\C3,b"].each do |text|
      expect([text, described_class.key(text), described_class.parent_key(text)]).to all(be_a(String))
    end
  end
end
