# frozen_string_literal: true

require "open3"

RSpec.describe "The core by itself" do
  it "loads whole where neither Sinatra nor Active Record can be loaded" do
    script = <<~RUBY
      require "cobalt_ledger"
      CobaltLedger::LOADER.eager_load(force: true)
      missing = %w[sinatra/base active_record].select { |name| begin; require name; false; rescue LoadError; true; end }
      puts missing.join(","), $LOADED_FEATURES.grep(/sinatra|active_record/).size
    RUBY
    output, status =
      Open3.capture2e(
        { "BUNDLE_GEMFILE" => File.expand_path("../Gemfile", __dir__) }, "bundle", "exec", "ruby", "-e", script
      )
    expect(status).to be_success, output
    expect(output.lines.map(&:chomp)).to eq(["sinatra/base,active_record", "0"])
  end
end
