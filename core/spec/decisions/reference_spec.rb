# frozen_string_literal: true

RSpec.describe "Decisions held against a simple reference" do
  cases = 900

  it "agrees on every facet of every field, with and without reasoning (#{cases} cases)", :generated do
    trials("reference", cases / 6) do |seed|
      generator = PolicyGenerator.new(seed, circumstances: true)
      document = generator.policy(self)
      engine = CobaltLedger::Decisions::Engine.new(newest_policy(document, directory), directory)
      reference = ReferenceResolver.new(document, directory_document)
      6.times { compare_once(engine, reference, generator.question, document, seed) }
    end
  end

  def compare_once(engine, reference, asked, document, seed)
    question = CobaltLedger::Formats::QuestionJson.read(asked, engine.policy, engine.directory)
    expected = reference.decide(asked)
    if expected.nil?
      return expect([question, question.with(entered: {})].flat_map { |each| engine.decide(each).loop }).not_to(
        be_empty, "seed #{seed}: a loop was missed"
      )
    end

    decision = engine.decide(question)
    expect(reference.values.compact).to eq(said(decision, reference.values)), "seed #{seed}: other values for #{asked}"
    decided = subjects(decision).transform_values { |field| field.state.to_h }
    different = expected.reject { |id, state| state == decided[id] }
    if different.any?
      fail_with(seed, asked, document, different.to_h { |id, state| [id, { expected: state, got: decided[id] }] })
    end

    explained = engine.decide(question, reasoning: true)
    subjects(explained).each do |id, field|
      account = explained.reasoning[id]
      ends = account.stages.last.balance
      unless ends == field.level && account.level == field.level
        fail_with(seed, asked, document, id => { level: field.level, reasoning: ends })
      end
      expect(balances_follow(account)).to(
        be(true), "the running balance of #{id} does not end where its stage does (seed #{seed})"
      )
    end
  end

  # All that was decided, by identifier.
  def subjects(decision) = decision.fields.merge(decision.actions, decision.whole.field.id => decision.whole)

  # The values of a decision in JSON; what can't be read, as the reference has it.
  def said(decision, given)
    decision
      .values
      .except("total")
      .to_h do |id, value|
        [
          id,
          if value.is_a?(CobaltLedger::Conditions::Unreadable)
            given[id]
          else
            decision.question.record_type.field(id).dump(value)
          end
        ]
      end
      .compact
  end

  # The last line of every stage that has lines must show the result of the stage.
  def balances_follow(account)
    account.stages.drop(1).all? { |stage| stage.lines.empty? || stage.lines.last.balance == stage.balance }
  end

  def fail_with(seed, asked, document, different)
    raise RSpec::Expectations::ExpectationNotMetError,
          "seed #{seed}: #{JSON.pretty_generate(different)}\nquestion #{JSON.generate(asked)}\nrules " \
          "#{JSON.generate(document['rules'])}\nbaselines #{JSON.generate(document['baselines'])}"
  end
end
