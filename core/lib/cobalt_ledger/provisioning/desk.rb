# frozen_string_literal: true

module CobaltLedger
  module Provisioning
    # People and groups as their provider means them: the directory, and over it what was pushed and is held back, and
    # what is kept aside of people who are not active. What is pushed is done here; Delivery says what of it counts.
    class Desk
      # Lists of the directory that a provider's groups can be.
      GROUPS = %w[groups roles].freeze

      # Hash of [list, identifier] to Entry, as they are by now; which of GROUPS a group is.
      attr_reader :entries, :groups

      # document: directory document; entries: Hash of [list, identifier] to Entry; groups: one of GROUPS.
      def initialize(document, entries, groups)
        @document = document
        @entries = entries.dup
        @groups = groups
        @lists = Formats::DirectoryJson::LISTS.to_h { |list| [list, standing(list)] }
      end

      # One that can be changed apart from this one.
      def initialize_copy(_)
        super
        @entries = @entries.dup
        @lists = @lists.transform_values(&:dup)
        @named = @user_names = @inside = nil
      end

      # Becomes as a copy that was changed.
      def become(other)
        other.instance_variables.each { |name| instance_variable_set(name, other.instance_variable_get(name)) }
      end

      # Item of the directory as it is meant, memberships and all; nil where there is none.
      def item(list, id) = @lists[list][id]

      # Identifiers of people, without programs; of groups.
      def people = @lists["users"].reject { |_, item| item["program"] }.keys
      def group_ids = @lists[@groups].keys
      def person?(id) = @lists["users"].key?(id) && !@lists["users"][id]["program"]

      def entry(list, id) = @entries[[list, id]] || Entry::NONE
      def name_of(list, id) = @lists[list][id]&.fetch("name") || id

      # Identifier of what is named by it or by its name, or nil. Capitals of a name do not count.
      def identifier(list, text)
        return text if @lists[list].key?(text)

        @named ||= {}
        @named[list] ||= @lists[list].to_h { |id, item| [item["name"].downcase(:fold), id] }
        @named[list][text.downcase(:fold)]
      end

      # Identifier of a department, which is made where there is none of that name.
      def department(text)
        identifier("departments", text) || Formats::Identifier.from(text).tap do |id|
          put("departments", id, { "id" => id, "name" => text })
        end
      end

      # The name that someone signs in with elsewhere: as pushed, or an address that no one else has, or the identifier.
      def user_name(id)
        @user_names ||= begin
          addresses = @lists["users"].values.filter_map { |item| item["email"]&.downcase }.tally
          people.to_h do |each|
            address = item("users", each)["email"]
            alone = address && addresses[address.downcase] == 1
            [each, entry("users", each).user_name || (alone ? address : each)]
          end
        end
        @user_names[id]
      end

      # Identifier of someone with a user name, or nil.
      def person_named(text) = people.find { |id| user_name(id).casecmp?(text) }

      # People who are in a group, and groups that lie directly within it: [Array, Array] of identifiers.
      def members(id)
        @inside ||= [inside("users", @groups, people), inside("groups", "within", @lists["groups"].keys)]
        [@inside[0][id] || [], @groups == "groups" ? @inside[1][id] || [] : []]
      end

      # Puts an item, or takes it out (nil). changes: of its Entry.
      def put(list, id, item, now: nil, **changes)
        item ? @lists[list][id] = item : @lists[list].delete(id)
        @named = @user_names = @inside = nil
        return if now.nil?

        before = entry(list, id)
        @entries[[list, id]] = before.with(**changes, created: before.created || now, modified: now)
      end

      # Identifiers of people who are not active.
      def idle = people.reject { |id| entry("users", id).active? }

      # Gives up what was held back of an item: it is as the directory has it.
      def turn_down(list, id)
        current = (@document[list] || []).find { |item| item["id"] == id }
        @entries[[list, id]] = entry(list, id).with(held: false, base: nil, wanted: nil, aside: nil, gone: current.nil?)
        put(list, id, current)
      end

      # The directory document as it is meant: who is not active has no memberships.
      def document
        @document.merge(
          @lists.to_h { |list, items| [list, items.map { |id, item| effective(list, id, item) }] }
        )
      end

      # An item as it counts.
      def effective(list, id, item)
        return item unless item && list == "users" && !entry(list, id).active?

        item.except(*Person::MEMBERSHIPS)
      end

      # An identifier that no one has or had, made from a name.
      def unused(list, name)
        plain = name.split("@").first.to_s.downcase(:ascii).gsub(/[^a-z0-9._-]+/, "-").gsub(/\A[^a-z0-9]+|-+\z/, "")
        first = plain.empty? || plain.size > 60 || !name.ascii_only? ? Formats::Identifier.from(name) : plain
        [first].chain((2..).lazy.map { |number| "#{first}-#{number}" }).find do |id|
          !@lists[list].key?(id) && !@entries.key?([list, id])
        end
      end

      private

      # Hash of what things of a list say that they are in to those that do.
      def inside(list, part, ids)
        ids.each_with_object({}) do |id, found|
          (@lists[list][id][part] || []).each { |other| (found[other] ||= []) << id }
        end
      end

      # Hash of identifier to item as it is meant.
      def standing(list)
        found = (@document[list] || []).to_h { |item| [item["id"], item] }
        @entries.each do |(of, id), entry|
          next unless of == list

          meant = meant(entry, found[id])
          meant ? found[id] = meant : found.delete(id)
        end
        found
      end

      def meant(entry, current)
        found = entry.held ? Merge.of(entry.base, entry.wanted, current) : current
        found && entry.aside ? found.merge(entry.aside) : found
      end
    end
  end
end
