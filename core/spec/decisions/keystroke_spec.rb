# frozen_string_literal: true

# How often the same form is decided while someone types.
RSpec.describe CobaltLedger::Decisions::TypedForm do
  let(:counting) do
    Class.new(SimpleDelegator) do
      def asked = @asked ||= []

      def decide(question, ...)
        asked << question.entered
        __getobj__.decide(question, ...)
      end
    end
  end

  it "decides once before and once after, however many fields that stand open were typed" do
    made = counting.new(engine(fields: (1..12).map { |number| field("f#{number}") }))
    typed = (1..12).to_h { |number| ["f#{number}", "new"] }
    form = described_class.new(made, question(made).with(entered: typed))
    expect(made.asked).to eq([{}, typed])
    expect(form.decision.values).to eq(typed)
  end

  it "decides no question twice, where one field opens the next" do
    opening = (2..6).map { |number| rule("f#{number}", "lock", when: compare("f#{number - 1}", "is_blank")) }
    made = counting.new(engine(*opening, fields: (1..6).map { |number| field("f#{number}") }))
    typed = (1..6).to_h { |number| ["f#{number}", "new"] }
    expect(described_class.new(made, question(made).with(entered: typed)).typing.kept).to eq(typed)
    expect(made.asked.uniq.size).to eq(made.asked.size)
    expect(made.asked.size).to be <= 7
  end
end
