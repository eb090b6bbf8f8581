# frozen_string_literal: true

module CobaltLedger
  module Provisioning
    # What can be done to the resources of one kind (RFC 7644, section 3). All or none of each: the Desk that is given
    # is changed only where nothing is wrong, which the caller sees to by giving a copy.
    class Resources
      # Names of attributes of which nothing is kept: Array of String.
      attr_reader :left_out

      # desk: Desk; kind: Schemas::Kind; now: Time.
      def initialize(desk, kind, now)
        @desk = desk
        @kind = kind
        @now = now
        @left_out = []
        @users = kind == Schemas::USERS
        @list = @users ? "users" : desk.groups
      end

      # Identifiers of all.
      def ids = @users ? @desk.people : @desk.group_ids

      def there?(id) = @users ? @desk.person?(id) : !@desk.item(@list, id).nil?

      # The resource of an identifier: Hash, without "meta" and without what the server knows of addresses.
      def resource(id)
        found = if @users
                  person.resource(id, @desk.item(@list, id),
                                  @desk.entry(@list, id))
                else
                  Group.new(@desk).resource(id)
                end
        { "schemas" => [@kind.urn, *@kind.extensions.keys.select { |urn| found.key?(urn) }] }.merge(found)
      end

      # The Entry of an identifier.
      def entry(id) = @desk.entry(@list, id)

      # document: as sent. Returns the identifier that is given. Raises Fault.
      def create(document)
        found = read(document)
        alone!(found, nil)
        id = @desk.unused(@list, @users ? found["userName"] : found["displayName"])
        put(id, found)
        id
      end

      # Raises Fault.
      def replace(id, document)
        found = read(document)
        alone!(found, id)
        put(id, found, replace: true)
      end

      # Raises Fault.
      def patch(id, document)
        patch = Patch.new(@kind, document)
        found = patch.apply(resource(id).except("schemas", "id", "groups"))
        @left_out = patch.left_out
        alone!(found, id)
        put(id, found)
      end

      def delete(id)
        return Group.new(@desk).delete(id, @now) unless @users

        @desk.put("users", id, nil, now: @now, gone: true, aside: nil)
      end

      private

      def person = @person ||= Person.new(@desk)

      def read(document)
        reading = Reading.new(@kind)
        reading.whole(document).tap { @left_out = reading.left_out }
      end

      def put(id, found, replace: false)
        return Group.new(@desk).put(id, found, @now, members: !replace || found.key?("members")) unless @users

        item, told = person.item(found, @desk.item("users", id) || {}, id, replace: replace)
        aside = found["active"] == false ? item.slice(*Person::MEMBERSHIPS) : nil
        @desk.put("users", id, item, now: @now, aside: aside, **told)
      end

      # Names that are taken are told (RFC 7644, section 3.3.1).
      def alone!(found, id)
        name = @users ? found["userName"] : found["displayName"]
        other = @users ? @desk.person_named(name) : @desk.identifier(@list, name)
        return if other.nil? || other == id || (!@users && other != name && id && @desk.name_of(@list, id) == name)

        raise Fault.new("uniqueness", "“#{name}” is there already, as #{other}", status: 409)
      end
    end
  end
end
