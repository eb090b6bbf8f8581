# frozen_string_literal: true

module Server
  # One side of a rule that is not settled, as its sentence and part by part.
  class RuleInWords
    NAMES = {
      "title" => "Title", "audience" => "Who it is for", "reach" => "Where it applies", "window" => "Time limit",
      "when" => "Condition", "timing" => "Condition checked", "lines" => "What it does", "kind" => "Kind",
      "state" => "Switched on", "rank" => "Place in the order", "reason" => "Why", "owner" => "Owner",
      "review_by" => "Review by", "record_type" => "Record type"
    }.freeze
    TIMINGS = { "live" => "on every change", "on_opening" => "when the form opens" }.freeze

    # document: of the rule.
    def initialize(document)
      @document = document
    end

    # The sentence; where it names what is no longer there, its title has to do.
    def to_s
      return @document["title"] unless sentence

      rule.on? ? sentence.to_s : "#{sentence} (switched off)"
    end

    # What it has in a part: String, or nil for nothing.
    def part(name)
      case name
      when "audience", "reach", "window" then sentence ? segment(name) : raw(name)
      when "when" then sentence ? segment("condition") : raw(name)
      when "lines" then sentence ? sentence.to_s.split(": ", 2).last : raw(name)
      when "state" then rule_on? ? "yes" : "no"
      when "timing" then TIMINGS.fetch(@document["timing"] || "live")
      when "everything" then SideInWords.value(@document)
      else raw(name)
      end
    end

    private

    def raw(name)
      found = @document[name]
      found.nil? ? nil : SideInWords.value(found)
    end

    def rule_on? = @document["state"] != "off"

    def segment(part)
      words = sentence.segments.select { |each| each.part == part }.map(&:text).join(" ")
      words.empty? ? nil : words
    end

    def rule = built && built.policy.rules.first

    def sentence
      return @sentence if defined?(@sentence)

      @sentence = rule && CobaltLedger::Rules::Sentence.new(rule, built.policy, built.directory)
    end

    # Of the rule by itself: no other bears on how it reads.
    def built
      return @built if defined?(@built)

      store = PolicyStore.instance
      @built = store.state_of(store.in_force.document.merge("rules" => [@document]))
    rescue CobaltLedger::BadInput
      @built = nil
    end
  end
end
