# frozen_string_literal: true

require_relative "draws"

# Makes random resources, filters and changes, from RFC 7643 and RFC 7644 and nothing else.
class ScimGenerator
  WORDS = ["ann", "Ann", "BO", "bo b", "", "x\"y", "é", "c\\d", "0"].freeze
  # Parts of a User resource that filters ask about: name, and what it holds.
  ATTRIBUTES = {
    "userName" => :text, "title" => :text, "externalId" => :exact, "active" => :flag, "name.familyName" => :text,
    "emails.value" => :text, "emails.type" => :text, "emails.primary" => :flag, "emails" => :text,
    "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User:department" => :text
  }.freeze
  ENTERPRISE = "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User"

  def initialize(seed) = @random = Draws.new(seed)

  def pick(items) = items[@random.rand(items.size)]
  def chance(part) = @random.rand < part
  def maybe(name) = chance(0.7) ? { name => yield } : {}

  def resource
    { "userName" => pick(WORDS - [""]), **maybe("title") { pick(WORDS) }, **maybe("externalId") { pick(WORDS) },
      **maybe("active") { chance(0.5) }, **maybe("name") { maybe("familyName") { pick(WORDS) } },
      **maybe("emails") { Array.new(@random.rand(4)) { email } },
      **maybe(ENTERPRISE) { { "department" => pick(WORDS) } } }
  end

  def email = { "value" => pick(WORDS), "type" => pick(%w[work home]), "primary" => chance(0.3) }

  # A filter as a tree: [:and, ...], [:or, ...], [:not, one], [:pr, name], [:within, one] of e-mail addresses, or
  # [:is, name, operator, value]. within: is it asked of one e-mail address?
  def tree(depth, within: false)
    return leaf(within) if depth.zero? || chance(0.3)

    case @random.rand(4)
    when 0 then [:and, tree(depth - 1, within: within), tree(depth - 1, within: within)]
    when 1 then [:or, tree(depth - 1, within: within), tree(depth - 1, within: within)]
    when 2 then [:not, tree(depth - 1, within: within)]
    else within ? leaf(true) : [:within, tree(depth - 1, within: true)]
    end
  end

  def leaf(within)
    name = within ? pick(%w[value type primary]) : pick(ATTRIBUTES.keys)
    return [:pr, name] if chance(0.2)

    kind = within ? { "primary" => :flag }.fetch(name, :text) : ATTRIBUTES[name]
    return [:is, name, pick(%w[eq ne]), nil] if chance(0.1)
    return [:is, name, pick(%w[eq ne]), chance(0.5)] if kind == :flag

    [:is, name, pick(%w[eq ne co sw ew gt ge lt le]), pick(WORDS)]
  end

  # The text of a tree, with capitals, spaces and brackets as they may stand. over: what binds around it.
  def text(tree, over = nil)
    kind, *parts = tree
    case kind
    when :and, :or
      inner = parts.map { |each| text(each, kind) }.join("#{space}#{cased(kind.to_s)}#{space}")
      needed = (kind == :or && over == :and) || (kind == :and && over == :or && chance(0.3)) || chance(0.1)
      needed ? "(#{inner})" : inner
    when :not then "#{cased('not')}#{pick(['', ' '])}(#{text(parts[0])})"
    when :within then "#{cased('emails')}[#{text(parts[0])}]"
    when :pr then "#{named(parts[0])} #{cased('pr')}"
    else "#{named(parts[0])}#{space}#{cased(parts[1])}#{space}#{JSON.generate(parts[2])}"
    end
  end

  def space = pick([" ", " ", "  "])
  def cased(word) = pick([word, word, word.upcase, word.capitalize])
  def named(name) = pick([name, name, name.swapcase])
end
