# frozen_string_literal: true

require_relative "draws"

# Generates a policy with two restricted fields, and an edit of it that may tell of them.
class Telling
  OPEN = %w[stage count contact notes].freeze
  SECRET = %w[price code].freeze

  def initialize(spec, seed)
    @spec = spec
    @random = Draws.new(seed)
    @fields = fields
    @ids = 0
  end

  attr_reader :random

  def pick(list) = list[@random.rand(list.size)]
  def chance(part) = @random.rand < part

  def policy
    rules = Array.new(@random.rand(1..4)) { rule }
    document = @spec.policy_document(*rules, fields: @fields, baselines: Array.new(@random.rand(2)) { baseline })
    path(document) if chance(0.2)
    document.merge("precedence" => pick(%w[strictest most_open first_in_order]))
  end

  def rule
    pick([-> { seen }, -> { going_by(pick(OPEN)) }, -> { going_by(pick(SECRET)) }, -> { covering }, -> { acting }]).call
  end

  # Another policy that is one edit away.
  def edited(document)
    copy = JSON.parse(JSON.generate(document))
    at = @random.rand(copy["rules"].size)
    case @random.rand(10)
    when 0 then copy["rules"] << telling
    when 1 then copy["rules"] << rule
    when 2 then copy["rules"].delete_at(at)
    when 3 then copy["rules"][at]["state"] = copy["rules"][at]["state"] == "off" ? "on" : "off"
    when 4 then copy["rules"][at]["audience"] = audience
    when 5 then copy["rules"][at]["kind"] = copy["rules"][at]["kind"] == "ordinary" ? "guardrail" : "ordinary"
    when 6 then formula(copy)
    when 7 then copy["baselines"] = [baseline]
    when 8 then path(copy)
    else copy["rules"][at]["when"] = condition(pick(OPEN + SECRET))
    end
    copy
  end

  def question
    mode = pick(%w[edit view list])
    { "user" => pick(%w[asha ilka zora *]), "record_type" => "loan", "unit" => pick(%w[trust tidewater kiln]),
      "mode" => mode, "channel" => pick(%w[form import interface]), "stored" => values }
  end

  def values
    { "stage" => pick(["enquiry", "signed", nil]), "count" => pick([nil, 1, 5]), "contact" => pick([nil, "Ann"]),
      "notes" => pick([nil, "x"]) }.compact
  end

  def secrets = { "price" => pick([nil, 1, 5, 9]), "code" => pick([nil, "a", "b"]) }.compact

  private

  def fields
    type = @spec.loan_fields.reject { |each| %w[location value total].include?(each["id"]) }
    type + [@spec.field("price", "integer", label: "restricted"), @spec.field("code", label: "restricted"),
            @spec.field("sum", "computed", formula: "count + 1")]
  end

  def baseline
    where = pick([{ "units" => ["kiln"] }, { "categories" => ["signed"] }, { "units" => ["trust"] }])
    state = pick([{ "visibility" => "hidden" }, { "entry" => "locked" }, { "visibility" => "shown" }])
    { "id" => next_id, "name" => "B", "record_type" => "loan",
      "states" => { pick(OPEN + SECRET) => state } }.merge(where)
  end

  def path(document)
    document["record_types"][0]["path"] = {
      "field" => "stage", "stages" => { "enquiry" => [], "signed" => [], "out" => [] },
      "locks" => pick([[], ["signed"]])
    }
  end

  def next_id = "t#{@ids += 1}"

  def made(fields, *effects, **more)
    @spec.rule(fields, *effects, id: next_id, rank: @ids, audience: audience, reach: reach, **more)
  end

  def audience
    pick([{ "everyone" => true }, { "any" => [{ "role" => "registrar" }] }, { "any" => [{ "role" => "courier" }] },
          { "everyone" => true, "except" => [{ "user" => "zora" }] }])
  end

  def reach = pick([{}, {}, { "modes" => [pick(%w[edit view])] }, { "units" => [pick(%w[kiln tidewater])] }])

  def condition(id)
    case id
    when "price", "count" then @spec.compare(id, pick(%w[at_least less]), pick([2, 6]))
    when "stage" then @spec.compare(id, "equal", "signed")
    else pick([@spec.compare(id, "is_filled"), @spec.compare(id, "equal", "a")])
    end
  end

  def seen = made(pick(SECRET), "show")

  def covering
    made(pick(OPEN + SECRET + ["sum"]), pick(["hide", @spec.mask("all")]), kind: pick(%w[ordinary guardrail]))
  end

  def acting
    made([], pick(%w[allow deny]), targets: { "actions" => [pick(%w[reveal open])] })
  end

  def going_by(id)
    made(pick(OPEN), pick(%w[hide lock show require]), when: condition(id), kind: pick(%w[ordinary ordinary guardrail]))
  end

  # What is made to let something out.
  def telling
    secret = pick(SECRET)
    text = secret == "code" ? pick(%w[notes contact]) : "count"
    pick([
           -> { made(text, { "effect" => pick(%w[set suggest]), "to" => { "field" => secret } }) },
           -> { made("notes", { "effect" => "set", "to" => { "value" => "told" } }, when: condition(secret)) },
           -> { made(pick(OPEN), { "effect" => "refuse", "message" => "No" }, when: condition(secret)) },
           -> { made([], "allow", targets: { "actions" => ["reveal"] }) },
           -> { going_by(secret) }
         ]).call
  end

  def formula(copy)
    sum = copy["record_types"][0]["fields"].find { |each| each["id"] == "sum" }
    sum["formula"] = pick(["price + 1", "count + price", "count + 2"])
  end
end
