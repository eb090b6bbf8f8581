# frozen_string_literal: true

module CobaltLedger
  module Provisioning
    # A person of the directory as a User resource, and back (RFC 7643, section 4.1).
    class Person
      # What someone who is not active is without.
      MEMBERSHIPS = %w[roles groups department units attributes].freeze

      # desk: Desk, whose names are used.
      def initialize(desk)
        @desk = desk
      end

      # item: of the directory document, as if active; entry: Entry. Returns a Hash without "schemas" and "meta".
      def resource(id, item, entry)
        {
          "id" => id, "externalId" => entry.external_id, "userName" => @desk.user_name(id),
          **names(item, entry), **plain(item, Schemas::USER), "active" => entry.active?,
          "emails" => emails(item, entry), "roles" => listed(item["roles"], "roles"),
          "groups" => listed(item[@desk.groups], @desk.groups),
          Schemas::ENTERPRISE => enterprise(item), Schemas::DIRECTORY => directory(item)
        }.reject { |_, value| value.nil? || value == [] || value == {} }
      end

      # resource: as Reading gives it; item: as it is so far, whose groups stay, as they are written at the groups (RFC
      # 7643, section 4.1.2); replace: is the resource all that is to be known? Returns [item, Hash of
      # what an Entry keeps]. Raises Fault.
      def item(resource, item, id, replace: false)
        resource = unspoken(resource, item) if replace
        made = {
          "id" => id, "name" => name(resource), "email" => email(resource["emails"]),
          "attributes" => attributes(resource), "roles" => found(resource["roles"], "roles"),
          "groups" => item["groups"] || [], "department" => department(resource),
          "units" => found(resource.dig(Schemas::DIRECTORY, "units"), "units")
        }.reject { |_, value| value.nil? || value == [] || value == {} }
        [made, { user_name: resource["userName"], external_id: resource["externalId"],
                 said: resource.slice("name", "displayName", "emails") }]
      end

      private

      # A name that was changed here since it was pushed is told as it is here.
      def names(item, entry)
        said = entry.said
        pushed = entry.user_name && name(said.merge("userName" => entry.user_name))
        return said.slice("name", "displayName") if pushed == item["name"]

        said.slice("name").merge("displayName" => item["name"])
      end

      def emails(item, entry)
        said = entry.said["emails"]
        return said if email(said) == item["email"]

        item["email"] ? [{ "value" => item["email"], "primary" => true }] : []
      end

      def plain(item, urn) = (item["attributes"] || {}).slice(*Schemas::PLAIN[urn].keys)

      def listed(ids, list) = (ids || []).map { |id| { "value" => id, "display" => @desk.name_of(list, id) } }

      def enterprise(item)
        { **plain(item, Schemas::ENTERPRISE),
          "department" => item["department"] && @desk.name_of("departments", item["department"]) }.compact
      end

      def directory(item)
        others = (item["attributes"] || {}).except(*Schemas::PLAIN.values.flat_map(&:keys))
        { "units" => listed(item["units"], "units"),
          "attributes" => others.map { |type, value| { "type" => type, "value" => value } } }
          .reject { |_, list| list.empty? }
      end

      # A PUT of a provider that knows nothing of roles and extensions takes none of them away.
      def unspoken(resource, item)
        kept = { "roles" => (item["roles"] || []).map { |id| { "value" => id } },
                 Schemas::ENTERPRISE => enterprise(item), Schemas::DIRECTORY => directory(item) }
        kept.merge(resource)
      end

      def name(resource)
        parts = resource["name"] || {}
        [resource["displayName"], parts["formatted"], parts.values_at("givenName", "familyName").compact.join(" "),
         resource["userName"]].find { |text| !text.to_s.strip.empty? }
      end

      def email(list) = list && ((list.find { |each| each["primary"] } || list.first) || {})["value"]

      def attributes(resource)
        own = Schemas::PLAIN.flat_map do |urn, names|
          holder = urn == Schemas::USER ? resource : resource[urn] || {}
          holder.slice(*names.keys).to_a
        end
        others = (resource.dig(Schemas::DIRECTORY, "attributes") || []).map { |each| each.values_at("type", "value") }
        (others + own).to_h.compact.reject { |_, value| value.empty? }
      end

      # Identifiers of what is named by identifier or by name.
      def found(values, list)
        (values || []).map do |each|
          @desk.identifier(list, each["value"]) or
            raise Fault.new("invalidValue", "There is no #{list.delete_suffix('s')} “#{each['value']}”")
        end.uniq
      end

      def department(resource)
        named = resource.dig(Schemas::ENTERPRISE, "department").to_s.strip
        named.empty? ? nil : @desk.department(named)
      end
    end
  end
end
