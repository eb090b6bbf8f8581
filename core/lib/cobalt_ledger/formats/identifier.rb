# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Makes identifiers out of names.
    module Identifier
      module_function

      # "Loan number" -> "loan-number"; for fields with "_" as joiner. Never empty, at most 60 characters.
      def from(name, joiner = "-")
        plain = name.to_s.unicode_normalize(:nfkd).gsub(/\p{M}/, "").downcase.gsub(/[^a-z0-9]+/, joiner)
        plain = plain.gsub(/\A#{Regexp.escape(joiner)}+|#{Regexp.escape(joiner)}+\z/, "")[0, 56]
        plain.match?(/\A[a-z]/) ? plain : "x#{joiner}#{plain}".delete_suffix(joiner)
      end
    end
  end
end
