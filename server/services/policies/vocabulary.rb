# frozen_string_literal: true

module Server
  # What there is to choose from where a rule is written: kinds, comparisons, effects and masks of the core.
  module Vocabulary
    module_function

    # state: PolicyStore::Compiled, for the places and attributes there are.
    def to_h(state)
      {
        "kinds" =>
          CobaltLedger::Catalogue::Kind.members.map do |name, kind|
            { "name" => name, "title" => kind.title, "words" => kind.other_words, "example" => kind.example,
              "family" => kind.family.to_s, "takes" => kind.takes }
          end,
        "comparisons" => comparisons,
        "operands" => operands,
        "effects" => effects,
        "masks" => masks,
        "attributes" => state.directory.attribute_names,
        "time_zone" => state.policy.zone.identifier,
        "places" => state.policy.places.map { |place| { "id" => place.id, "name" => place.name } },
        "levels" =>
          CobaltLedger::Access::State::ORDER.keys.map do |name|
            { "name" => name, "title" => CobaltLedger::Access::State::LEVEL_NAMES[name] }
          end,
        "actions" => actions,
        "modes" =>
          CobaltLedger::Decisions::Question::MODES.map do |name|
            { "name" => name, "title" => CobaltLedger::Rules::Sentence::MODES[name] }
          end,
        "channels" =>
          CobaltLedger::Decisions::Question::CHANNELS.map do |name|
            { "name" => name, "title" => CobaltLedger::Rules::Sentence::CHANNELS[name] }
          end
      }
    end

    # What is done to a record, in the modes in which it is asked for.
    def actions
      CobaltLedger::Catalogue::Action::KINDS.values.map do |kind|
        { "id" => CobaltLedger::Catalogue::Action.id(kind.key), "key" => kind.key, "name" => kind.name,
          "starts" => kind.starts, "modes" => kind.modes }
      end
    end

    # Array of Hash, as the API gives them.
    def comparisons
      CobaltLedger::Conditions::ComparisonMethod.members.map do |name, method|
        { "name" => name, "takes" => method.takes.to_s, "of_screen" => method.needs_stored? || nil,
          "words" => method.families.to_h { |family| [family.to_s, method.words(family)] } }.compact
      end
    end

    # What can be looked up beside fields.
    def operands
      CobaltLedger::Conditions::Operand.members.filter_map do |name, operand|
        operand.offered&.then { |offered| { "mark" => name }.merge(offered) }
      end
    end

    # Value effects have no facet, but claim the value, the suggestion or the refusal.
    def effects
      CobaltLedger::Rules::Effect.members.map do |name, effect|
        { "name" => name, "words" => effect.other_words, "claim" => effect.claim.to_s, "facet" => effect.facet&.to_s,
          "value" => effect.facet && CobaltLedger::Access::Facets.name(effect.facet, effect.value) }.compact
      end
    end

    # Array of Hash, as the API gives them.
    def masks
      CobaltLedger::Masks::Mask.members.map do |name, mask|
        {
          "name" => name,
          "title" => mask.title,
          "families" => mask.families&.map(&:to_s),
          "parameters" =>
            mask.parameters.map do |parameter, each|
              { "name" => parameter, "title" => each.title, "start" => each.start, "schema" => each.schema }
            end
        }.compact
      end
    end
  end
end
