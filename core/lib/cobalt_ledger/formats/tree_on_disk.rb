# frozen_string_literal: true

require "fileutils"
require "pathname"

module CobaltLedger
  module Formats
    # Keeps the tree of a policy in a folder.
    module TreeOnDisk
      module_function

      # Writes a document there. Files that stay as they are are not touched; those of subjects that are gone go.
      # Returns [paths written, paths removed]. Raises BadInput where the folder holds something else.
      def write(folder, document)
        files = PolicyTree.split(document)
        there = paths(folder)
        strange = there.reject { |path| known?(path) }
        raise BadInput.at(folder, "holds #{strange.first}, which is no part of a policy") if strange.any?

        gone = there - files.keys
        changed = files.reject { |path, text| File.file?(at(folder, path)) && File.binread(at(folder, path)) == text.b }
        changed.each { |path, text| put(at(folder, path), text) }
        gone.each { |path| File.delete(at(folder, path)) }
        [changed.keys, gone]
      end

      # The policy document of a folder. The block, where there is one, judges it. Raises BadInput that names files.
      def read(folder)
        raise BadInput.at(folder, "is no folder") unless File.directory?(folder)

        tree = PolicyTree.new
        document = tree.join(paths(folder).to_h { |path| [path, File.binread(at(folder, path))] })
        yield document if block_given?
        document
      rescue BadInput => e
        raise(BadInput, e.faults.map { |fault| in_folder(folder, tree ? tree.placed(fault) : fault) })
      end

      # Files of a folder, but those whose names begin with a point, and texts that explain.
      def paths(folder)
        Dir.glob("**/*", base: folder).select { |path| File.file?(at(folder, path)) && !path.end_with?(".md") }.sort
      end

      def known?(path)
        %w[policy.json order.json].include?(path) ||
          (PolicyTree::FOLDERS.value?(path.split("/").first) && path.end_with?(".json"))
      end

      def at(folder, path) = File.join(folder, path)

      def put(path, text)
        FileUtils.mkdir_p(File.dirname(path))
        File.binwrite("#{path}.new", text)
        File.rename("#{path}.new", path)
      end

      def in_folder(folder, fault)
        return fault if fault.pointer.to_s.start_with?(folder)

        Fault.new(pointer: "#{folder}/#{fault.pointer.to_s.delete_prefix('/')}".chomp("/"), message: fault.message)
      end
      private_class_method :known?, :at, :put, :in_folder
    end
  end
end
