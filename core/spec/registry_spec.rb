# frozen_string_literal: true

RSpec.describe CobaltLedger::Registry do
  # Reads the files of a family slowly, and for whoever comes first.
  let(:loader) do
    Class.new do
      def initialize(family) = @family = family

      def eager_load_namespace(_)
        return if @begun

        @begun = true
        %w[one other].each { |name| sleep(0.02) && Class.new(@family).known_as(name) }
      end
    end
  end

  it "tells everyone of all members of a family, however many ask while its files are read" do
    registry = described_class
    family = Class.new { extend registry }
    slow = loader.new(family)
    family.define_singleton_method(:registry_loader) { slow }
    family.define_singleton_method(:registry_namespace) { nil }
    asked = Array.new(4) { Thread.new { family.names } }
    expect(asked.map(&:value).uniq).to eq([%w[one other]])
  end
end
