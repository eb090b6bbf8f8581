# frozen_string_literal: true

require "ripper"

# The core reads from the bottom up: a chapter knows those before it, and never one after it.
RSpec.describe "The chapters of the core" do
  library = File.expand_path("../lib/cobalt_ledger", __dir__)

  # What stands in no folder is the ground that all others stand on.
  chapters = %w[base catalogue masks access directory conditions rules decisions changes audit formats commands]

  # Inside decisions/ the folders are not namespaces, so what belongs where is told by the file that defines it.
  deciding = %w[live_form compiling explaining saving without_record]

  # Names of constants a file refers to, comments and texts left out: Array of String, "Access::State" in one piece.
  def constants(path)
    tokens = Ripper.lex(File.read(path)).map { |_, kind, text| [kind, text] }
    tokens.each_with_index.filter_map do |(kind, text), place|
      unless kind == :on_const && tokens[place - 1] != [:on_op, "::"] &&
             !%w[module class].include?(tokens[place - 2]&.last)
        next
      end

      following = tokens[place + 1] == [:on_op, "::"] ? tokens[place + 2]&.last : nil
      [text, following].compact.join("::")
    end
  end

  # [file, what it refers to and must not] of a folder. known: Hash of constant to its chapter.
  def strays(files, own, order, known)
    files.flat_map do |path|
      constants(path)
        .filter_map { |name| known[name[/\A\w+/]] }
        .uniq
        .select { |chapter| order.index(chapter) > order.index(own) }
        .map { |chapter| "#{path}: #{chapter}" }
    end
  end

  it "stand in one order, with no way back" do
    namespaces = chapters.drop(1).to_h { |chapter| [chapter.capitalize, chapter] }
    found = chapters.flat_map do |chapter|
      files = chapter == "base" ? Dir["#{library}/*.rb"] : Dir["#{library}/#{chapter}/**/*.rb"]
      expect(files).not_to be_empty
      strays(files, chapter, chapters, namespaces)
    end
    expect(found).to eq([])
    expect(Dir["#{library}/*/"].map { |folder| File.basename(folder) }).to match_array(chapters.drop(1))
  end

  it "stand in one order inside deciding too, but for what the door opens" do
    known =
      deciding
        .flat_map { |folder| Dir["#{library}/decisions/#{folder}/*.rb"].map { |path| [constant_of(path), folder] } }
        .to_h
    found = deciding.flat_map { |folder| strays(Dir["#{library}/decisions/#{folder}/*.rb"], folder, deciding, known) }
    expect(found).to eq([])
  end

  def constant_of(path) = File.basename(path, ".rb").split("_").map(&:capitalize).join

  it "holds files that can be read at one sitting" do
    long = Dir["#{library}/**/*.rb"].select { |path| File.foreach(path).count > 250 }
    expect(long).to eq([])
  end
end
