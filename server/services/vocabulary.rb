# frozen_string_literal: true

module Server
  # What there is to choose from where a rule is written: kinds, comparisons, effects and masks of the core.
  module Vocabulary
    module_function

    def to_h
      { "kinds" => CobaltLedger::Catalogue::Kind.members.map { |name, kind| { "name" => name, "title" => kind.title, "family" => kind.family.to_s } },
        "comparisons" => comparisons, "effects" => effects, "masks" => masks,
        "levels" => CobaltLedger::Decisions::State::LEVELS.map { |name| { "name" => name, "title" => CobaltLedger::Decisions::State::LEVEL_NAMES[name] } },
        "modes" => CobaltLedger::Decisions::Question::MODES.map { |name| { "name" => name, "title" => CobaltLedger::Rules::Sentence::MODES[name] } },
        "channels" => CobaltLedger::Decisions::Question::CHANNELS.map { |name| { "name" => name, "title" => CobaltLedger::Rules::Sentence::CHANNELS[name] } } }
    end

    def comparisons
      CobaltLedger::Conditions::ComparisonMethod.members.map do |name, method|
        { "name" => name, "takes" => method.takes.to_s,
          "words" => method.families.to_h { |family| [family.to_s, method.words(family)] } }
      end
    end

    def effects
      CobaltLedger::Rules::Effect.members.map do |name, effect|
        { "name" => name, "facet" => effect.facet.to_s, "value" => CobaltLedger::Decisions::Facets.name(effect.facet, effect.value) }
      end
    end

    def masks
      CobaltLedger::Masks::Mask.members.map do |name, mask|
        { "name" => name, "parameters" => mask.parameters, "families" => mask.families&.map(&:to_s) }.compact
      end
    end
  end
end
