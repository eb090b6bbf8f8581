# frozen_string_literal: true

require "bigdecimal"
require "bigdecimal/util"
require "cgi/escape"
require "date"
require "json"
require "monitor"
require "time"
require "delegate"
require "digest"
require "erb"
require "etc"
require "tzinfo"
require "zeitwerk"

# The computation of field access: plain data in, plain data out.
# Knows no web framework, no database and no screen.
module CobaltLedger
  # Version of the policy and directory documents this core reads and writes.
  DOCUMENT_VERSION = 1

  LOADER = Zeitwerk::Loader.for_gem
  LOADER.inflector.inflect(
    "policy_json" => "PolicyJson", "question_json" => "QuestionJson", "directory_json" => "DirectoryJson",
    "canonical_json" => "CanonicalJson", "strict_json" => "StrictJson", "fields_csv" => "FieldsCsv",
    "record_type_json_schema" => "RecordTypeJsonSchema"
  )
  # The chapters of deciding are folders, not namespaces: docs/deciding.md names them.
  LOADER.collapse("#{__dir__}/cobalt_ledger/decisions/*")
  LOADER.enable_reloading if ENV["COBALT_RELOAD"]
  LOADER.setup
end
