# frozen_string_literal: true

module CobaltLedger
  module Directory
    # Who there is: users, roles, groups, departments and business units. Immutable.
    class Directory
      NODE_KINDS = %i[role group department unit].freeze

      # population: everyone whom claims are about: the users, and someone who is in no role, group or department.
      attr_reader :users, :population, :roles, :groups, :departments, :units

      # users: Array of User; the others: Array of Node. Expects a directory without dangling references or rings.
      def initialize(users:, roles:, groups:, departments:, units:)
        @users = users.freeze
        @roles = roles.freeze
        @groups = groups.freeze
        @departments = departments.freeze
        @units = units.freeze
        @population = [*users, User::NEWCOMER].freeze
        @by_kind = { user: @population, role: roles, group: groups, department: departments, unit: units }
          .transform_values { |items| items.to_h { |item| [item.id, item] }.freeze }.freeze
        @above = Hash.new { |found, key| found[key] = lineage(*key) }
        @principals = {}
        @bare = {}
        @alike = Memory.new(GROUPINGS)
      end

      # A directory with no one in it.
      def self.empty = new(users: [], roles: [], groups: [], departments: [], units: [])

      # The User or Node with an identifier, or nil. kind: :user, :role, :group, :department or :unit.
      def find(kind, id) = @by_kind.fetch(kind)[id]

      # A name for people; the identifier itself when no one has it. What shares its name is told apart: "Registration
      # (department)" beside a role of that name, and by identifier among those of one kind.
      def name_of(kind, id)
        item = find(kind, id) or return id
        same = (@named ||= named)[item.name]
        return item.name if same.size == 1

        "#{item.name} (#{same.count { |each, _| each == kind } > 1 ? id : kind})"
      end

      # A unit or department and all above it, nearest first.
      def with_above(kind, id)
        @above[[kind, id]]
      end

      # Units that can own records, those with others below them too: Array of identifiers, "none" where there is no
      # unit. Those without others below them come first.
      def owning_units
        @owning_units ||= begin
          parents = units.flat_map(&:above)
          found = units.map(&:id).partition { |id| !parents.include?(id) }.flatten
          (found.empty? ? ["none"] : found).freeze
        end
      end

      # Groupings of people remembered at once.
      GROUPINGS = 256

      # Users who are alike in what they are members of and in some attributes: Array of Array of User.
      # members: Array of [kind, identifier]; attributes: Array of names.
      def alike(members, attributes)
        @alike.fetch([members, attributes]) do
          population.group_by do |user|
            principals = principals_of(user.id)
            [members.map { |member| principals.include?(*member) }, user.attributes.values_at(*attributes)]
          end.values
        end
      end

      # Its users as sets.
      def crowds = @crowds ||= Crowds.new(self)

      # The Principals of a user. Raises BadInput for an unknown one.
      def principals_of(user_id)
        @principals[user_id] ||= begin
          user = find(:user, user_id) or raise BadInput.at("/user", "no user “#{user_id}” in the directory")
          Principals.of_user(user, self)
        end
      end

      # Identifiers of the users who are in a role, group, department or unit. kind: as of find.
      def within(kind, id) = users.map(&:id).select { |user| principals_of(user).include?(kind, id) }

      # The Principals of someone who is nothing but one role, group, department or unit (or everyone, or a user).
      def bare(kind, id = nil)
        return principals_of(id) if kind == :user

        @bare[[kind, id]] ||= begin
          unless kind == :everyone || find(kind, id)
            raise BadInput.at("/audience", "no #{kind} “#{id}” in the directory")
          end

          Principals.bare(kind, id, self)
        end
      end

      # Names of the attributes that anyone has: Array of String.
      def attribute_names = @attribute_names ||= users.flat_map { |user| user.attributes.keys }.uniq.sort

      private

      # Hash of name to Array of [kind, identifier].
      def named
        @by_kind.each_with_object(Hash.new { |found, name| found[name] = [] }) do |(kind, items), found|
          items.each_value { |item| found[item.name] << [kind, item.id] }
        end
      end

      # Worked out when first asked for: most of a large tree is never climbed.
      def lineage(kind, id)
        ([id] + Graph.reachable(id) { |node| find(kind, node)&.above || [] }).freeze
      end
    end
  end
end
