# frozen_string_literal: true

module CobaltLedger
  module Changes
    # Says who some people are by what only they have in common: all of a role, a group, a department or a unit, of
    # several of these, or all of one but a few.
    class InCommon
      # Kinds of what people are in, with the words for being in it.
      KINDS = { role: "with the role", group: "in the group", department: "in the department", unit: "at" }.freeze
      # The words for not being in it.
      OUTSIDE = { role: "without the role", group: "not in the group", department: "not in the department",
                  unit: "not at" }.freeze
      # What is named at most, and people left out at most.
      MOST = 3
      BUT = 2

      # directory: Directory::Directory.
      def initialize(directory)
        @directory = directory
        @crowds = directory.crowds
        @places = directory.users.each_with_index.to_h { |user, place| [user.id, place] }
        @kinds = KINDS.keys.to_h { |kind| [kind, sets(kind)] }
      end

      # users: Array of identifiers, not of all users. "everyone with the role Registrar or Courier", "everyone at
      # Tidewater House except Asha Brandt", or nil where it is nothing so short.
      def words(users)
        wanted = set(users)
        whole(wanted, KINDS) || (everyone_but(wanted) if users.size > BUT * 2)
      end

      # The same by what they are all not in: "without the role Courier", which is said of a person in nothing too.
      def outside(users) = whole(everybody & ~set(users), OUTSIDE)&.delete_prefix("everyone ")

      private

      def set(users) = @crowds.set(users.map { |id| @places.fetch(id) })

      def lists
        { role: @directory.roles, group: @directory.groups, department: @directory.departments,
          unit: @directory.units }
      end

      # Array of [set of users, name], the largest first.
      def sets(kind)
        lists.fetch(kind)
          .map { |node| [members(kind, node), node.name] }
          .reject { |set, _| set.zero? }.sort_by { |set, _| -count(set) }
      end

      def members(kind, node)
        @crowds.of(Directory::Audience.new(any: [Directory::Audience::Member.new(kind, node.id)])) & everybody
      end

      # The set of all users.
      def everybody = (1 << @places.size) - 1

      # All of one, or of several of a kind.
      def whole(wanted, words)
        found = @kinds.transform_values { |sets| cover(sets, wanted) }.compact
        kind, names = found.min_by { |_, list| list.size }
        kind && "everyone #{words[kind]} #{Words.list(names, 'or')}"
      end

      # Names of at most MOST sets that are the wanted people together, or nil.
      def cover(sets, wanted)
        left = wanted
        names = []
        sets.each do |set, name|
          next if set.anybits?(~wanted) || set.nobits?(left)

          names << name
          left &= ~set
          return names if left.zero?
          return nil if names.size == MOST
        end
        nil
      end

      def everyone_but(wanted)
        all = @kinds.flat_map { |kind, sets| sets.map { |set, name| [set, kind, name] } }
        nearly = [[everybody, nil, nil], *all].select do |each, *|
          wanted.nobits?(~each) && count(each & ~wanted) <= BUT
        end
        set, kind, name = nearly.min_by { |each, *| count(each & ~wanted) }
        set && "everyone #{kind ? "#{KINDS[kind]} #{name}" : 'in the directory'} except #{but(set & ~wanted)}"
      end

      def but(set) = Words.list(@crowds.users(set, @places.size).map { |user| @directory.name_of(:user, user.id) })
      def count(set) = set.to_s(2).count("1")
    end
  end
end
