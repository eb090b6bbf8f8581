# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Comparisons
      # Holds: Supervisor is a member of Hazard-Trained, directly or through a group within it.
      # Does not hold: Supervisor is blank. Can't be told: the directory knows no such person.
      class MemberOf < ComparisonMethod
        known_as "member_of", order: 20

        def self.families = %i[person]
        def self.takes = :members
        def self.words(_family) = "is a member of"

        def self.enter(left, right, world)
          told = left.values.keys.group_by { |person| holds_in?(person, right, world.base) }
          members, strangers = [true, nil].map { |outcome| told.fetch(outcome, []) }
          [left.among(members), Solver::Formula.negate(left.among(members + strangers))].then do |found|
            strangers.empty? ? found[0] : found
          end
        end

        def self.holds_in?(person, members, facts)
          known = facts.directory&.find(:user, person)
          principals = known && facts.directory.principals_of(person)
          principals && members.any? { |member| principals.include?(member.kind, member.id) }
        end
      end
    end
  end
end
