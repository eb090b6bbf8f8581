# frozen_string_literal: true

require_relative "support/chapters"

# The core reads from the bottom up: a chapter knows those before it, and never one after it.
RSpec.describe "The chapters of the core" do
  library = File.expand_path("../lib/cobalt_ledger", __dir__)

  # What stands in no folder is the ground that all others stand on.
  chapters = %w[base catalogue masks access directory conditions rules decisions changes audit formats matrices
                provisioning expectations journal commands]

  # Inside decisions/ the folders are not namespaces, so what belongs where is told by the file that defines it.
  deciding = %w[live_form compiling explaining saving without_record]

  it "stand in one order, with no way back" do
    namespaces = chapters.drop(1).to_h { |chapter| [chapter.capitalize, chapter] }
    found = chapters.flat_map do |chapter|
      files = chapter == "base" ? Dir["#{library}/*.rb"] : Dir["#{library}/#{chapter}/**/*.rb"]
      expect(files).not_to be_empty
      Chapters.strays(files, chapter, chapters, namespaces)
    end
    expect(found).to eq([])
    expect(Dir["#{library}/*/"].map { |folder| File.basename(folder) }).to match_array(chapters.drop(1))
  end

  it "stand in one order inside deciding too, but for what the door opens" do
    root = "#{library}/decisions"
    known = Chapters.of_files(root, deciding)
    found = deciding.flat_map { |folder| Chapters.strays(Dir["#{root}/#{folder}/*.rb"], folder, deciding, known) }
    expect(found).to eq([])
    expect(Dir["#{root}/*/"].map { |folder| File.basename(folder) }).to match_array(deciding)
  end

  it "holds files that can be read at one sitting" do
    long = Dir["#{library}/**/*.rb"].select { |path| File.foreach(path).count > 250 }
    expect(long).to eq([])
  end
end
