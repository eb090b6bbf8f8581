# frozen_string_literal: true

# Small policies and directories for examples: a loan with a few fields, and the people around it.
module Builders
  LABELS = CobaltLedger::Formats::PolicyJson.empty("x")["labels"].freeze

  def directory_document
    { "format" => "cobalt-ledger/directory", "version" => 1,
      "roles" => [{ "id" => "registrar", "name" => "Registrar" }, { "id" => "courier", "name" => "Courier" }],
      "groups" => [
        { "id" => "custodians", "name" => "Custodians" },
        { "id" => "night", "name" => "Night Custodians", "within" => ["custodians"] },
        { "id" => "empty", "name" => "Empty" }
      ],
      "departments" => [
        { "id" => "collections", "name" => "Collections" },
        { "id" => "stores", "name" => "Stores", "parent" => "collections" }
      ],
      "units" => [
        { "id" => "trust", "name" => "The Trust" },
        { "id" => "tidewater", "name" => "Tidewater House", "parent" => "trust" },
        { "id" => "kiln", "name" => "The Kiln Works", "parent" => "trust" }
      ],
      "users" => [
        { "id" => "asha", "name" => "Asha Brandt", "roles" => ["registrar"], "units" => ["tidewater"] },
        {
          "id" => "ilka", "name" => "Ilka Fenn", "roles" => ["courier"], "groups" => ["night"],
          "department" => "stores", "units" => ["kiln"]
        },
        { "id" => "zora", "name" => "Zora Nightingale", "attributes" => { "clearance" => "high" } }
      ] }
  end

  def directory = @directory ||= CobaltLedger::Formats::DirectoryJson.build(directory_document)

  def field(id, kind = "text", label: "internal", **more)
    { "id" => id, "name" => id.tr("_", " ").capitalize, "kind" => kind, "section" => "main", "label" => label }.merge(
      more.transform_keys(&:to_s)
    )
  end

  def loan_fields
    [field("number", "auto_number", numbering: "LN-####"),
     field("stage", "choice", options: %w[enquiry signed out].map { |id| { "id" => id, "name" => id.capitalize } }),
     field("count", "integer"), field("value", "money"), field("total", "computed", formula: "count * value"),
     field("contact", label: "confidential"), field("location", label: "restricted"), field("notes", "long_text")]
  end

  # Fields with one that is computed in a way that can only be tried, and a condition on it that never holds.
  def puzzling_fields = loan_fields + [field("peak", "computed", formula: "max(count, value)")]
  def puzzling = { "compare" => "less", "left" => { "field" => "peak" }, "right" => { "field" => "count" } }

  def record_type_document(fields = loan_fields)
    {
      "id" => "loan", "name" => "Outgoing loan",
      "sections" => [{ "id" => "main", "name" => "Main" }, { "id" => "other", "name" => "Other" }],
      "fields" => fields, "category_field" => fields.any? { |each| each["id"] == "stage" } ? "stage" : nil
    }.compact
  end

  # rule(%w[contact], "mask", audience: { "any" => [...] }, when: {...}): effects are names or documents.
  def rule(fields, *effects, **more)
    @rules_made = (@rules_made || 0) + 1
    document = {
      "id" => "r#{@rules_made}",
      "title" => "Rule #{@rules_made}",
      "kind" => "ordinary",
      "rank" => @rules_made,
      "record_type" => "loan",
      "targets" => {
        "fields" => Array(fields)
      },
      "audience" => {
        "everyone" => true
      },
      "effects" => effects.map { |effect| effect.is_a?(String) ? { "effect" => effect } : effect }
    }
    document.merge(more.transform_keys(&:to_s))
  end

  def mask(format, replace: nil, **parameters)
    {
      "effect" => "mask", "mask" => { "format" => format }.merge(parameters.transform_keys(&:to_s)),
      "replace" => replace
    }.compact
  end

  def compare(field_id, comparison, value = nil)
    right = value.is_a?(Array) ? { "values" => value } : { "value" => value }
    { "compare" => comparison, "left" => { "field" => field_id }, "right" => value.nil? ? nil : right }.compact
  end

  def policy_document(*rules, fields: loan_fields, baselines: [])
    {
      "format" => "cobalt-ledger/policy", "version" => 1, "name" => "Examples", "precedence" => "strictest",
      "labels" => LABELS, "record_types" => [record_type_document(fields)], "baselines" => baselines, "rules" => rules
    }
  end

  # A Rules::Policy of a document that may hold rules as version 1 had them, beside what only came later.
  def newest_policy(document, people)
    CobaltLedger::Formats::PolicyJson.build(CobaltLedger::Formats::UpToDate.policy(document), people)
  end

  def policy(*rules, **more) = CobaltLedger::Formats::PolicyJson.build(policy_document(*rules, **more), directory)
  def engine(*rules, **more) = CobaltLedger::Decisions::Engine.new(policy(*rules, **more), directory)

  def question(engine, user: "asha", mode: "edit", unit: "tidewater", channel: "form", **values)
    document = {
      "user" => user, "record_type" => "loan", "unit" => unit, "mode" => mode, "channel" => channel,
      "stored" => values.transform_keys(&:to_s)
    }
    CobaltLedger::Formats::QuestionJson.read(document, engine.policy, engine.directory)
  end

  # The account of a field as JSON. decision: with the reasoning of the field.
  def told(engine, decision, field_id)
    CobaltLedger::Formats::ReasoningJson.new(engine.method(:sentence)).write(decision.reasoning[field_id])
  end

  # A typed condition from its document. scope: Conditions::Scope, or the Catalogue::RecordType it is about. Raises
  # BadInput.
  def condition_of(document, scope)
    scope = CobaltLedger::Conditions::Scope.of(scope, directory) unless scope.is_a?(CobaltLedger::Conditions::Scope)
    faults = CobaltLedger::FaultList.new
    CobaltLedger::Conditions::Parser.new(scope, faults).parse(document, "/when").tap { faults.raise_if_any! }
  end

  # The level of one field for a user, with record values as keywords.
  def level(engine, field_id, **asked) = engine.decide(question(engine, **asked))[field_id].level

  # Faults of what the block reads, as "place: message".
  def faults
    yield
    []
  rescue CobaltLedger::BadInput => e
    e.faults.map(&:to_s)
  end
end
