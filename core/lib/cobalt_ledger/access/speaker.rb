# frozen_string_literal: true

module CobaltLedger
  module Access
    # Something that may speak of a field. source: Catalogue::Baseline, Catalogue::Field or Rules::Contribution; state:
    # what it gives, a partial State; test: index of the plan's test that it depends on, nil when it always applies.
    Speaker = Struct.new(:source, :state, :test)
  end
end
