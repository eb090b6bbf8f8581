# frozen_string_literal: true

module CobaltLedger
  module Matrices
    # The fewest rules that make a policy give what a matrix says: documents of rules, and what becomes of the matrix
    # under them.
    class RulesFrom
      EFFECTS = {
        "hidden" => %w[hide], "masked" => %w[mask], "replace_only" => %w[mask unlock], "read_only" => %w[show lock],
        "editable" => %w[show unlock make_optional], "required" => %w[show unlock require]
      }.freeze
      # Effects that say no more than what a field starts with.
      START = {
        "show" => [:visibility, Access::Facets::SHOWN], "unlock" => [:entry, Access::Facets::OPEN],
        "lock" => [:entry, Access::Facets::LOCKED], "make_optional" => [:presence, Access::Facets::OPTIONAL]
      }.freeze
      # Effects on whether something is seen, and the levels that are about no more than that.
      SIGHT = %w[show hide mask].freeze
      SEEN = %w[hidden masked read_only].freeze
      # Characters of a title at most.
      TITLE = 190
      MASK = { "effect" => "mask", "mask" => { "format" => "all" } }.freeze

      # Times that what the rules themselves have moved is looked at again.
      ROUNDS = 4

      # policy: Rules::Policy as it is; modes: Array of modes that the rules are for, nil for all; reason: of the rules,
      # in words. The block gives the Difference between the matrix and the policy with these rules beside its own.
      def initialize(matrix, policy, directory, reason:, modes: nil, &difference)
        @matrix = matrix
        @policy = policy
        @directory = directory
        @reason = reason
        @modes = modes
        @difference = difference
        settle
      end

      # Rule documents without identifier and rank; and what the policy makes of the matrix with them: Array of
      # Difference::Cell.
      attr_reader :documents, :cells

      # Are there certainly no fewer rules that do it, none of which disagree with each other?
      def fewest? = @fewest.proved?

      private

      # What was right without a rule can be moved by one: a computed field, by a rule on what it is calculated from.
      def settle
        needed = []
        ROUNDS.times do
          @fewest = Fewest.new(possible, needed)
          @documents = @fewest.blocks.map { |block| document(block) }
          @cells = @difference.call(@documents).cells
          more = @cells.reject(&:same?).map { |cell| [cell.field, cell.audience] } & possible.keys
          break if (more - needed).empty?

          needed |= more
        end
      end

      # What the matrix says, as far as a rule can bring it about.
      def possible = @possible ||= @matrix.said.select { |(field, _), level| effects(field, level).any? }

      def document(block)
        lines = block.levels.group_by { |field, level| effects(field, level) }.map do |effects, fields|
          { "fields" => fields.map(&:first), "effects" => effects }
        end
        { "title" => title(block), "reason" => @reason, "kind" => "ordinary",
          "record_type" => @matrix.record_type.id, "audience" => audience(block.audiences),
          "reach" => @modes && { "modes" => @modes }, "lines" => lines }.compact
      end

      def title(block)
        names = block.audiences.first(3).map { |key| Difference.name_of(key, @directory) }
        "#{@matrix.record_type.name}: what #{Words.some(names, block.audiences.size, 'others')} may do"[0, TITLE]
      end

      # Everyone means those whom the matrix does not name.
      def audience(keys)
        return { "any" => members(keys) } unless keys.include?("everyone:")

        { "everyone" => true, "except" => members(@matrix.audiences - keys) }.reject { |_, list| list == [] }
      end

      def members(keys) = keys.map { |key| Difference.audience(key) }.map { |kind, id| { kind.to_s => id } }

      # What a rule has to say for a field to come to a level; none where no rule can bring it there.
      def effects(id, level)
        field = @matrix.record_type.field(id)
        words = EFFECTS.fetch(level)
        # What nobody types in is locked whatever a rule says.
        return SEEN.include?(level) ? (words & SIGHT).map { |word| effect(word, level) } : [] if field.never_typed?

        needed = plain?(field) ? words.reject { |word| already?(field, word) } : words
        (needed.empty? ? words : needed).map { |word| effect(word, level) }
      end

      def effect(word, level)
        return { "effect" => word } unless word == "mask"

        level == "replace_only" ? MASK.merge("replace" => true) : MASK
      end

      # Does nothing speak of it but its label and its own baseline?
      def plain?(field)
        @policy.rules_on(field, @matrix.record_type.id).empty? &&
          @policy.baselines_of(@matrix.record_type.id).none? { |baseline| baseline.states.key?(field.id) }
      end

      def already?(field, word)
        facet, value = START[word]
        return false unless facet

        own = field.baseline ? Access::State.from(field.baseline) : Access::State::SILENT
        own.filled_from(@policy.label_of(field).start).facet(facet) == value
      end
    end
  end
end
