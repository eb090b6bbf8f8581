# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Keeps a text that leaves in a CSV file from being run as a formula by a spreadsheet: an apostrophe is put before
    # it, and taken away again when the file is read, so that every text comes back as it was.
    module SpreadsheetGuard
      # What a spreadsheet runs, or takes off, at the beginning of a cell: =, +, - and @, in their full width too and
      # after spaces; tabs and line breaks; and the apostrophe itself.
      RISKY = /\A(?:[[:space:]]*[=+\-@\uFF1D\uFF0B\uFF0D\uFF20]|[\t\r\n'])/

      module_function

      def guard(text) = text.match?(RISKY) ? "'#{text}" : text

      def unguard(text) = text.start_with?("'") && text[1..].match?(RISKY) ? text[1..] : text
    end
  end
end
