# frozen_string_literal: true

module CobaltLedger
  module Audit
    # Who an audience is for, as an Integer with one bit for each user of a directory.
    module Crowd
      module_function

      # audience: Rules::Audience; directory: Directory::Directory.
      def of(audience, directory)
        members = index(directory)
        everybody = (1 << directory.users.size) - 1
        meant = audience.everyone? ? everybody : union(audience.any, members)
        meant & ~union(audience.except, members)
      end

      # Works the users of a directory out before they are asked for.
      def prepare(directory) = index(directory)

      # How many they are.
      def size(bits) = bits.to_s(2).count("1")

      def union(list, members) = list.reduce(0) { |bits, member| bits | members.fetch([member.kind, member.id], 0) }
      private_class_method :union

      # Hash of [kind, identifier] to the users who have it. Made once for a directory.
      def index(directory)
        @indexes ||= ObjectSpace::WeakMap.new
        @indexes[directory] ||= begin
          found = Hash.new(0)
          directory.users.each_with_index do |user, place|
            principals = directory.principals_of(user.id)
            %i[user role group department unit].each { |kind| principals.ids(kind).each { |id| found[[kind, id]] |= 1 << place } }
          end
          found
        end
      end
      private_class_method :index
    end
  end
end
