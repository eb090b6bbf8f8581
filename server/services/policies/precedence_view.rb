# frozen_string_literal: true

module Server
  # The methods of precedence: what any two contributions come to under each, and what switching would change.
  class PrecedenceView
    METHODS = CobaltLedger::Access::PrecedenceMethod
    FACETS = CobaltLedger::Access::Facets

    # Names of the detectors that a switch can make come out otherwise.
    DETECTORS = -> { CobaltLedger::Audit::Detector.members.select { |_, detector| detector.by_precedence? }.keys }

    # A contribution with nothing but a place and a value.
    Given = Struct.new(:rule, :gives, :place)

    # {"methods" => [{"name", "title", "standard", "tables"}], "policy", "choices"}
    def initialize(state)
      @state = state
    end

    def to_h
      {
        "policy" => @state.policy.precedence,
        "methods" =>
          METHODS.members.map do |name, method|
            {
              "name" => name, "title" => method.title, "standard" => method.standard_name, "tables" => tables(method)
            }.compact
          end,
        "choices" => choices
      }
    end

    # What would change with another method somewhere: cells of the map, whom it touches in sentences, and findings.
    # document: the policy with it; params: of the map; sight: Sight of the viewer.
    def preview(document, params, sight)
      after = PolicyStore.instance.state_of(document)
      { "cells" => cells(after, params, sight), "sentences" => sentences(after, params["record_type"]),
        "findings" => findings(after, params["record_type"]) }
    end

    private

    # For each facet the outcome of an earlier or closer rule (row) and a later or farther one (column).
    def tables(method)
      FACETS::ALL.to_h do |facet|
        values = FACETS::NAMES.fetch(facet)
        [
          facet.to_s,
          values.each_index.map do |first|
            values.each_index.map { |second| FACETS.name(facet, outcome(method, facet, first, second)) }
          end
        ]
      end
    end

    def outcome(method, facet, first, second)
      pair =
        [[first, 1], [second, 2]].map do |value, place|
          Given.new(place, CobaltLedger::Access::State.new(facet => value), [place])
        end
      method.combine(facet, pair, pair.to_h { |each| [each.rule, [each.rule, 0]] })
    end

    # Record types and fields with a method of their own.
    def choices
      @state.policy.record_types.values.flat_map do |type|
        own = type.precedence ? [{ "record_type" => named(type), "method" => type.precedence }] : []
        own +
          type
            .fields
            .select(&:precedence)
            .map { |field| { "record_type" => named(type), "field" => named(field), "method" => field.precedence } }
      end
    end

    def named(subject) = { "id" => subject.id, "name" => subject.name }

    def cells(after, params, sight)
      MapView.differences(MapView.new(@state, params, sight).to_h, MapView.new(after, params, sight).to_h)
    end

    # Whom of all it touches, and what could not be decided.
    def sentences(after, type)
      comparison = CobaltLedger::Changes::Comparison.new(@state.engine, after.engine, since: Time.now)
      wording = CobaltLedger::Changes::Wording.new([@state.policy, after.policy], after.directory)
      wording.told(*comparison.of(type))
    end

    # Findings of the record type that come, go, or are settled otherwise.
    def findings(after, type)
      before, now =
        [@state, after].map do |state|
          run =
            CobaltLedger::Audit::Run.new(state.engine, state.document["rules"], at: Time.now, detectors: DETECTORS.call)
          run.findings(types: [state.policy.record_type(type)]).to_h { |finding| [finding.identity, finding] }
        end
      settled = now.slice(*before.keys).reject { |id, finding| finding.winner == before[id].winner }
      {
        "gone" => before.except(*now.keys).values.map(&:words), "new" => now.except(*before.keys).values.map(&:words),
        "settled" => settled.values.map { |finding| "#{finding.words} #{finding.winner}" }
      }
    end
  end
end
