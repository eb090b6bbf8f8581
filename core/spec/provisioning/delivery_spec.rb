# frozen_string_literal: true

require_relative "../support/policy_edits"
require_relative "../support/scim_generator"

# What of a push counts at once, held against deciding before and after it.
RSpec.describe CobaltLedger::Provisioning::Delivery do
  labels = %w[confidential restricted]

  def engine(document, people)
    directory = CobaltLedger::Formats::DirectoryJson.build(people)
    policy = CobaltLedger::Formats::PolicyJson.build(document, directory, shaped: true)
    CobaltLedger::Decisions::Engine.new(policy, directory)
  end

  # Some of what a provider can do: move people, make and delete them, nest groups.
  def pushed(desk, made)
    now = Time.utc(2026, 6, 1)
    users = CobaltLedger::Provisioning::Schemas::USERS
    (1 + made.pick([0, 1, 3])).times do
      resources = CobaltLedger::Provisioning::Resources.new(desk, users, now)
      id = made.pick(%w[asha ilka zora])
      case made.pick(%w[change change change change within new delete])
      when "new" then resources.create(person(made)) unless desk.person?("nell")
      when "delete" then resources.delete(id) if desk.person?(id)
      when "within" then nest(desk, now)
      else changed(resources, desk, id, made)
      end
    end
  end

  def nest(desk, now)
    desk.put("groups", "empty", desk.item("groups", "empty").merge("within" => ["night"]), now: now)
  end

  def person(made)
    { "schemas" => [CobaltLedger::Provisioning::Schemas::USER], "userName" => "nell",
      "roles" => [{ "value" => made.pick(%w[registrar courier]) }] }
  end

  def changed(resources, desk, id, made)
    return unless desk.person?(id)

    item = desk.item("users", id)
    case made.pick(%w[role group attribute inactive])
    when "role" then item = item.merge("roles" => made.pick([[], %w[registrar], %w[courier], %w[registrar courier]]))
    when "group" then item = item.merge("groups" => made.pick([[], %w[empty], %w[night], %w[custodians]]))
    when "attribute" then item = item.merge("attributes" => { "clearance" => made.pick(%w[high low]) })
    else return resources.patch(id, { "schemas" => [CobaltLedger::Provisioning::Patch::URN],
                                      "Operations" => [{ "op" => "add", "path" => "active", "value" => false }] })
    end
    desk.put("users", id, item, now: Time.utc(2026, 6, 1))
  end

  # How much someone has of each labelled field: what they see, and whether they may change it.
  def reach(engine, document, labels)
    question = CobaltLedger::Formats::QuestionJson.read(document, engine.policy, engine.directory)
    decision = engine.decide(question)
    return nil if decision.loop.any?

    decision.fields.values.select { |field| labels.include?(field.field.label) }.to_h do |field|
      state = field.state
      [field.field.id, [seen(state), field.open? ? 1 : 0]]
    end
  end

  def seen(state)
    facets = CobaltLedger::Access::Facets
    { facets::HIDDEN => -1, facets::SHOWN => 1_000 }.fetch(state.visibility) { state.mask.disclosure }
  end

  it "opens nothing that is labelled to anyone, and holds back nothing else", :generated do
    counts = Hash.new(0)
    trials("deliveries", 120, enough: -> { counts[:held] > 20 && counts[:witnessed] > 5 }) do |seed|
      edits = PolicyEdits.new(seed)
      policy = edits.policy(self)
      before = directory_document
      desk = CobaltLedger::Provisioning::Desk.new(before, {}, "groups")
      made = ScimGenerator.new(seed)
      pushed(desk, made)
      next counts[:refused] += 1 unless sound?(policy, desk.document)

      judge = lambda do |old, new, idle|
        engines = [old, new].map { |people| engine(policy, people) }
        CobaltLedger::Changes::Opened.new(*engines, labels, CobaltLedger::Changes::Comparison.new(*engines), idle: idle)
      end
      done = described_class.new(before, desk, [], &judge)
      counts[done.held.empty? ? :through : :held] += 1
      expect(done.document).to eq(desk.document) if done.held.empty?
      @idle = desk.people.reject { |id| desk.entry("users", id).aside.nil? }
      hold(seed, policy, before, done.document, [edits, made], counts, labels)
      witness(policy, desk.document, before, [edits, made], counts, labels) if done.held.any?
      # Once it is signed, all of it counts.
      again = CobaltLedger::Provisioning::Desk.new(done.document, done.entries, "groups")
      signed = described_class.new(done.document, again, [])
      expect(indexed(signed.document)).to eq(indexed(desk.document))
      expect(signed.entries.values.map(&:held)).to all(be(false))
    end
    RSpec.configuration.reporter.message("  deliveries: #{counts}")
  end

  # A rule may name someone who is deleted, and groups may lie within each other: then nothing is done at all.
  def sound?(policy, people)
    engine(policy, people)
  rescue CobaltLedger::BadInput
    false
  end

  def indexed(document) = document.transform_values { |list| list.is_a?(Array) ? list.to_set : list }

  # No question, of whoever was there before or stands for who is new, is answered with more.
  def hold(seed, policy, before, after, draws, counts, labels)
    each_pair(policy, before, after, draws, labels) do |old, new, document|
      counts[:compared] += 1
      more = new.select { |id, reach| reach.zip(old.fetch(id)).any? { |now, then_| now > then_ } }
      expect(more).to be_empty, -> { "seed #{seed}: #{document}: #{old.slice(*more.keys)} to #{more}" }
    end
  end

  def witness(policy, wanted, before, draws, counts, labels)
    found = false
    each_pair(policy, before, wanted, draws, labels) do |old, new, _|
      found ||= new.any? { |id, reach| reach.zip(old.fetch(id)).any? { |now, then_| now > then_ } }
    end
    counts[:witnessed] += 1 if found
  end

  def each_pair(policy, before, after, draws, labels)
    new = after["users"].map { |user| user["id"] } - before["users"].map { |user| user["id"] }
    start = before.merge("users" => before["users"] + new.map { |id| { "id" => id, "name" => id } })
    engines = [start, after].map { |people| engine(policy, people) }
    # Who is not active can't sign in, and meets nothing.
    people = (after["users"].map { |user| user["id"] } & start["users"].map { |user| user["id"] }) - @idle
    return if people.empty?

    40.times do
      document = draws[0].question.merge("user" => draws[1].pick(people)).except("locked", "lifted")
      reaches = engines.map { |each| reach(each, document, labels) }
      yield(*reaches, document) unless reaches.any?(&:nil?)
    end
  end
end
