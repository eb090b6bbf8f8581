# frozen_string_literal: true

module Server
  # What there is to choose from where a rule is written: kinds, comparisons, effects and masks of the core.
  module Vocabulary
    module_function

    # state: PolicyStore::Compiled, for the places and attributes there are.
    def to_h(state)
      { "kinds" => CobaltLedger::Catalogue::Kind.members.map { |name, kind| { "name" => name, "title" => kind.title, "family" => kind.family.to_s } },
        "comparisons" => comparisons, "operands" => operands, "effects" => effects, "masks" => masks,
        "attributes" => state.directory.attribute_names, "time_zone" => state.policy.zone.identifier,
        "places" => state.policy.places.map { |place| { "id" => place.id, "name" => place.name } },
        "levels" => CobaltLedger::Access::State::LEVELS.map { |name| { "name" => name, "title" => CobaltLedger::Access::State::LEVEL_NAMES[name] } },
        "modes" => CobaltLedger::Decisions::Question::MODES.map { |name| { "name" => name, "title" => CobaltLedger::Rules::Sentence::MODES[name] } },
        "channels" => CobaltLedger::Decisions::Question::CHANNELS.map { |name| { "name" => name, "title" => CobaltLedger::Rules::Sentence::CHANNELS[name] } } }
    end

    def comparisons
      CobaltLedger::Conditions::ComparisonMethod.members.map do |name, method|
        { "name" => name, "takes" => method.takes.to_s, "of_screen" => method.needs_stored? || nil,
          "words" => method.families.to_h { |family| [family.to_s, method.words(family)] } }.compact
      end
    end

    # What can be looked up beside fields.
    def operands
      CobaltLedger::Conditions::Operand.members.filter_map { |name, operand| operand.offered&.then { |offered| { "mark" => name }.merge(offered) } }
    end

    # Value effects have no facet, but claim the value, the suggestion or the refusal.
    def effects
      CobaltLedger::Rules::Effect.members.map do |name, effect|
        { "name" => name, "claim" => effect.claim.to_s, "facet" => effect.facet&.to_s,
          "value" => effect.facet && CobaltLedger::Access::Facets.name(effect.facet, effect.value) }.compact
      end
    end

    def masks
      CobaltLedger::Masks::Mask.members.map do |name, mask|
        { "name" => name, "title" => mask.title, "families" => mask.families&.map(&:to_s),
          "parameters" => mask.parameters.map { |parameter, each| { "name" => parameter, "title" => each.title, "start" => each.start, "schema" => each.schema } } }.compact
      end
    end
  end
end
