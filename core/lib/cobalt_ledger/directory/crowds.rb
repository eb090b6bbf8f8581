# frozen_string_literal: true

module CobaltLedger
  module Directory
    # Sets of a directory's population, each an Integer with one bit for a person, so that meeting and parting are one
    # step however many people there are. The newcomer has the last.
    class Crowds
      # directory: Directory::Directory.
      def initialize(directory)
        @directory = directory
        @members = members
        @of = {}
        @by_closeness = {}
      end

      # All users.
      def everybody = @everybody ||= (1 << people.size) - 1

      # Whom an audience is for. audience: Audience.
      def of(audience)
        @of[audience.to_h] ||= (audience.everyone? ? everybody : union(audience.any)) & ~union(audience.except)
      end

      # The same parted by how closely it matches: Array of [what Closeness says, set].
      def by_closeness(audience)
        @by_closeness[audience.to_h] ||= begin
          meant = of(audience)
          found = people.each_with_index.select { |_, place| meant[place] == 1 }
          parted = found.group_by { |user, _| Closeness.of(audience, @directory.principals_of(user.id)) }
          parted.map { |closeness, users| [closeness, set(users.map(&:last))] }
        end
      end

      # How many users of the directory they are.
      def size(bits) = (bits & ~newcomer).to_s(2).count("1")

      # The set of the newcomer alone.
      def newcomer = 1 << (people.size - 1)

      # "8 people", "8 people and someone with no role, group or department". bits: set.
      def words(bits)
        beside = Words.uncapitalize(User::NEWCOMER.name) if bits.anybits?(newcomer)
        count = size(bits)
        [(Words.count(count, "person", "people") if count.positive? || beside.nil?), beside].compact.join(" and ")
      end

      # Some of the users of a set: Array of User, the first of them.
      def users(bits, most = 1)
        found = []
        while bits.positive? && found.size < most
          lowest = bits & -bits
          found << people[lowest.bit_length - 1]
          bits ^= lowest
        end
        found
      end

      # The set of users by identifier; of those that are not there, nothing is said. ids: Array.
      def named(ids) = ids.reduce(0) { |bits, id| bits | @members.fetch([:user, id], 0) }

      # The set of the users in some places. places: Array of Integer.
      def set(places)
        return 1 << places.first if places.size == 1

        bytes = "\0".b * ((people.size / 8) + 1)
        places.each { |place| bytes.setbyte(place / 8, bytes.getbyte(place / 8) | (1 << (place % 8))) }
        bytes.reverse.unpack1("H*").to_i(16)
      end

      private

      def people = @directory.population

      def union(list) = list.reduce(0) { |bits, member| bits | @members.fetch([member.kind, member.id], 0) }

      # Hash of [kind, identifier] to the users who have it, directly or through what is below.
      def members
        direct = Hash.new { |found, key| found[key] = [] }
        people.each_with_index do |user, place|
          direct[[:user, user.id]] << place
          user.roles.each { |id| direct[[:role, id]] << place }
          user.groups.each { |id| direct[[:group, id]] << place }
          user.units.each { |id| direct[[:unit, id]] << place }
          direct[[:department, user.department]] << place if user.department
        end
        direct.each_with_object(Hash.new(0)) do |((kind, id), places), found|
          bits = set(places)
          (%i[user role].include?(kind) ? [id] : @directory.with_above(kind, id)).each do |each|
            found[[kind, each]] |= bits
          end
        end
      end
    end
  end
end
