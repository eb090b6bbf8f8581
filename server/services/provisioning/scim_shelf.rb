# frozen_string_literal: true

module Server
  # Resources of one kind as they are sent: with their addresses, ETags, and whether they wait to be signed.
  class ScimShelf
    Schemas = CobaltLedger::Provisioning::Schemas

    # desk: CobaltLedger::Provisioning::Desk; kind: Schemas::Kind.
    def initialize(desk, kind)
      @desk = desk
      @resources = CobaltLedger::Provisioning::Resources.new(desk, kind, Time.now)
      @kind = kind
    end

    attr_reader :kind

    def there?(id) = @resources.there?(id)
    def ids = @resources.ids

    # Raises CobaltLedger::Provisioning::Fault (404) where there is none.
    def there!(id)
      return if there?(id)

      raise CobaltLedger::Provisioning::Fault.new(nil, "There is no #{kind.name} “#{id}”", status: 404)
    end

    # The whole resource: Hash.
    def resource(id)
      entry = @resources.entry(id)
      found = addressed(@resources.resource(id))
      if held?(id)
        found = found.merge("schemas" => found["schemas"] + [Schemas::HELD], Schemas::HELD => { "held" => true })
      end
      found.merge("meta" => {
        "resourceType" => kind.name, "created" => entry.created&.utc&.iso8601,
        "lastModified" => entry.modified&.utc&.iso8601, "location" => location(id), "version" => version(found)
      }.compact)
    end

    def location(id) = "#{ScimDocuments.base}/#{kind.path}/#{ERB::Util.url_encode(id)}"

    # Raises CobaltLedger::Provisioning::Fault (412) where a resource is not as it was. etag: as sent, or nil.
    def unchanged!(id, etag)
      return if etag.nil? || etag.split(",").map(&:strip).intersect?(["*", resource(id)["meta"]["version"]])

      raise CobaltLedger::Provisioning::Fault.new(nil, "It has changed since the version you named", status: 412)
    end

    private

    # Does what was pushed of it wait? That of a group does where one of its members waits.
    def held?(id)
      return true if @resources.entry(id).held

      kind == Schemas::GROUPS && @desk.members(id).first.any? { |member| @desk.entry("users", member).held }
    end

    def version(found) = "W/\"#{CobaltLedger::CanonicalJson.digest(found)[0, 24]}\""

    # Where what a resource names is found.
    def addressed(resource)
      named = { "groups" => Schemas::GROUPS, "members" => nil }
      named.reduce(resource) do |found, (name, of)|
        next found unless found[name]

        found.merge(name => found[name].map do |each|
          path = (of || Schemas::KINDS.find { |kind| kind.name == each["type"] }).path
          each.merge("$ref" => "#{ScimDocuments.base}/#{path}/#{ERB::Util.url_encode(each['value'])}")
        end)
      end
    end
  end
end
