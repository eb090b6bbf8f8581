# frozen_string_literal: true

module CobaltLedger
  module Provisioning
    # A group, or a role, as a Group resource, and back (RFC 7643, section 4.2).
    class Group
      # desk: Desk.
      def initialize(desk)
        @desk = desk
        @list = desk.groups
      end

      # Returns a Hash without "schemas" and "meta".
      def resource(id)
        people, groups = @desk.members(id)
        members = people.map { |each| member(each, "User", "users") } + groups.map do |each|
          member(each, "Group", @list)
        end
        { "id" => id, "externalId" => @desk.entry(@list, id).external_id, "displayName" => @desk.name_of(@list, id),
          "members" => members }.reject { |_, value| value.nil? || value == [] }
      end

      # Puts it as a resource says. resource: as Reading gives it; members: does it speak of them? Raises Fault.
      def put(id, resource, now, members: true)
        found = @desk.item(@list, id) || { "id" => id }
        @desk.put(@list, id, found.merge("name" => resource["displayName"]), now: now,
                                                                             external_id: resource["externalId"])
        fill(id, resource["members"] || [], now) if members
      end

      # Takes it out, and everyone and everything out of it.
      def delete(id, now)
        fill(id, [], now)
        @desk.put(@list, id, nil, now: now, gone: true)
      end

      private

      def member(id, type, list) = { "value" => id, "type" => type, "display" => @desk.name_of(list, id) }

      def fill(id, members, now)
        people, groups = told(members)
        before, within = @desk.members(id)
        (before - people).each { |each| drop("users", each, @list, id, now) }
        (people - before).each { |each| add("users", each, @list, id, now) }
        (within - groups).each { |each| drop(@list, each, "within", id, now) }
        (groups - within).each { |each| add(@list, each, "within", id, now) }
      end

      # [identifiers of people, of groups]
      def told(members)
        people = []
        groups = []
        members.each do |each|
          id, type = each.values_at("value", "type")
          if type != "Group" && @desk.person?(id) then people << id
          elsif type != "User" && @desk.item(@list, id) then groups << id
          else raise Fault.new("invalidValue", "There is no #{type || 'user or group'} “#{id}”")
          end
        end
        raise Fault.new("invalidValue", "A role has people in it, and no roles") if groups.any? && @list == "roles"

        [people.uniq, groups.uniq]
      end

      def drop(list, id, member, group, now) = change(list, id, member, now) { |ids| ids - [group] }
      def add(list, id, member, group, now) = change(list, id, member, now) { |ids| ids | [group] }

      # Memberships of someone who is not active change aside.
      def change(list, id, member, now)
        item = @desk.item(list, id)
        ids = yield(item[member] || [])
        item = ids.empty? ? item.except(member) : item.merge(member => ids)
        aside = list == "users" && !@desk.entry(list, id).active? ? item.slice(*Person::MEMBERSHIPS) : nil
        @desk.put(list, id, item, now: now, **(aside ? { aside: aside } : {}))
      end
    end
  end
end
