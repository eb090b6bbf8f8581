# frozen_string_literal: true

module CobaltLedger
  module Access
    # The four stages that turn what speaks of one field into its state.
    #
    # Everything that can't be evaluated fails closed: what it gives counts where it makes the outcome stricter,
    # and not where it would loosen it. So each stage is calculated with and without it, and the stricter stands.
    class Stages
      attr_reader :precedence, :label

      # field: Catalogue::Field; mode: String; precedence: PrecedenceMethod class; closeness: Hash of Rules::Rule to
      # how closely it matches; label: Catalogue::Label.
      def initialize(field, mode, precedence, closeness, label)
        @field = field
        @mode = mode
        @precedence = precedence
        @closeness = closeness
        @label = label
      end

      # What calculates a field, an action or the whole record: a subclass.
      def self.for(subject) = { action: ActionStages, record: WholeStages }.fetch(subject.family, Stages)

      # spoken: Spoken; computed: true while a computed field is calculated, false while it has to be typed; inputs: the
      # strictest visibility among what it is calculated from, nil where nothing is; above: Array of Result of what
      # stands above it: the whole record, the action to open it; hand: :locked or :lifted where a person locked the
      # record, or unlocked it for a time. Returns a Result.
      def run(spoken, computed: true, inputs: nil, above: [], hand: nil)
        start = baseline(spoken.baselines.map(&:state), spoken.doubtful_baselines.map(&:state))
        ruled = rules(start, spoken.rules, spoken.doubtful_rules)
        guarded = guard(ruled, spoken.guardrails)
        # A rule that speaks of its sight says that the result may be seen so, whatever it is calculated from.
        inputs = nil if !computed || spoken.rules.any? { |each| each.gives.visibility }
        final, dropped =
          consistent(guarded, computed: computed, inputs: inputs, above: above, hand: hand, spoken: spoken)
        Result.new(start, ruled, guarded, final, dropped, contested(spoken.rules + spoken.doubtful_rules), spoken)
      end

      # Stage 1: strictest of the baselines; a facet none speaks of starts as the label says.
      def baseline(sure_states, doubtful_states = [])
        certain = sure_states.reduce(State::SILENT) { |all, state| all.strictest(state) }.filled_from(@label.start)
        return certain if doubtful_states.empty?

        certain.strictest((sure_states + doubtful_states).reduce(State::SILENT) { |all, state| all.strictest(state) }
                          .filled_from(@label.start))
      end

      # Stage 2: what ordinary rules give takes the baseline's place, facet by facet.
      def rules(start, sure, doubtful = [])
        certain = combined(sure).filled_from(start)
        return certain if doubtful.empty?

        # Where more rules can loosen, each doubtful one is also looked at alone.
        sets = @precedence.monotone? ? [sure + doubtful] : doubtful.map { |each| sure + [each] } + [sure + doubtful]
        sets.reduce(certain) { |state, set| state.strictest(combined(set.sort_by(&:place)).filled_from(start)) }
      end

      # Facets to which contributions give different values.
      def contested(contributions)
        return [] if contributions.size < 2

        Facets::ALL.select { |facet| contributions.filter_map { |each| each.gives.facet(facet) }.uniq.size > 1 }
      end

      # Stage 3: guardrails can only tighten.
      def guard(ruled, guardrails)
        guardrails.reduce(ruled) { |state, rule| state.strictest(rule.gives) }
      end

      # Stage 4. Returns [State, Array of Result::Drop].
      def consistent(guarded, computed:, inputs:, above:, **)
        dropped = []
        state = covered_as(guarded, inputs)
        unless state.equal?(guarded)
          dropped << Result::Drop.new(
            :visibility, guarded.visibility, "calculated from fields that are #{Facets.name(:visibility, inputs)}"
          )
        end
        entry = state.entry
        forced, by = lock_reason(state, computed, above)
        if forced && entry == Facets::OPEN
          entry = Facets::LOCKED
          dropped << Result::Drop.new(:entry, Facets::OPEN, forced, by)
        end
        presence = state.presence
        if presence == Facets::REQUIRED && (entry == Facets::LOCKED)
          presence = Facets::OPTIONAL
          dropped << Result::Drop.new(
            :presence, Facets::REQUIRED,
            state.visibility == Facets::HIDDEN ? "a hidden field isn't required" : "a locked field isn't required"
          )
        end
        [dropped.empty? ? state : state.with(entry: entry, presence: presence), dropped]
      end

      # Of ordinary rules that apply, those whose masks count where the field is masked: Array of Rules::Contribution.
      def masking(rules)
        seen = rules.select { |rule| rule.gives.visibility }
        @precedence.masking(seen, @closeness).select { |rule| rule.gives.visibility == Facets::MASKED }
      end

      private

      # What is calculated from something hidden is not seen either, or it would give it away.
      def covered_as(state, inputs)
        inputs.nil? || inputs <= state.visibility ? state : state.with(visibility: inputs, mask: nil, replace: false)
      end

      # Why it is locked whatever was said of it: words, with the Result above it that locks.
      def lock_reason(state, computed, above)
        return "computed by its formula, so it is locked" if @field.computed? && computed
        return "numbered by the system, so it is locked" if @field.numbered?
        return "nothing can be edited in #{@mode} mode" if %w[view list].include?(@mode)
        return "a hidden field is locked" if state.visibility == Facets::HIDDEN

        if state.visibility == Facets::MASKED && !state.replace
          return "a masked field is locked unless its mask allows replacing"
        end

        locked = above.find { |each| each.final.entry == Facets::LOCKED }
        locked && [WholeStages.words(locked), locked]
      end

      def combined(rules)
        # One alone gives what it gives, whatever the precedence.
        return rules.empty? ? State::SILENT : rules.first.gives if rules.size < 2

        visibility = winning(:visibility, rules)
        masks = visibility == Facets::MASKED ? masking(rules) : []
        # The mask that reveals less, then the better rank: rules come in order of rank, and min_by keeps the first.
        State.new(visibility: visibility, entry: winning(:entry, rules), presence: winning(:presence, rules),
                  permission: winning(:permission, rules),
                  mask: masks.map { |rule| rule.gives.mask }.min_by(&:disclosure),
                  replace: masks.any? && masks.all? { |rule| rule.gives.replace })
      end

      def winning(facet, rules)
        speaking = rules.reject { |rule| rule.gives.facet(facet).nil? }
        speaking.empty? ? nil : @precedence.combine(facet, speaking, @closeness)
      end
    end
  end
end
