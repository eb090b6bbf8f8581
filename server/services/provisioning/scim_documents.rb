# frozen_string_literal: true

module Server
  # What a provider asks first (RFC 7644, section 4): what is supported here, and what resources look like.
  module ScimDocuments
    LIST = "urn:ietf:params:scim:api:messages:2.0:ListResponse"
    CONFIG = "urn:ietf:params:scim:schemas:core:2.0:ServiceProviderConfig"
    TYPE = "urn:ietf:params:scim:schemas:core:2.0:ResourceType"

    # Most resources of one page, operations of one bulk request, and bytes of a body.
    PAGE = 1_000
    OPERATIONS = 1_000
    BYTES = 1024 * 1024

    module_function

    # Address under which all of it stands.
    def base = "#{PublicAddress}/scim/v2"

    def config
      yes = { "supported" => true }
      {
        "schemas" => [CONFIG], "patch" => yes, "sort" => yes, "etag" => yes,
        "changePassword" => { "supported" => false },
        "bulk" => yes.merge("maxOperations" => OPERATIONS, "maxPayloadSize" => BYTES),
        "filter" => yes.merge("maxResults" => PAGE),
        "authenticationSchemes" => [{ "type" => "oauthbearertoken", "name" => "Bearer token", "primary" => true,
                                      "description" => "A token that an administrator makes here (RFC 6750)" }],
        "meta" => { "resourceType" => "ServiceProviderConfig", "location" => "#{base}/ServiceProviderConfig" }
      }
    end

    # Array of Hash, by identifier.
    def types
      CobaltLedger::Provisioning::Schemas::KINDS.map do |kind|
        {
          "schemas" => [TYPE], "id" => kind.name, "name" => kind.name, "endpoint" => "/#{kind.path}",
          "schema" => kind.urn,
          "schemaExtensions" => kind.extensions.keys.map { |urn| { "schema" => urn, "required" => false } },
          "meta" => { "resourceType" => "ResourceType", "location" => "#{base}/ResourceTypes/#{kind.name}" }
        }
      end
    end

    # Array of Hash, by identifier.
    def schemas
      CobaltLedger::Provisioning::Schemas.to_a.map do |schema|
        schema.merge("meta" => { "resourceType" => "Schema", "location" => "#{base}/Schemas/#{schema['id']}" })
      end
    end

    # resources: Array of Hash, a page of them. Returns a Hash.
    def list(resources, total: resources.size, start: 1)
      { "schemas" => [LIST], "totalResults" => total, "startIndex" => start, "itemsPerPage" => resources.size,
        "Resources" => resources }
    end
  end
end
