# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads LDIF content records (RFC 2849): line folding, base64 values, comments, the version line; records that add
    # an entry; and what ldapsearch writes behind the entries. Other change records and values kept elsewhere (":<") are
    # refused.
    class Ldif
      SIZE_LIMIT = 20 * 1024 * 1024

      # One entry. line: Integer, where it starts; dn: String; attributes: Hash of lower-case name to Array of String.
      Entry = Struct.new(:line, :dn, :attributes, keyword_init: true) do
        # The first value of an attribute, in whichever case it is named; nil where there is none.
        def [](name) = name && attributes[name.downcase]&.first
        def all(name) = (name && attributes[name.downcase]) || []

        # name: of an object class, in whichever case, or several.
        def of_class?(name) = all("objectclass").any? { |value| Array(name).any? { |each| value.casecmp?(each) } }
      end

      # What ldapsearch says of a search, behind the entries.
      OUTCOME = %w[search result ref].freeze

      # text: String of bytes. Returns Array of Entry. Raises BadInput with the line of each fault.
      def self.read(text)
        raise BadInput.at("", "is larger than #{SIZE_LIMIT / 1024 / 1024} MiB") if text.bytesize > SIZE_LIMIT

        new(text).read
      end

      def initialize(text)
        @text = text.dup.force_encoding(Encoding::UTF_8).delete_prefix("\uFEFF")
        @faults = FaultList.new
      end

      def read
        raise BadInput.at("", "is not UTF-8 text; LDIF keeps other bytes as base64") unless @text.valid_encoding?

        blocks = logical_lines.slice_when { |before, after| before.nil? || after.nil? }.map(&:compact).reject(&:empty?)
        entries = blocks.each_with_index.filter_map { |block, index| entry(block, first: index.zero?) }
        twice(entries)
        @faults.raise_if_any!
        entries
      end

      private

      # Array of [line number, text], with nil between entries.
      def logical_lines
        lines = []
        @text
          .split(/\r?\n/, -1)
          .each
          .with_index(1) do |line, number|
            if line.empty?
              lines << nil
            elsif line.start_with?(" ")
              if lines.last
                lines.last[1] << line[1..]
              else
                @faults.add("line #{number}", "goes on with a line that is not there")
              end
            else
              lines << [number, line.dup]
            end
          end
        lines.reject { |line| line && line[1].start_with?("#") }
      end

      def entry(block, first:)
        block = block.drop(1) if first && block.first[1].match?(/\Aversion:/i) && version(block.first)
        return nil if block.empty?

        pairs = block.filter_map { |number, line| pair(number, line) }
        number, name, = pairs.first
        return nil if name.nil? || OUTCOME.include?(name)
        return @faults.add("line #{number}", "an entry must begin with “dn:”") unless name == "dn"

        content(pairs.reject { |_, attribute, value| attribute == "changetype" && value.strip.casecmp?("add") })
      end

      def content(pairs)
        change = pairs.find { |_, attribute, _| %w[changetype control].include?(attribute) }
        return @faults.add("line #{change[0]}", "is a change record; only entries and additions can be read") if change

        number, _, dn = pairs.first
        Entry.new(
          line: number, dn: dn,
          attributes: pairs.drop(1).group_by { |pair| pair[1] }.transform_values { |found| found.map(&:last) }
        )
      end

      def version(line)
        line[1].match?(/\Aversion:\s*1\s*\z/i) || @faults.add("line #{line[0]}", "only LDIF version 1 can be read") ||
          true
      end

      def pair(number, line)
        match = line.match(/\A([A-Za-z][A-Za-z0-9-]*|\d+(?:\.\d+)+)((?:;[A-Za-z0-9-]+)*)(::|:<|:) *(.*)\z/)
        return @faults.add("line #{number}", "is not “attribute: value”") unless match
        if match[3] == ":<"
          return @faults.add("line #{number}", "refers to an outside value; values must be in the file")
        end

        value = match[3] == "::" ? decode(match[4], number) : match[4]
        value && [number, match[1].downcase, value]
      end

      def decode(text, number)
        bytes = text.strip.unpack1("m0").force_encoding(Encoding::UTF_8)
        # Binary values (photographs, keys) are of no use here and are passed over.
        bytes.valid_encoding? ? bytes : "(binary)"
      rescue ArgumentError
        @faults.add("line #{number}", "is not base64")
      end

      def twice(entries)
        entries.group_by { |entry| DistinguishedName.key(entry.dn) }.each_value do |same|
          same.drop(1).each { |entry| @faults.add("line #{entry.line}", "the entry “#{entry.dn}” appears twice") }
        end
      end
    end
  end
end
