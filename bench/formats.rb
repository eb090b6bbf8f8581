# frozen_string_literal: true

%w[trial draws schema_generator].each { |name| require_relative "../core/spec/support/#{name}" }

# How many JSON Schemas come in, whole or in part, and why the others don't: those of a folder (COBALT_SCHEMAS), or
# generated ones.
module FormatsBench
  MADE = 2_000

  module_function

  def run(report)
    folder = ENV.fetch("COBALT_SCHEMAS", nil)
    texts = folder ? of_folder(folder) : Array.new(MADE) { |seed| JSON.generate(SchemaGenerator.new(seed).schema) }
    counts = texts.map { |text| outcome(text) }.tally
    report.figure("JSON Schemas that come in whole", counts.delete(:whole) || 0)
    report.figure("JSON Schemas that come in with some of it left out", counts.delete(:part) || 0)
    counts.sort_by { |_, count| -count }.each { |why, count| report.figure("refused: #{why}"[0, 80], count) }
  end

  # Each document once, and only what says that it is a schema.
  def of_folder(folder)
    Dir[File.join(folder, "**", "*.json")].map { |path| File.read(path) }.uniq.select do |text|
      document = JSON.parse(text)
      document.is_a?(Hash) && document["$schema"].to_s.include?("json-schema.org")
    rescue JSON::ParserError, EncodingError
      false
    end
  end

  def outcome(text)
    read = CobaltLedger::Formats::RecordTypeJsonSchema.new(text)
    document = CobaltLedger::Formats::PolicyJson.empty("x").merge("record_types" => [read.document])
    CobaltLedger::Formats::PolicyJson.build(document)
    read.remarks.empty? ? :whole : :part
  rescue CobaltLedger::BadInput => e
    e.faults.first.message.gsub(/[:;].*/, "")
  end
end
