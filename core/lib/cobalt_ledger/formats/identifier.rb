# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Makes identifiers out of names, such that names that differ have identifiers that differ. Capitals do not count,
    # nor which of space, hyphen or low line stands between two words (readers a list of names has to say so where
    # names differ in nothing else: see alike); everything else does.
    #
    # A name of plain letters and figures gives an identifier that reads like it. Of any other, the identifier shows
    # what of it can be written so, and ends in a mark made from the whole name, after a doubled joiner that no plain
    # name gives.
    module Identifier
      # Characters of an identifier that show the name, and those of the mark.
      LENGTH = 56
      SHOWN = 40
      MARK = 10

      module_function

      # "Loan number" -> "loan-number"; "R&D" -> "r-d--" and a mark; for fields with "_" as joiner. Never empty, at most
      # 60 characters.
      def from(name, joiner = "-")
        text = name.to_s.unicode_normalize(:nfc).strip.gsub(/\s+/, " ")
        shown = legible(text, joiner)
        plain?(text) && shown.size <= LENGTH ? shown : "#{shown[0, SHOWN]}#{joiner * 2}#{mark(text)}"
      end

      # What is wrong with names of which several give one identifier: Array of String.
      def alike(names)
        names
          .uniq
          .group_by { |name| from(name) }
          .values
          .select { |same| same.size > 1 }
          .map do |same|
            "#{Words.list(same.map { |name| "“#{name}”" })} differ only in capitals or word separators"
          end
      end

      # Words of letters and digits, joined by single signs: such a name needs no other spelling.
      def plain?(text) = text.match?(/\A[A-Za-z][A-Za-z0-9]*(?:[ _-][A-Za-z0-9]+)*\z/)
      private_class_method :plain?

      def legible(text, joiner)
        letters = text.unicode_normalize(:nfkd).gsub(/\p{M}/, "").downcase.gsub(/[^a-z0-9]+/, joiner)
        letters = letters.gsub(/\A#{Regexp.escape(joiner)}+|#{Regexp.escape(joiner)}+\z/, "")
        letters.match?(/\A[a-z]/) ? letters : "x#{joiner}#{letters}".delete_suffix(joiner)
      end
      private_class_method :legible

      def mark(text) = Digest::SHA256.hexdigest(text.downcase(:fold))[0, MARK]
      private_class_method :mark
    end
  end
end
