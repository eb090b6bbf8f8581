# frozen_string_literal: true

require_relative "../../core/spec/support/chapters"

RSpec.describe "The folders of the server" do
  folders = %w[base models heavy services jobs http routes]

  it "stand in one order, with no way back" do
    root = File.join(Server::Paths::ROOT, "server")
    # Kinds and tasks of jobs are found by their registry.
    known = Chapters.of_files(root, folders).merge("Jobs" => "jobs")
    expect(known.values.uniq).to match_array(folders)
    found = folders.flat_map do |folder|
      Chapters.strays(Dir["#{root}/#{folder}/**/*.rb"], folder, folders, known, root: "Server")
    end
    expect(found).to eq([])
    expect(Dir["#{root}/*/"].map { |folder| File.basename(folder) }).to contain_exactly(*folders, "migrations")
  end

  it "hold files that can be read at one sitting" do
    files = Dir[File.join(Server::Paths::ROOT, "server/**/*.rb")]
    expect(files.select { |path| File.foreach(path).count > 250 }).to eq([])
  end
end
