# frozen_string_literal: true

require "ripper"

# Which folders the files of a folder refer to, read from the files themselves: comments and texts do not count.
module Chapters
  module_function

  # Names of constants a file refers to: Array of String, "Access::State" in one piece.
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

  # The constant that a file defines, by its name.
  def defined_by(path) = File.basename(path, ".rb").split("_").map(&:capitalize).join

  # Hash of constant to the folder of its file, for folders that are not namespaces.
  def of_files(root, folders)
    folders.flat_map { |folder| Dir["#{root}/#{folder}/**/*.rb"].map { |path| [defined_by(path), folder] } }.to_h
  end

  # ["file: folder"] of what the files refer to though it comes after them. own: their folder; order: Array of folders;
  # known: Hash of constant to its folder; root: the module that all of them are in.
  def strays(files, own, order, known, root: "CobaltLedger")
    files.flat_map do |path|
      constants(path)
        .filter_map { |name| known[name.delete_prefix("#{root}::")[/\A\w+/]] }
        .uniq
        .select { |folder| order.index(folder) > order.index(own) }
        .map { |folder| "#{path}: #{folder}" }
    end
  end
end
