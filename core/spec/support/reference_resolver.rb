# frozen_string_literal: true

# Decides straight from the documents, one field and facet at a time, with no plan, no index and no memory.
# Written to be plainly right, and unlike the real one, so that the two can be held against each other.
class ReferenceResolver
  ORDER = {
    "visibility" => %w[shown masked hidden], "entry" => %w[open locked], "presence" => %w[optional required],
    "permission" => %w[allowed denied]
  }.freeze
  ACTIONS = { "open" => "allowed", "create" => "allowed", "save" => "allowed", "delete" => "allowed",
              "lock" => "allowed", "unlock" => "denied", "reveal" => "denied", "export" => "allowed" }.freeze
  WHOLE = { "id" => "record/whole", "whole" => true }.freeze
  GIVES = {
    "show" => %w[visibility shown], "hide" => %w[visibility hidden], "mask" => %w[visibility masked],
    "lock" => %w[entry locked], "unlock" => %w[entry open], "require" => %w[presence required],
    "make_optional" => %w[presence optional], "allow" => %w[permission allowed], "deny" => %w[permission denied]
  }.freeze
  WRONG = Object.new

  def initialize(policy, directory)
    @policy = policy
    @directory = directory
  end

  # question: document. Returns field identifier => facets, as strings; nil when the form does not settle.
  def decide(question)
    @question = question
    @type = @policy["record_types"].find { |type| type["id"] == question["record_type"] }
    # Whether a new record begins with a default is judged by what it holds before it has any.
    @opening = question["mode"] == "create" ? {} : question["stored"] || {}
    @opening = settle(question["stored"] || {}, {}, %w[default])
    return nil if @opening.nil? && @policy["rules"].any? { |rule| rule["timing"] == "on_opening" && matters?(rule) }

    @values = settle(question["stored"] || {}, question["entered"] || {}) or return nil
    acts = ACTIONS.keys.map { |key| action(key) }.to_h { |each| [each["id"], as_it_is(each) { state_of(each) }] }
    [*@type["fields"], WHOLE].to_h { |each| [each["id"], state_of(each)] }.merge(acts)
  end

  # What the fields hold in the end, as JSON values; only after decide.
  attr_reader :values

  private

  # What is done to a record is judged on the record as it is; saving it, with what is typed.
  def as_it_is(action)
    return yield if @question["mode"] != "edit" || %w[save create].include?(action["action"])

    typed = @values
    @values = @opening || {}
    yield
  ensure
    @values = typed if typed
  end

  # From what is stored and typed, again and again, until a round changes nothing.
  def settle(stored, entered, effects = %w[hide set clear default])
    base = stored.merge(entered)
    @values = base
    40.times do
      written = written(base, entered, effects)
      return @values if base.merge(written) == @values

      @values = base.merge(written)
    end
    nil
  end

  def written(base, entered, effects)
    return {} unless %w[create edit].include?(@question["mode"])

    acting =
      @policy["rules"]
        .select { |rule| matters?(rule) }
        .sort_by { |rule| [rule["kind"] == "guardrail" ? 0 : 1, rule["rank"]] }
    halves =
      acting
        .flat_map { |rule| halves_of(rule).map { |given, outcome| [rule, given, outcome] } }
        .select { |_, _, outcome| outcome }
    clears =
      each_target(halves, *(["hide"] & effects))
        .select { |field, effect| effect["clear"] && state_of(field)["visibility"] == "hidden" }
        .to_h { |field, _| [field["id"], nil] }
    each_target(halves, *(effects - ["hide"])).reduce(clears) do |found, (field, effect)|
      if found.key?(field["id"]) ||
         (
           effect["effect"] == "default" &&
             (@question["mode"] != "create" || entered.key?(field["id"]) || !base[field["id"]].nil?)
         )
        next found
      end

      value = effect["to"] ? looked_up(effect["to"]) : nil
      value.equal?(WRONG) ? found : found.merge(field["id"] => value)
    end
  end

  def each_target(halves, *names)
    halves.flat_map do |rule, effects, _|
      effects
        .select { |effect| names.include?(effect["effect"]) }
        .product(@type["fields"].select { |field| targets?(rule, field) })
        .map { |effect, field| [field, effect] }
    end
  end

  # The value an effect gives, in JSON.
  def looked_up(to)
    return to["value"] if to.key?("value")

    value(to["field"]).equal?(WRONG) ? WRONG : @values[to["field"]]
  end

  # [effects, true, false or nil] for a rule, and for its otherwise.
  def halves_of(rule)
    outcome = outcome_of(rule)
    found = [[rule["effects"], outcome]]
    found << [rule["otherwise"], outcome.nil? ? nil : !outcome] if rule["otherwise"]
    found
  end

  def outcome_of(rule)
    return true unless rule["when"]
    return holds(rule["when"]) unless rule["timing"] == "on_opening" && @opening

    now = @values
    @values = @opening
    holds(rule["when"]).tap { @values = now }
  end

  def state_of(field)
    speaking =
      @policy["rules"]
        .select { |rule| speaks?(rule, field) }
        .flat_map do |rule|
          halves_of(rule).map do |effects, outcome|
            [rule.merge("effects" => effects.select { |each| GIVES[each["effect"]] }), outcome]
          end
        end
    speaking.reject! { |_, outcome| outcome == false }
    ordinary, guardrails = speaking.partition { |rule, _| rule["kind"] == "ordinary" }
    state = ruled(baseline(field), ordinary, field["precedence"] || @policy["precedence"])
    guardrails.sort_by { |rule, _| rule["rank"] }.each { |rule, _| state = stricter(state, given(rule)) }
    return by_hand(state, guardrails) if field["whole"]
    return permitted(field, state) if field["action"]

    closed(field, covered(field, state, ordinary))
  end

  def action(key) = { "id" => "action/#{key}", "action" => key }

  # Who locks a record shuts it; who unlocks it for a time lifts all but guardrails.
  def by_hand(state, guardrails)
    kept = guardrails.any? { |rule, _| given(rule)["entry"] == "locked" }
    state = state.merge("entry" => "open") if @question["lifted"] && !kept
    state = state.merge("entry" => "locked") if @question["locked"] && !@question["lifted"]
    state.slice("visibility", "entry", "presence")
  end

  # Nothing is done to what may not be opened, or created; what is locked is not deleted.
  def permitted(action, state)
    key = action["action"]
    first = @question["mode"] == "create" ? ("create" if key == "save") : ("open" unless key == "open")
    denied = first && as_it_is(action(first)) { state_of(action(first)) }["permission"] == "denied"
    denied ||= key == "delete" && state_of(WHOLE)["entry"] == "locked"
    { "permission" => denied ? "denied" : state["permission"] }
  end

  def speaks?(rule, field)
    matters?(rule) && targets?(rule, field)
  end

  def matters?(rule)
    rule["state"] != "off" && rule["record_type"] == @type["id"] && meant?(rule["audience"]) &&
      reaches?(rule["reach"] || {})
  end

  def targets?(rule, field)
    return false if field["retired"]
    return (rule["targets"]["actions"] || []).include?(field["action"]) if field["action"]
    return rule["targets"]["record"] == true if field["whole"]

    (rule["targets"]["fields"] || []).include?(field["id"]) ||
      (rule["targets"]["sections"] || []).include?(field["section"])
  end

  def meant?(audience)
    mine = principals
    return false if (audience["except"] || []).any? { |member| mine.include?(member.first) }

    audience["everyone"] || audience["any"].any? { |member| mine.include?(member.first) }
  end

  # Someone whom the directory does not have is in nothing.
  def user = @directory["users"].find { |each| each["id"] == @question["user"] } || { "id" => @question["user"] }

  # Count times level: blank where one of them is, and not to be told where one can't be read.
  def product(values)
    inputs = %w[count level].map { |id| value(id, values) }
    return nil if inputs.include?(nil)

    inputs.include?(WRONG) ? WRONG : inputs.reduce(:*)
  end

  def principals
    found = [["user", user["id"]]] + (user["roles"] || []).map { |id| ["role", id] }
    found += (user["groups"] || []).flat_map { |id| upward("groups", id).map { |each| ["group", each] } }
    found += upward("departments", user["department"]).map { |each| ["department", each] } if user["department"]
    found + (user["units"] || []).flat_map { |id| upward("units", id).map { |each| ["unit", each] } }
  end

  def upward(list, id)
    node = @directory[list].find { |each| each["id"] == id }
    above = list == "groups" ? (node["within"] || []) : [node["parent"]].compact
    [id] + above.flat_map { |each| upward(list, each) }
  end

  def reaches?(reach)
    units = upward("units", @question["unit"])
    (reach["units"].nil? || reach["units"].any? { |unit| units.include?(unit) }) &&
      (reach["modes"].nil? || reach["modes"].include?(@question["mode"])) &&
      (reach["channels"].nil? || reach["channels"].include?(@question["channel"] || "form"))
  end

  def baseline(field)
    label = start_of(field)
    sure = []
    doubtful = []
    (@policy["baselines"] || []).each do |each|
      state = field["action"] ? permission(each["actions"], field) : each["states"][field["id"]]
      next if state.nil? || each["record_type"] != @type["id"]

      standing = baseline_holds(each)
      sure << state if standing
      doubtful << state if standing.nil?
    end
    sure << field["baseline"] if field["baseline"] && !field["retired"]
    sure << permission(@type["actions"], field) if field["action"]
    if field["whole"] && @question["mode"] != "create" && @type["path"]
      stage = value(@type["path"]["field"], @question["stored"] || {})
      locking = { "entry" => "locked" }
      stage.equal?(WRONG) ? doubtful << locking : (@type["path"]["locks"].include?(stage) && (sure << locking))
    end
    sure.compact!
    sure << { "visibility" => "hidden", "entry" => "locked", "presence" => "optional" } if field["retired"]
    without = joined(sure, label)
    doubtful.empty? ? without : stricter(without, joined(sure + doubtful, label))
  end

  def permission(given, action) = given && given[action["action"]] && { "permission" => given[action["action"]] }

  def start_of(field)
    return { "permission" => ACTIONS.fetch(field["action"]) } if field["action"]
    return { "visibility" => "shown", "entry" => "open", "presence" => "optional" } if field["whole"]

    @policy["labels"].find { |each| each["id"] == field["label"] }["start"]
  end

  def baseline_holds(each)
    there = (each["units"] || []).any? { |unit| upward("units", @question["unit"]).include?(unit) }
    return there unless each["both"] ? there : !there
    return false if (each["categories"] || []).empty?

    category = value(@type["category_field"])
    category.equal?(WRONG) ? nil : each["categories"].include?(category)
  end

  def joined(states, label)
    found = states.reduce({}) { |all, state| stricter(all, state) }
    with_label = label.merge(found)
    found.key?("visibility") ? with_label.except("mask", "replace").merge(found.slice("mask", "replace")) : with_label
  end

  # What ordinary rules give replaces the start; what can't be evaluated counts only where that is stricter.
  def ruled(start, rules, precedence)
    sure = rules.select { |_, outcome| outcome }.map(&:first)
    doubtful = rules.select { |_, outcome| outcome.nil? }.map(&:first)
    # The strictest that any part of what is in doubt could lead to.
    (0..doubtful.size)
      .flat_map { |size| doubtful.combination(size).to_a }
      .map { |some| over(start, sure + some, precedence) }
      .reduce { |one, other| stricter(one, other) }
  end

  def over(start, rules, precedence)
    given = ORDER.keys.reduce({}) { |all, facet| all.merge(facet_of(facet, rules, precedence)) }
    base = given.key?("visibility") ? start.except("mask", "replace") : start
    base.merge(given)
  end

  # {facet => value}, with mask and replace for a masked visibility; {} when nothing speaks of the facet.
  def facet_of(facet, rules, precedence)
    speaking =
      rules
        .sort_by { |rule| [rule["rank"], rule["id"]] }
        .map { |rule| [rule, given(rule)] }
        .select { |_, state| state[facet] }
    return {} if speaking.empty?

    value = winning(facet, speaking, precedence)
    return { facet => value } unless value == "masked"

    masked = counting(speaking, precedence).map(&:last).select { |state| state["visibility"] == "masked" }
    {
      facet => value, "mask" => masked.map { |state| state["mask"] }.min_by { |mask| revealed(mask) },
      "replace" => masked.all? { |state| state["replace"] }
    }
  end

  # Those whose masks count: where one rule wins by its place or its audience, no other's.
  def counting(speaking, precedence)
    case precedence
    when "first_in_order" then speaking.first(1)
    when "closest_audience"
      speaking.group_by { |rule, _| steps(rule["audience"]) }.min_by(&:first).last
    else speaking
    end
  end

  def winning(facet, speaking, precedence)
    values = speaking.map { |_, state| state[facet] }.sort_by { |value| ORDER[facet].index(value) }
    case precedence
    when "most_open" then values.first
    when "first_in_order" then speaking.first[1][facet]
    when "closest_audience"
      nearest = speaking.map { |rule, _| steps(rule["audience"]) }.min
      speaking
        .select { |rule, _| steps(rule["audience"]) == nearest }
        .map { |_, state| state[facet] }
        .max_by { |value| ORDER[facet].index(value) }
    else
      values.last
    end
  end

  # How far the audience is from the person: kind of member, then steps up.
  def steps(audience)
    return [9, 0] if audience["everyone"]

    audience["any"].filter_map { |member| far(*member.first, user) }.min
  end

  def far(kind, id, user)
    lists = {
      "user" => [[user["id"]]], "role" => [user["roles"] || []],
      "group" => (user["groups"] || []).map { |each| upward("groups", each) },
      "department" => [user["department"] ? upward("departments", user["department"]) : []],
      "unit" => (user["units"] || []).map { |each| upward("units", each) }
    }
    found = lists[kind].filter_map { |list| list.index(id) }.min or return nil
    kind == "role" ? [2, 0] : [%w[user group role department unit].index(kind), found]
  end

  def given(rule)
    rule["effects"].reduce({}) do |state, effect|
      facet, word = GIVES.fetch(effect["effect"])
      state = state.merge(facet => word)
      if effect["effect"] == "mask"
        state.merge("mask" => effect["mask"], "replace" => effect["replace"] || false)
      else
        state
      end
    end
  end

  def stricter(one, other)
    result =
      ORDER
        .to_h { |facet, words| [facet, [one[facet], other[facet]].compact.max_by { |word| words.index(word) }] }
        .compact
    return result unless result["visibility"] == "masked"

    masked = [one, other].select { |state| state["visibility"] == "masked" }
    result.merge(
      "mask" => masked.map { |state| state["mask"] || { "format" => "all" } }.min_by { |mask| revealed(mask) },
      "replace" => masked.all? { |state| state["replace"] }
    )
  end

  def revealed(mask)
    case mask["format"]
    when "keep_first", "keep_last" then 5 * mask["count"]
    when "initials" then 10
    when "domain_only" then 20
    when "year_only" then 7
    when "band" then [Math.log2(1_000_000.0 / mask["width"]).ceil, 0].max
    else 0
    end
  end

  # A computed field is covered like the most covered of what it is calculated from, unless a rule says how it is seen.
  def covered(field, state, ordinary)
    return state if field["formula"].nil? || ordinary.any? { |rule, outcome| outcome && given(rule)["visibility"] }

    sources =
      field["formula"]
        .scan(/[a-z_]+/)
        .map { |id| state_of(@type["fields"].find { |each| each["id"] == id })["visibility"] }
    words = ORDER["visibility"]
    worst = sources.max_by { |word| words.index(word) }
    if words.index(worst) > words.index(state["visibility"])
      state.except("mask", "replace").merge("visibility" => worst)
    else
      state
    end
  end

  def closed(field, state)
    closed = %w[computed auto_number].include?(field["kind"]) || %w[view list].include?(@question["mode"]) ||
             state["visibility"] == "hidden" || (state["visibility"] == "masked" && !state["replace"]) ||
             state_of(WHOLE)["entry"] == "locked"
    state = state.merge("entry" => "locked") if closed
    state = state.merge("presence" => "optional") if state["entry"] == "locked"
    mask = state["visibility"] == "masked" ? (state["mask"] || { "format" => "all" }) : nil
    state
      .slice("visibility", "entry", "presence")
      .merge("mask" => mask, "replace" => (mask && state["replace"]) || nil)
      .compact
  end

  # true, false, or nil when it can't be decided.
  def holds(condition)
    if condition["all"] then kleene(condition["all"], false)
    elsif condition["any"] then kleene(condition["any"], true)
    elsif condition["not"] then holds(condition["not"]).then { |outcome| outcome.nil? ? nil : !outcome }
    else
      compare(condition)
    end
  end

  def kleene(parts, settling)
    outcomes = parts.map { |part| holds(part) }
    return settling if outcomes.include?(settling)

    outcomes.include?(nil) ? nil : !settling
  end

  def compare(condition)
    if condition["left"]["locked"]
      return ((@question["locked"] && !@question["lifted"]) || false) == condition["right"]["value"]
    end
    return changed(condition["left"]["field"]) if condition["compare"] == "was_changed"
    return whence(condition) if condition["left"].key?("place") || condition["left"].key?("network")

    left =
      if condition["left"]["stored"]
        value(condition["left"]["stored"], @question["stored"] || {})
      else
        value(condition["left"]["field"])
      end
    return nil if left.equal?(WRONG)
    return left.nil? if condition["compare"] == "is_blank"
    return !left.nil? if condition["compare"] == "is_filled"

    right = condition["right"].key?("field") ? value(condition["right"]["field"]) : condition["right"].values.first
    return nil if right.equal?(WRONG)
    return false if left.nil? || right.nil?

    case condition["compare"]
    when "equal" then left == right
    when "not_equal" then left != right
    when "less" then left < right
    when "at_most" then left <= right
    when "greater" then left > right
    when "at_least" then left >= right
    when "between" then left.between?(right[0], right[1])
    when "one_of" then right.include?(left)
    when "none_of" then !right.include?(left)
    when "begins_with" then left[0, right.size] == right
    when "includes" then !left.index(right).nil?
    end
  end

  # What is asked of where the question comes from; what it does not say can't be decided.
  def whence(condition)
    right = condition["right"].values.first
    if condition["left"]["network"]
      return @question["network"] && IPAddr.new(right.first).include?(IPAddr.new(@question["network"]))
    end

    place = @question["place"] or return nil
    { "equal" => place == right, "not_equal" => place != right,
      "one_of" => Array(right).include?(place) }.fetch(condition["compare"])
  end

  def changed(id)
    pair = [value(id), value(id, @question["stored"] || {})]
    pair.include?(WRONG) ? nil : pair[0] != pair[1]
  end

  def value(id, values = @values)
    return product(values) if id == "total"

    field = @type["fields"].find { |each| each["id"] == id }
    raw = values[id]
    case field["kind"]
    when "integer" then raw.nil? || raw.is_a?(Integer) ? raw : WRONG
    when "yes_no" then [nil, true, false].include?(raw) ? raw : WRONG
    when "choice" then raw.nil? || field["options"].any? { |option| option["id"] == raw } ? raw : WRONG
    else raw.nil? || raw.is_a?(String) ? raw : WRONG
    end
  end
end
