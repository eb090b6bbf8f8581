# frozen_string_literal: true

module CobaltLedger
  module Provisioning
    # The schemas of what an identity provider can push (RFC 7643): people with the enterprise's part and one of our
    # own, and groups. What they do not have, nothing is kept of.
    module Schemas
      USER = "urn:ietf:params:scim:schemas:core:2.0:User"
      GROUP = "urn:ietf:params:scim:schemas:core:2.0:Group"
      ENTERPRISE = "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User"
      DIRECTORY = "urn:cobalt-ledger:scim:directory:1.0:User"
      HELD = "urn:cobalt-ledger:scim:held:1.0"

      A = Attribute
      private_constant :A

      # What every resource has (RFC 7643, section 3.1).
      COMMON = [
        A.of("id", "Identifier given here", exact: true, mutability: "readOnly", returned: "always",
                                            uniqueness: "server"),
        A.of("externalId", "Identifier that the provider gives", exact: true),
        A.of("meta", "When it was made and changed", type: "complex", mutability: "readOnly", sub: [
               A.of("resourceType", "Kind of resource", exact: true, mutability: "readOnly"),
               A.of("created", "When it was first pushed", type: "dateTime", mutability: "readOnly"),
               A.of("lastModified", "When it last changed", type: "dateTime", mutability: "readOnly"),
               A.of("location", "Its address", exact: true, mutability: "readOnly"),
               A.of("version", "Its ETag", exact: true, mutability: "readOnly")
             ])
      ].freeze

      NAMES = { "formatted" => "Whole name", "familyName" => "Family name", "givenName" => "Given name",
                "middleName" => "Middle names", "honorificPrefix" => "Titles before",
                "honorificSuffix" => "Titles after" }.freeze

      # Attributes that become attributes of the person in the directory, by the same name.
      PLAIN = { USER => { "title" => "Title", "userType" => "Relation to the business" },
                ENTERPRISE => { "employeeNumber" => "Number in the business", "costCenter" => "Cost centre",
                                "organization" => "Organization", "division" => "Division" } }.freeze

      USER_ATTRIBUTES = [
        A.of("userName", "Name the person signs in with elsewhere", required: true, uniqueness: "server"),
        A.of("name", "The parts of the name", type: "complex", sub: NAMES.map { |name, words| A.of(name, words) }),
        A.of("displayName", "Name shown here"),
        *PLAIN[USER].map { |name, words| A.of(name, words) },
        A.of("active", "False: no memberships, and no signing in", type: "boolean"),
        A.several("emails", "E-mail addresses", [
                    A.of("value", "Address"), A.of("display", "Name of it"),
                    A.of("type", "Kind of address", canonical: %w[work home other]),
                    A.of("primary", "Is it the one that is used?", type: "boolean")
                  ]),
        A.several("roles", "Roles of the directory", [
                    A.of("value", "Identifier or name of the role", required: true), A.of("display", "Name"),
                    A.of("type", "Kind"), A.of("primary", "Is it the main one?", type: "boolean")
                  ]),
        A.several("groups", "What the person is a member of", [
                    A.of("value", "Identifier", exact: true, mutability: "readOnly"),
                    A.of("display", "Name", mutability: "readOnly"),
                    A.of("$ref", "Address", type: "reference", exact: true, mutability: "readOnly")
                  ], mutability: "readOnly")
      ].freeze

      ENTERPRISE_ATTRIBUTES = [
        *PLAIN[ENTERPRISE].map { |name, words| A.of(name, words) },
        A.of("department", "Identifier or name of the department; a missing one is created")
      ].freeze

      DIRECTORY_ATTRIBUTES = [
        A.several("units", "Units of the directory", [A.of("value", "Identifier or name of the unit", required: true),
                                                      A.of("display", "Name")]),
        A.several("attributes", "Other attributes that conditions can ask about", [
                    A.of("type", "Name of the attribute", required: true, exact: true),
                    A.of("value", "Value", required: true, exact: true)
                  ])
      ].freeze

      HELD_ATTRIBUTES = [
        A.of("held", "Is what was pushed held back until it is signed?", type: "boolean", mutability: "readOnly")
      ].freeze

      GROUP_ATTRIBUTES = [
        A.of("displayName", "Name", required: true),
        A.several("members", "People and groups in it", [
                    A.of("value", "Identifier", required: true, exact: true, mutability: "immutable"),
                    A.of("type", "User or Group", canonical: %w[User Group], mutability: "immutable"),
                    A.of("display", "Name", mutability: "readOnly"),
                    A.of("$ref", "Address", type: "reference", exact: true, mutability: "immutable")
                  ])
      ].freeze

      # One kind of resource. extensions: Hash of urn to Array of Attribute.
      Kind = Struct.new(:name, :path, :urn, :attributes, :extensions, keyword_init: true) do
        # [Attribute, urn of the extension it stands in or nil] of a name, or nil. urn: that it was said to stand in.
        def find(urn, name)
          of_core = urn.nil? || urn.casecmp?(self.urn)
          found = of_core ? [*COMMON, *attributes].find { |each| each.name.casecmp?(name) } : nil
          return [found, nil] if found

          extensions.each do |own, list|
            next unless urn&.casecmp?(own)

            list.find { |each| each.name.casecmp?(name) }&.then { |each| return [each, own] }
          end
          nil
        end

        # The urn of an extension as it is spelt, or nil.
        def extension(text) = extensions.keys.find { |own| own.casecmp?(text) }
        def urns = [urn, *extensions.keys]
      end

      USERS = Kind.new(name: "User", path: "Users", urn: USER, attributes: USER_ATTRIBUTES,
                       extensions: { ENTERPRISE => ENTERPRISE_ATTRIBUTES, DIRECTORY => DIRECTORY_ATTRIBUTES,
                                     HELD => HELD_ATTRIBUTES }).freeze
      GROUPS = Kind.new(name: "Group", path: "Groups", urn: GROUP, attributes: GROUP_ATTRIBUTES,
                        extensions: { HELD => HELD_ATTRIBUTES }).freeze
      KINDS = [USERS, GROUPS].freeze

      NAMED = {
        USER => ["User", "A person"], ENTERPRISE => ["EnterpriseUser", "A person in the business"],
        DIRECTORY => ["DirectoryUser", "What else rules and conditions know about a person"],
        GROUP => ["Group", "A group, or a role where groups stand for roles"],
        HELD => ["Held", "Whether what was pushed has taken effect"]
      }.freeze

      module_function

      # All, as /Schemas tells them: Array of Hash, without "meta".
      def to_a
        [[USER, USER_ATTRIBUTES], [ENTERPRISE, ENTERPRISE_ATTRIBUTES], [DIRECTORY, DIRECTORY_ATTRIBUTES],
         [GROUP, GROUP_ATTRIBUTES], [HELD, HELD_ATTRIBUTES]].map do |urn, list|
          name, description = NAMED.fetch(urn)
          { "schemas" => ["urn:ietf:params:scim:schemas:core:2.0:Schema"], "id" => urn, "name" => name,
            "description" => description, "attributes" => list.map(&:to_h) }
        end
      end
    end
  end
end
