# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Turns LDIF entries into a directory document, by a mapping from object classes and attributes.
    class PeopleLdif
      # The mapping used where none is given: names of RFC 4519 and RFC 2798.
      DEFAULT_MAPPING = {
        "format" => "cobalt-ledger/people-mapping", "version" => 1,
        "user" => { "class" => "inetOrgPerson", "id" => "uid", "name" => "cn", "email" => "mail",
                    "department" => "departmentNumber", "roles" => "employeeType", "units" => "businessCategory",
                    "attributes" => { "title" => "title" } },
        "group" => { "class" => "groupOfNames", "id" => "cn", "name" => "description", "members" => "member" }
      }.freeze

      # text: LDIF; mapping: people-mapping document or nil for the default. Returns a directory document
      # that validates. Raises BadInput.
      def self.read(text, mapping = nil)
        mapping ||= DEFAULT_MAPPING
        Schema.check!("people-mapping", mapping)
        document = new(Ldif.read(text), mapping).document
        DirectoryJson.build(document)
        document
      end

      def initialize(entries, mapping)
        @entries = entries
        @mapping = mapping
        @faults = FaultList.new
      end

      # The directory's document form: Hash. Raises BadInput with all faults.
      def document
        @users = of_kind("user").to_h { |entry| [Ldif.normal_dn(entry.dn), user(entry)] }
        @faults.add("", "contains no one of the class #{@mapping['user']['class']}") if @users.empty?
        @groups = of_kind("group").to_h { |entry| [Ldif.normal_dn(entry.dn), node(entry, "group")] }
        lists = { "users" => @users.values.compact, "roles" => named("roles", "role"), "groups" => groups,
                  "departments" => departments, "units" => named("units", "unit") }
        @faults.raise_if_any!
        DirectoryJson.empty.merge(lists)
      end

      private

      def of_kind(kind)
        wanted = @mapping[kind] or return []
        @entries.select { |entry| entry.of_class?(wanted["class"]) }
      end

      def user(entry)
        map = @mapping["user"]
        id = required(entry, map["id"]) or return nil
        attributes = (map["attributes"] || {}).transform_values { |name| entry[name] }.compact
        {
          "id" => id, "name" => entry[map["name"]] || id, "email" => entry[map["email"]], "attributes" => attributes,
          "roles" => ids(entry.all(map["roles"])), "groups" => [],
          "department" => ids(entry.all(map["department"])).first, "units" => ids(entry.all(map["units"]))
        }.compact
      end

      def required(entry, attribute)
        value = entry[attribute]
        return @faults.add("line #{entry.line}", "#{entry.dn} lacks the attribute #{attribute}") unless value
        return value if value.match?(/\A[A-Za-z0-9][A-Za-z0-9._-]{0,99}\z/)

        Identifier.from(value)
      end

      def ids(values) = values.map { |value| Identifier.from(value) }.uniq

      def node(entry, kind)
        map = @mapping[kind]
        id = entry[map["id"]] or
          return @faults.add("line #{entry.line}", "#{entry.dn} lacks the attribute #{map['id']}")
        { "id" => Identifier.from(id), "name" => (entry[map["name"]] || id)[0, 200] }
      end

      # Groups, with members put on the users and nesting on the groups themselves.
      def groups
        of_kind("group").each do |entry|
          group = @groups[Ldif.normal_dn(entry.dn)] or next
          entry.all(@mapping["group"]["members"]).each { |dn| join(Ldif.normal_dn(dn), dn, group, entry) }
        end
        @groups.values.compact
      end

      def join(key, member_dn, group, entry)
        if @users[key] then @users[key]["groups"] |= [group["id"]]
        elsif @groups[key] then @groups[key]["within"] = (@groups[key]["within"] || []) | [group["id"]]
        elsif member_dn.match?(/\S/) && Ldif.normal_dn(entry.dn) != key
          @faults.add(
            "line #{entry.line}", "the group #{group['name']} has a member that is not in the file: #{member_dn}"
          )
        end
      end

      # Departments follow the tree of the directory: one within another is its child.
      def departments
        found = of_kind("department").to_h { |entry| [Ldif.normal_dn(entry.dn), node(entry, "department")] }
        found.each do |dn, department|
          parent = dn.split(/(?<!\\),/, 2)[1]
          department["parent"] = found[parent]["id"] if department && found[parent]
        end
        with_named(found.values.compact, "department")
      end

      # Roles and units named by users, with names from entries of their own class where the mapping has one.
      def named(list, kind)
        nodes = @mapping[kind] ? of_kind(kind).filter_map { |entry| node(entry, kind) } : []
        with_named(nodes, list)
      end

      # Adds what users name and no entry stands for.
      def with_named(nodes, attribute)
        values = of_kind("user").flat_map { |entry| entry.all(@mapping["user"][attribute]) }.uniq
        # Attributes of a directory are compared without regard to capitals (RFC 4517, caseIgnoreMatch), but not to
        # more.
        Identifier.alike(values.uniq(&:downcase)).each { |words| @faults.add("", "the #{attribute} #{words}") }
        known = nodes.map { |node| node["id"] }
        nodes + values.map { |value| { "id" => Identifier.from(value), "name" => value } }
          .uniq { |item| item["id"] }.reject { |item| known.include?(item["id"]) }
      end
    end
  end
end
