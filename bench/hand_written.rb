# frozen_string_literal: true

# The same rules as plain Ruby conditionals, as someone would write them by hand for one record type:
# the yardstick for what a decision may cost.
module HandWritten
  FACETS = {
    "show" => [:v, 0], "mask" => [:v, 1], "hide" => [:v, 2], "unlock" => [:e, 0], "lock" => [:e, 1],
    "make_optional" => [:p, 0], "require" => [:p, 1]
  }.freeze

  module_function

  # Ruby source of a method decide(roles, mode, values) that returns field => [visibility, entry, presence].
  def source(policy)
    type = policy["record_types"].first
    starts = type["fields"].map { |field| "#{field['id'].inspect} => [nil, nil, nil]" }.join(", ")
    labels = type["fields"].map do |field|
      "#{field['id'].inspect} => #{%w[shown masked hidden].index(policy['labels'].find do |label|
        label['id'] == field['label']
      end['start']['visibility'])}"
    end.join(", ")
    ordinary, guardrails = policy["rules"].partition { |rule| rule["kind"] == "ordinary" }
    <<~RUBY
      LABELS = { #{labels} }.freeze
      def self.decide(roles, mode, values)
        s = { #{starts} }
        #{ordinary.map { |rule| statement(rule, 's') }.join("\n  ")}
        s.each { |id, f| f[0] = LABELS[id] if f[0].nil?; f[1] ||= 0; f[2] ||= 0 }
        #{guardrails.map { |rule| statement(rule, 's') }.join("\n  ")}
        s.each_value { |f| f[1] = 1 if mode == "view" || mode == "list" || f[0] > 0; f[2] = 0 if f[1] == 1 }
        s
      end
    RUBY
  end

  def statement(rule, table)
    tests = []
    if rule["audience"]["any"]
      tests << "(#{rule['audience']['any'].map { |member| "roles.include?(#{member['role'].inspect})" }.join(' || ')})"
    end
    tests << "#{rule['reach']['modes'].inspect}.include?(mode)" if rule["reach"]
    tests << comparison(rule["when"]) if rule["when"]
    body =
      rule["targets"]["fields"]
        .map { |id| rule["effects"].map { |effect| assign(table, id, *FACETS[effect["effect"]]) }.join("; ") }
        .join("; ")
    tests.empty? ? body : "if #{tests.join(' && ')} then #{body} end"
  end

  def assign(table, id, facet, value)
    index = { v: 0, e: 1, p: 2 }[facet]
    "f = #{table}[#{id.inspect}]; f[#{index}] = #{value} if f[#{index}].nil? || f[#{index}] < #{value}"
  end

  def comparison(condition)
    value = "values[#{condition['left']['field'].inspect}]"
    right = condition.dig("right", "value")
    case condition["compare"]
    when "at_least" then "(x = #{value}) && x >= #{right}"
    when "one_of" then "#{condition['right']['values'].inspect}.include?(#{value})"
    when "equal" then "#{value} == #{right}"
    else "!#{value}.nil?"
    end
  end
end
