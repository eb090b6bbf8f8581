# frozen_string_literal: true

# Makes small random policies and questions from a seed: every effect, kind of audience, reach, condition,
# mask, label and baseline, and now and then a value of the wrong kind.
class PolicyGenerator
  FIELDS = %w[number stage count level agreed contact notes total].freeze
  MASKS = [
    { "format" => "all" }, { "format" => "keep_last", "count" => 2 }, { "format" => "keep_first", "count" => 3 },
    { "format" => "fixed_text", "text" => "on file" }
  ].freeze

  PRECEDENCE = %w[strictest most_open first_in_order closest_audience no_overlap].freeze

  # looking_back: false to leave out what asks how the form was opened or what was stored, and what is computed;
  # circumstances: true for conditions on network and place, and questions that give them or not.
  def initialize(seed, looking_back: true, circumstances: false)
    @random = Draws.new(seed)
    @looking_back = looking_back
    @circumstances = circumstances
  end

  def policy(builders)
    fields = [
      builders.field("number", "auto_number"),
      builders.field(
        "stage", "choice", label: pick(%w[open internal]),
                           options: %w[a b c].map { |id| { "id" => id, "name" => id } }
      ),
      builders.field("count", "integer"),
      builders.field("level", "integer", label: label),
      builders.field("agreed", "yes_no", label: label),
      builders.field("contact", label: label),
      builders.field("notes", label: label, section: "other"),
      builders.field("total", "computed", label: label, formula: "count * level")
    ]
    fields.each do |field|
      field["baseline"] = state if field["id"] != "stage" && chance(0.2)
      field["retired"] = true if field["id"] != "stage" && chance(0.05)
    end
    rules = Array.new(@random.rand(9)) { |index| rule(index) }
    fields.each { |field| field["precedence"] = pick(PRECEDENCE) if chance(0.1) }
    document = builders.policy_document(
      *rules, fields: fields, baselines: Array.new(@random.rand(3)) { |index| baseline(index) }
    ).merge("precedence" => chance(0.5) ? "strictest" : pick(PRECEDENCE))
    document["places"] = PLACES if @circumstances
    beyond_fields(document["record_types"][0])
    document
  end

  # A path with stages that lock, and what actions begin with.
  def beyond_fields(type)
    if @looking_back && chance(0.2)
      type["path"] = { "field" => "stage", "stages" => { "a" => [], "b" => [], "c" => [] }, "locks" => some(%w[a b c]) }
    end
    type["actions"] = permissions if chance(0.2)
  end

  ACTIONS = %w[open create save delete lock unlock reveal export].freeze

  def permissions = some(ACTIONS).to_h { |key| [key, pick(%w[allowed denied])] }

  def question
    {
      "user" => pick(%w[asha ilka zora *]), "record_type" => "loan", "unit" => pick(%w[trust tidewater kiln]),
      "mode" => pick(%w[create edit view list]), "channel" => pick(%w[form import interface]), "stored" => values,
      "entered" => chance(0.5) ? values : {}
    }.merge(pick([{}, {}, {}, { "locked" => true }, { "lifted" => true }]), whence)
  end

  PLACES = [{ "id" => "lab", "name" => "Lab" }, { "id" => "dock", "name" => "Dock" }].freeze
  BLOCKS = %w[192.0.2.0/24 192.0.2.128/25 10.0.0.0/8].freeze

  private

  # Where a question comes from: known, not known, or from outside of all that conditions name.
  def whence
    return {} unless @circumstances

    { "place" => pick(["lab", "dock", nil]),
      "network" => pick(["192.0.2.7", "192.0.2.200", "203.0.113.9", nil]) }.compact
  end

  def circumstance
    if chance(0.5)
      return { "compare" => "within_network", "left" => { "network" => true },
               "right" => { "values" => [pick(BLOCKS)] } }
    end

    name = pick(%w[equal not_equal one_of])
    { "compare" => name, "left" => { "place" => true },
      "right" => name == "one_of" ? { "values" => %w[lab dock] } : { "value" => pick(%w[lab dock]) } }
  end

  def pick(items) = items[@random.rand(items.size)]
  def chance(part) = @random.rand < part
  def some(items) = items.select { chance(0.4) }.then { |found| found.empty? ? [pick(items)] : found }
  def label = pick(%w[open internal confidential restricted])

  def values
    {
      "stage" => pick(["a", "b", "c", nil]), "count" => pick([nil, 0, 1, 5, 9]), "level" => pick([nil, 1, 5]),
      "agreed" => pick([nil, true, false]), "contact" => pick([nil, "Ilse Marrow", "x"]),
      "notes" => pick([nil, "mercury gilt"])
    }.merge(chance(0.15) ? { pick(%w[stage count level agreed]) => pick(["no such", [1]]) } : {})
  end

  def state
    found = {
      "visibility" => pick(%w[shown masked hidden]), "entry" => pick(%w[open locked]),
      "presence" => pick(%w[optional required])
    }
    found = found.slice(*some(found.keys))
    found["visibility"] == "masked" ? found.merge("mask" => pick(MASKS), "replace" => chance(0.5)) : found
  end

  def baseline(index)
    units = { "units" => [pick(%w[trust tidewater kiln])] }
    categories = { "categories" => some(%w[a b]) }
    where = pick([units, units, categories, categories, units.merge(categories),
                  units.merge(categories, "both" => true)])
    {
      "id" => "b#{index}", "name" => "Baseline #{index}", "record_type" => "loan",
      "states" => some(FIELDS).to_h { |id| [id, state] }, "actions" => chance(0.3) ? permissions : nil
    }.merge(where).compact
  end

  def rule(index)
    chance(0.25) ? whole_rule(index) : rule_on_fields(index)
  end

  def rule_on_fields(index)
    effects =
      [%w[show hide mask], %w[lock unlock], %w[require make_optional]].filter_map { |facet| pick(facet) if chance(0.5) }
    effects = ["lock"] if effects.empty?
    fields = some(FIELDS)
    condition = chance(0.6) ? condition(2) : nil
    sections = chance(0.2)
    written = sections ? [] : value_effects(fields)
    fields = [written.first["on"]] if written.any?
    targets = sections ? { "sections" => [pick(%w[main other])] } : { "fields" => fields }
    {
      "id" => "r#{index}",
      "title" => "Rule #{index}",
      "kind" => chance(0.25) ? "guardrail" : "ordinary",
      "rank" => index + 1,
      "record_type" => "loan",
      "state" => chance(0.1) ? "off" : "on",
      "targets" => targets,
      "audience" => audience,
      "reach" => reach,
      "when" => condition,
      "timing" => @looking_back && chance(0.1) ? "on_opening" : nil,
      "otherwise" => condition && chance(0.2) ? effects([pick(%w[hide show lock unlock require])]) : nil,
      "effects" => effects(effects) + written.map { |effect| effect.except("on") }
    }.compact
  end

  # A rule about actions, or about the record as a whole.
  def whole_rule(index)
    whole = chance(0.3)
    given = -> { [{ "effect" => pick(whole ? %w[lock lock unlock] : %w[allow deny deny]) }] }
    condition = chance(0.5) ? condition(2) : nil
    {
      "id" => "r#{index}", "title" => "Rule #{index}", "kind" => chance(0.25) ? "guardrail" : "ordinary",
      "rank" => index + 1, "record_type" => "loan", "state" => chance(0.1) ? "off" : "on",
      "targets" => whole ? { "record" => true } : { "actions" => some(ACTIONS) }, "audience" => audience,
      "reach" => reach, "when" => condition, "otherwise" => condition && chance(0.2) ? given.call : nil,
      "effects" => given.call
    }.compact
  end

  def effects(names)
    names.map do |name|
      case name
      when "mask" then { "effect" => name, "mask" => pick(MASKS), "replace" => chance(0.5) }
      when "hide" then { "effect" => name, "clear" => chance(0.3) && pick([true, "at_once"]) }
      else { "effect" => name }
      end
    end
  end

  # Now and then a value that a rule gives to one field: [{"on" => field, ...}].
  def value_effects(fields)
    id = (fields - %w[number total]).first
    return [] if id.nil? || !chance(0.3)
    return [{ "on" => id, "effect" => "clear" }] if chance(0.2)

    others = { "count" => "level", "level" => "count", "contact" => "notes", "notes" => "contact" }
    literal =
      { "stage" => "b", "count" => 5, "level" => 1, "agreed" => true, "contact" => "x", "notes" => "mercury" }[id]
    [
      {
        "on" => id, "effect" => pick(%w[set set default]),
        "to" => others[id] && chance(0.4) ? { "field" => others[id] } : { "value" => literal }
      }
    ]
  end

  def audience
    members = [
      { "role" => "registrar" }, { "role" => "courier" }, { "group" => "custodians" }, { "group" => "night" },
      { "department" => "collections" }, { "unit" => "trust" }, { "unit" => "kiln" }, { "user" => "zora" }
    ]
    except = chance(0.3) ? { "except" => [pick(members)] } : {}
    (chance(0.4) ? { "everyone" => true } : { "any" => some(members) }).merge(except)
  end

  def reach
    found = {
      "units" => [pick(%w[trust tidewater kiln])], "modes" => some(%w[create edit view list]),
      "channels" => some(%w[form import])
    }
    found.slice(*found.keys.select { chance(0.25) }).then { |kept| kept.empty? ? nil : kept }
  end

  def condition(depth)
    case depth.zero? ? 9 : @random.rand(6)
    when 0 then { "all" => [condition(depth - 1), condition(depth - 1)] }
    when 1 then { "any" => [condition(depth - 1), condition(depth - 1)] }
    when 2 then { "not" => condition(depth - 1) }
    else comparison
    end
  end

  def comparison
    return circumstance if @circumstances && chance(0.12)

    id = pick(%w[stage count level agreed contact notes] + (@looking_back ? %w[total] : []))
    return { "compare" => pick(%w[is_blank is_filled]), "left" => { "field" => id } } if chance(0.2)
    if @looking_back && chance(0.05)
      return { "compare" => "equal", "left" => { "locked" => true },
               "right" => { "value" => chance(0.5) } }
    end
    return { "compare" => "was_changed", "left" => { "field" => id } } if @looking_back && id != "total" && chance(0.1)

    name, right = right_of(id)
    { "compare" => name, "left" => { @looking_back && chance(0.1) ? "stored" : "field" => id }, "right" => right }
  end

  def right_of(id)
    case id
    when "stage"
      if chance(0.5)
        [pick(%w[equal not_equal]), { "value" => pick(%w[a b]) }]
      else
        [pick(%w[one_of none_of]), { "values" => some(%w[a b c]) }]
      end
    when "count", "level", "total"
      return ["between", { "values" => [1, 5] }] if chance(0.15)

      other = { "field" => id == "count" ? "level" : "count" }
      [pick(%w[less at_most greater at_least equal]), chance(0.2) ? other : { "value" => pick([1, 5]) }]
    when "agreed" then ["equal", { "value" => chance(0.5) }]
    else [pick(%w[begins_with includes equal]), { "value" => pick(%w[Ilse mercury x]) }]
    end
  end
end
