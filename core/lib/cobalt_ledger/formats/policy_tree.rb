# frozen_string_literal: true

module CobaltLedger
  module Formats
    # A policy document as a tree of small files, one subject a file, for version control: the same policy always makes
    # the same files, and they join to the same document again.
    #
    # policy.json holds what is no list of subjects and the order of the record types. Rules are read in the order of
    # their record types, ordinary ones before guardrails, by rank; other lists by identifier. Where a document has
    # another order, order.json tells it.
    class PolicyTree
      # Lists of a document, under the folders their items stand in.
      FOLDERS = { "record_types" => "record-types", "baselines" => "baselines", "rules" => "rules",
                  "expectations" => "expectations" }.freeze

      # Definitions whose members come first in files, in their order there.
      SHAPES = { "record_types" => "record_type", "baselines" => "baseline", "rules" => "rule",
                 "expectations" => "expectation" }.freeze

      class << self
        # document: policy document, sound. Returns Hash of relative path to text.
        def split(document) = new.split(document)

        # files: Hash of relative path to text. Returns the policy document. Raises BadInput that names files.
        def join(files) = new.join(files)
      end

      def split(document)
        document = UpToDate.policy(document)
        files = { "policy.json" => text(heading(document), []) }
        FOLDERS.each_key do |list|
          (document[list] || []).each { |item| files[path(list, item)] = text(item, members(list)) }
        end
        order = order(document)
        files["order.json"] = text(order, []) unless order.empty?
        files
      end

      def join(files)
        @faults = FaultList.new
        @places = {}
        read = files.sort.to_h { |path, text| [path, parsed(path, text)] }
        heading = read.delete("policy.json") || (@faults.add("policy.json", "is missing") && {})
        order = read.delete("order.json") || {}
        lists = lists(read)
        @faults.raise_if_any!
        whole(heading, lists, order)
      end

      # A fault of a joined document, placed in the file it comes from. fault: Fault. Returns a Fault.
      def placed(fault)
        match = fault.pointer.to_s.match(%r{\A/([a-z_]+)/(\d+)(.*)\z})
        file = match && @places.dig(match[1], match[2].to_i)
        file ? Fault.new(pointer: "#{file} #{match[3]}".strip, message: fault.message) : fault
      end

      private

      # What is no list, and lists that are there and hold nothing; with the identifiers of the record types in place of
      # them.
      def heading(document)
        document.reject { |name, value| FOLDERS.key?(name) && (value.any? || name == "rules") }
          .merge("record_types" => document["record_types"].map { |type| type["id"] })
      end

      def path(list, item)
        [FOLDERS.fetch(list), list == "rules" ? item["record_type"] : nil, "#{item['id']}.json"].compact.join("/")
      end

      # Orders that are not the usual: Hash of list to identifiers.
      def order(document)
        types = document["record_types"].map { |type| type["id"] }
        FOLDERS.keys.drop(1).filter_map do |list|
          items = document[list] || []
          [list, items.map { |item| item["id"] }] unless items == usual(list, items, types)
        end.to_h
      end

      def usual(list, items, types)
        return items.sort_by { |item| item["id"] } unless list == "rules"

        items.sort_by do |rule|
          [types.index(rule["record_type"]) || types.size, rule["kind"] == "guardrail" ? 1 : 0, rule["rank"],
           rule["id"]]
        end
      end

      def parsed(path, text)
        StrictJson.read(text)
      rescue BadInput => e
        e.faults.each { |fault| @faults.add("#{path} #{fault.pointer}".strip, fault.message) }
        nil
      end

      # Hash of list to [path, item] pairs. Notes what does not belong.
      def lists(read)
        found = FOLDERS.keys.to_h { |list| [list, []] }
        read.each do |path, item|
          list = FOLDERS.key(path.split("/").first)
          next @faults.add(path, "is not part of a policy") unless list
          next if item.nil?
          next @faults.add(path, "must hold one object") unless item.is_a?(Hash)

          wanted = item["id"].is_a?(String) ? path(list, item) : nil
          @faults.add(path, wanted ? "should be called #{wanted}" : "has no identifier") unless path == wanted
          found[list] << [path, item]
        end
        found
      end

      def whole(heading, lists, order)
        types = heading["record_types"].is_a?(Array) ? heading["record_types"] : []
        document = heading.except("record_types")
        FOLDERS.each_key do |list|
          pairs = lists[list]
          next if pairs.empty? && %w[baselines expectations].include?(list)

          items = sorted(list, pairs.map(&:last), types, order[list])
          paths = pairs.to_h { |path, item| [item, path] }.compare_by_identity
          pairs.each { |path, item| paths[item] = path }
          @places[list] = items.map { |item| paths[item] }
          document[list] = items
        end
        document
      end

      # What an order does not name comes behind.
      def sorted(list, items, types, order)
        named = list == "record_types" ? types : order
        usual = list == "record_types" ? items : usual(list, items, types)
        return usual unless named.is_a?(Array)

        usual.sort_by.with_index { |item, index| [named.index(item["id"]) || named.size, index] }
      end

      def members(list) = SchemaBook.members(SHAPES.fetch(list))

      # Laid out for people, exact, ending in a line break: what is named first in `first`, the rest by name.
      def text(document, first) = "#{laid_out(document, first, 0)}\n"

      def laid_out(value, first, depth)
        case value
        when Hash then members_of(value, first, depth)
        when Array then on_one_line(value) || wrapped("[]", depth, value.map { |item| laid_out(item, [], depth + 1) })
        else CanonicalJson.write(value)
        end
      end

      def members_of(hash, first, depth)
        return "{}" if hash.empty?

        names = hash.keys.sort_by { |name| [first.index(name) || first.size, name] }
        wrapped("{}", depth, names.map { |name| "#{JSON.generate(name)}: #{laid_out(hash[name], [], depth + 1)}" })
      end

      def wrapped(ends, depth, lines)
        inner = "  " * (depth + 1)
        "#{ends[0]}\n#{lines.map { |line| "#{inner}#{line}" }.join(",\n")}\n#{'  ' * depth}#{ends[1]}"
      end

      # A short list of plain values.
      def on_one_line(list)
        return nil if list.any? { |item| item.is_a?(Hash) || item.is_a?(Array) }

        text = "[#{list.map { |item| CanonicalJson.write(item) }.join(', ')}]"
        text if text.size < 80 || list.empty?
      end
    end
  end
end
