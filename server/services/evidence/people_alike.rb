# frozen_string_literal: true

module Server
  # All people of the directory by what they come to: whom nothing that bears on a subject tells apart are asked about
  # once.
  class PeopleAlike
    # state: PolicyStore::Compiled; type: Catalogue::RecordType; subject: Catalogue::Field or action.
    def initialize(state, type, subject)
      @state = state
      @type = type
      @subject = subject
    end

    # The block answers for Directory::Principals. Hash of answer to Array of users, in the directory's order.
    def by_answer(&answer)
      known = {}
      @state.directory.users.group_by do |user|
        principals = @state.directory.principals_of(user.id)
        known[key(principals)] ||= answer.call(principals)
      end
    end

    private

    # The same rules are meant for them, here and on records as which fields are covered.
    def key(principals) = by_person? ? principals : types.map { |type| @state.engine.class_of(type, principals) }

    def types
      @types ||= [@type, *CobaltLedger::Graph.reachable(@type.id) { |id| covering(id) }.filter_map do |id|
        @state.policy.record_type(id)
      end]
    end

    # Record types as on whose records fields are covered.
    def covering(id)
      type = @state.policy.record_type(id)
      type ? type.fields.select { |field| field.inherits.any? }.map(&:refers_to) : []
    end

    # Do conditions that can make a difference ask who exactly the person is?
    def by_person?
      return @by_person unless @by_person.nil?

      reads = bearing.flat_map(&:readers).flat_map(&:reads)
      @by_person = reads.any? { |kind, _| %i[user attribute].include?(kind) }
    end

    # Rules on it and on what can shut it, all that write values, which other rules look at, and all of the types as on
    # whose records it may be covered.
    def bearing
      writing = @state.policy.rules_of(@type.id).select { |rule| rule.contributions.any?(&:writes?) }
      @state.policy.bearing_on(@subject, @type) + writing + types.drop(1).flat_map do |type|
        @state.policy.rules_of(type.id)
      end
    end
  end
end
