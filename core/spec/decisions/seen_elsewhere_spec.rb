# frozen_string_literal: true

require_relative "../support/policy_generator"

# In which modes fields are met, and what a rule hides in some of them only.
RSpec.describe CobaltLedger::Decisions::SeenElsewhere do
  def told(engine, rule = engine.policy.rules.first)
    described_class.new(rule, engine, question(engine)).remarks
  end

  def hiding(modes, **more) = rule("value", "hide", reach: { "modes" => modes }, **more)

  it "says where what is hidden is still seen, and by whom" do
    expect(told(engine(hiding(%w[edit], audience: { "any" => [{ "role" => "courier" }] })))).to eq(
      ["Value is hidden only while editing: Courier can still see it while creating, viewing and listing."]
    )
    expect(told(engine(hiding(%w[create edit view])))).to eq(
      ["Value is hidden only while creating, editing and viewing: people can still see it while listing."]
    )
  end

  it "says nothing where the rule speaks of every mode, hides nothing, or another hides it in the rest" do
    expect(told(engine(hiding([])))).to be_empty
    expect(told(engine(rule("value", "lock", reach: { "modes" => %w[edit] })))).to be_empty
    expect(told(engine(hiding(%w[edit]), hiding(%w[create view list])))).to be_empty
  end

  # What is hidden for good in a mode is never seen by deciding there, and what is seen in some record is told.
  it "leaves out no mode in which deciding shows the field", :generated do
    shown = 0
    trials("modes met", 60, enough: -> { shown > 20 }) do |seed|
      generator = PolicyGenerator.new(seed)
      engine = engine_of(generator.policy(self)) or next
      8.times do
        document = generator.question
        # A record that is created is not stored yet.
        document = document.merge("stored" => {}) if document["mode"] == "create"
        question = CobaltLedger::Formats::QuestionJson.read(document, engine.policy, engine.directory)
        met = CobaltLedger::Decisions::ModesMet.new(engine, question)
        engine.decide(question).fields.each_value do |field|
          next if field.hidden?

          shown += 1
          expect(met.of([field.field], [question.principals])).to include(question.mode)
        end
      end
    end
  end

  def engine_of(document)
    policy = CobaltLedger::Formats::UpToDate.policy(document)
    CobaltLedger::Decisions::Engine.new(CobaltLedger::Formats::PolicyJson.build(policy, directory), directory)
  rescue CobaltLedger::BadInput
    nil
  end
end
