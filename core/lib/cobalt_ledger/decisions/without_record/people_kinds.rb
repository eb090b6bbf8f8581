# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # The people of a directory, told apart only as far as some rules tell them apart.
    class PeopleKinds
      # closeness: true where it matters how closely an audience matches.
      def initialize(directory, closeness)
        @directory = directory
        @crowds = directory.crowds
        @closeness = closeness
        @matching = {}.compare_by_identity
      end

      # Users a rule applies to: a set of Directory::Crowds.
      def matching(rule) = @matching[rule] ||= @crowds.of(rule.audience)

      # Does it matter who exactly the person is, beside which rules are meant for them?
      def by_person?(rules) = closeness? || of_one_kind(rules).size > 1

      # Does any field go by how closely an audience matches?
      def closeness? = @closeness

      # Users parted by which of some rules they match, and how closely where that matters:
      # Array of [bit set over the rules, set of users].
      def parted(rules, among = @crowds.everybody)
        rules
          .each_with_index
          .reduce(told_apart(rules, among)) do |parts, (rule, index)|
            own = matching(rule)
            pieces = closeness? ? @crowds.by_closeness(rule.audience).map(&:last) : [own]
            parts
              .flat_map do |bits, users|
                pieces.map { |piece| [bits | (1 << index), users & piece] } << [bits, users & ~own]
              end
              .reject { |_, users| users.zero? }
          end
      end

      private

      # Where the parting begins: people told apart by what conditions ask of them, and no part of no one.
      def told_apart(rules, among)
        of_one_kind(rules).map { |users| [0, users & among] }.reject { |_, users| users.zero? }
      end

      # Users of whom conditions say the same, whatever the record: Array of bit sets.
      def of_one_kind(rules)
        asked = asked_of_users(rules)
        return [@crowds.everybody] if asked.all?(&:empty?)

        attributes, members, named = asked
        @directory
          .population
          .each_with_index
          .group_by do |user, _|
            principals = @directory.principals_of(user.id)
            [
              user.attributes.values_at(*attributes),
              members.map { |member| principals.include?(member.kind, member.id) },
              named.include?(user.id) ? user.id : nil
            ]
          end
          .values
          .map { |users| @crowds.set(users.map(&:last)) }
      end

      # What conditions ask of the person who asks: [names of attributes, members, identifiers of users]. Where the
      # person is compared with a field, what is asked of people in fields is asked of the person too.
      def asked_of_users(rules)
        comparisons = rules.filter_map(&:condition).flat_map(&:comparisons)
        of_person = comparisons.any? { |each| each.reads.include?([:user]) }
        asking = of_person ? comparisons.select { |each| each.left.family == :person } : []
        members, others = asking.filter_map(&:right).partition { |right| right.is_a?(Conditions::Operands::Members) }
        [
          comparisons.flat_map(&:reads).filter_map { |kind, name| name if kind == :attribute }.uniq,
          members.flat_map(&:members).uniq,
          others.select { |right| right.class.constant? }.flat_map { |right| Array(right.value) }.uniq
        ]
      end
    end
  end
end
