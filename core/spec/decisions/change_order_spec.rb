# frozen_string_literal: true

RSpec.describe CobaltLedger::Decisions::ChangeOrder do
  saves = 150
  values = {
    "stage" => %w[a b c], "count" => [0, 1, 5, 9], "level" => [1, 5], "agreed" => [true, false],
    "contact" => %w[Ilse x], "notes" => %w[mercury plain]
  }.freeze

  def stuck(engine, question, changes, budget = 4_000)
    described_class.new(engine, engine.decide(question), changes, budget).stuck.map(&:first)
  end

  # Every order of the changes, one after the other. What a set of changes leads to is asked once.
  def some_order?(engine, question, changes)
    open =
      Hash.new do |known, made|
        known[made] = engine
          .decide(question.with(entered: changes.slice(*made)))
          .fields
          .select { |_, field| field.open? }
          .keys
      end
    changes.keys.permutation.any? do |order|
      order.each_index.all? { |index| open[order.first(index).sort].include?(order[index]) }
    end
  end

  it "finds an order exactly when trying all of them does (#{saves} generated saves)", :generated do
    refused = 0
    trials("orders", saves) do |seed|
      random = Draws.new(seed)
      generator = PolicyGenerator.new(seed)
      engine =
        CobaltLedger::Decisions::Engine.new(
          newest_policy(generator.policy(self), directory), directory
        )
      question =
        CobaltLedger::Formats::QuestionJson.read(
          generator.question.merge("mode" => "edit", "entered" => {}), engine.policy, directory
        )
      changes =
        values.keys.sample(random.rand(1..6), random: random).to_h { |id| [id, values[id].sample(random: random)] }
      found = stuck(engine, question, changes).empty?
      refused += 1 unless found
      expect(found).to eq(some_order?(engine, question, changes)),
                       "seed #{seed}: #{changes} on #{question.stored}"
    end
    expect(refused).to be_between(1, saves - 1)
  end

  it "refuses when it has to give up, and never lets a change through unproved" do
    locking = (1..9).map { |number| rule("f#{number}", "lock", when: compare("f#{(number % 9) + 1}", "equal", "new")) }
    ring = engine(*locking, fields: (1..9).map { |number| field("f#{number}") })
    changes = (1..9).to_h { |number| ["f#{number}", "new"] }
    question =
      CobaltLedger::Formats::QuestionJson.read(
        { "user" => "asha", "record_type" => "loan", "unit" => "kiln", "mode" => "edit", "stored" => {} },
        ring.policy, directory
      )
    [0, 1, 3, 20].each { |budget| expect(stuck(ring, question, changes, budget)).not_to be_empty }
  end

  it "stays quick with forty changes that all stand open" do
    plain = engine(fields: (1..40).map { |number| field("f#{number}") })
    question =
      CobaltLedger::Formats::QuestionJson.read(
        { "user" => "asha", "record_type" => "loan", "unit" => "kiln", "mode" => "edit", "stored" => {} },
        plain.policy, directory
      )
    expect(stuck(plain, question, (1..40).to_h { |number| ["f#{number}", "new"] }, 41)).to be_empty
  end
end
