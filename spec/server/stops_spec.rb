# frozen_string_literal: true

require_relative "../support/stops"

RSpec.describe "A server stopped in the middle of its work" do
  it "has lost nothing it acknowledged and left nothing half done, and its journal is whole" do
    stops = Integer(ENV.fetch("STOPS", 3))
    seed = Integer(ENV.fetch("SEED", 4_711))
    RSpec.configuration.reporter.message("  stops: seed #{seed} (repeat with SEED=#{seed})")
    Dir.mktmpdir("cobalt-stops") do |folder|
      server = Stops.new(folder, seed: seed)
      stops.times { |number| expect(server.round).to eq([]), "stop #{number + 1}" }
      done = server.done.to_h.transform_values { |told| told.is_a?(Hash) ? told.size : told.first }
      RSpec.configuration.reporter.message("  acknowledged: #{done}")
      expect(done[:rules]).to be >= stops
    end
  end
end
