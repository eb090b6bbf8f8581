# frozen_string_literal: true

require_relative "../support/telling"

# Edits that let someone know what is covered from them, held to what two records show that differ in that alone.
RSpec.describe CobaltLedger::Changes::Knowing do
  def engine_of(document)
    built = CobaltLedger::Formats::PolicyJson.build(CobaltLedger::Formats::UpToDate.policy(document), directory)
    CobaltLedger::Decisions::Engine.new(built, directory)
  end

  # All that someone meets of a record, but for the secrets themselves.
  def met(engine, document)
    asked = CobaltLedger::Formats::QuestionJson.read(document, engine.policy, directory)
    decision = engine.decide(asked)
    return [decision.action("open").allowed?] unless decision.action("open").allowed?

    fields = decision.fields.to_h do |id, field|
      value = decision.values[id] if field.state.visibility == CobaltLedger::Access::Facets::SHOWN
      [id, Telling::SECRET.include?(id) ? field.state : [field.state, value]]
    end
    [true, fields, decision.actions.transform_values(&:state), decision.whole.state,
     decision.objections.map(&:message).sort, decision.offers.map do |each|
                                                [each.field.id, each.value]
                                              end.sort_by(&:to_s)]
  end

  # What they could have revealed.
  def revealable(engine, document)
    decision = engine.decide(CobaltLedger::Formats::QuestionJson.read(document, engine.policy, directory))
    return [] unless decision.action("reveal").allowed? && decision.action("open").allowed?

    Telling::SECRET.reject do |id|
      decision.result(id).spoken.guardrails.any? { |each| each.gives.visibility.to_i.positive? }
    end
  end

  # Secrets that someone sees, or is told of by two records that differ in nothing else.
  def told_of(engine, question, one, other)
    records = [one, other].map { |secrets| question.merge("stored" => question["stored"].merge(secrets)) }
    differing = Telling::SECRET.reject { |id| one[id] == other[id] }
    covered = records.map do |each|
      decision = engine.decide(CobaltLedger::Formats::QuestionJson.read(each, engine.policy, directory))
      differing.select { |id| decision[id].state.visibility > CobaltLedger::Access::Facets::SHOWN }
    end.reduce(:&)
    return differing unless covered == differing

    met(engine, records[0]) == met(engine, records[1]) ? revealable(engine, records[0]) & differing : differing
  end

  def signed?(before, after, documents)
    approval = [{ "id" => "a", "name" => "A", "approvers" => 1, "labels" => ["restricted"], "opens" => true }]
    newest = documents.map { |each| CobaltLedger::Formats::UpToDate.policy(each.merge("approval" => approval)) }
    engines = newest.map { |each| engine_of(each) }
    comparison = CobaltLedger::Changes::Comparison.new(before, after)
    CobaltLedger::Changes::Signatures.new(*engines, CobaltLedger::Changes::DocumentEdits.between(*newest)) do
      [comparison.lines, comparison.undecided]
    end.needed.any?
  end

  it "is signed for, whatever lets it out", :generated do
    found = 0
    quiet = 0
    trials("knowing", 150, enough: -> { found >= 20 && quiet >= 5 }) do |seed|
      telling = Telling.new(self, seed)
      from = telling.policy
      to = telling.edited(from)
      before, after = [from, to].map { |each| engine_of(each) }
      told = 60.times.lazy.map do
        question = telling.question
        one = telling.secrets
        secret = telling.pick(Telling::SECRET)
        other = one.except(secret).merge(telling.secrets.slice(secret))
        [question, one, other] unless (told_of(after, question, one, other) -
                                       told_of(before, question, one, other)).empty?
      end.find(&:itself)
      signed = signed?(before, after, [from, to])
      quiet += 1 unless signed
      next unless told

      found += 1
      expect(signed).to be(true), -> { "seed #{seed}: #{told}\n#{JSON.generate(from)}\n#{JSON.generate(to)}" }
    rescue CobaltLedger::BadInput
      next
    end
    RSpec.configuration.reporter.message("  told of: #{found}, not signed for: #{quiet}")
  end
end
