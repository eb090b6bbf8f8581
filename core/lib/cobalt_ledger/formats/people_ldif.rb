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

      # text: LDIF; mapping: people-mapping document or nil for the default; the block gets what was left out, Array of
      # Fault. Returns a directory document that validates. Raises BadInput.
      def self.read(text, mapping = nil)
        mapping ||= DEFAULT_MAPPING
        Schema.check!("people-mapping", mapping)
        reader = new(Ldif.read(text), mapping)
        document = reader.document
        DirectoryJson.build(document)
        yield reader.remarks.uniq if block_given?
        document
      end

      def initialize(entries, mapping)
        @entries = entries
        @mapping = mapping
        @faults = FaultList.new
        @remarks = FaultList.new
      end

      # What was left out: Array of Fault, by line. Whole once the document was read.
      attr_reader :remarks

      # The directory's document form: Hash. Raises BadInput with all faults.
      def document
        @users = of_kind("user").to_h { |entry| [DistinguishedName.key(entry.dn), user(entry)] }
        @faults.add("", "contains no one of the class #{@mapping['user']['class']}") if @users.empty?
        @groups = of_kind("group").to_h { |entry| [DistinguishedName.key(entry.dn), node(entry, "group")] }
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
          group = @groups[DistinguishedName.key(entry.dn)] or next
          entry.all(@mapping["group"]["members"]).each { |member| join(member, group, entry) }
        end
        @groups.values.compact
      end

      def join(member, group, entry)
        key = DistinguishedName.key(member)
        if (user = person(member, key)) then user["groups"] |= [group["id"]]
        elsif @groups[key] then @groups[key]["within"] = (@groups[key]["within"] || []) | [group["id"]]
        elsif member.match?(/\S/) && DistinguishedName.key(entry.dn) != key
          outside("the group #{group['name']} has a member that is not in the file: #{member}", entry)
        end
      end

      # Members are named by the names of their entries, or, as memberUid does (RFC 2307), by what identifies them.
      def person(member, key)
        @by_id ||= of_kind("user").to_h do |entry|
          [entry[@mapping["user"]["id"]].to_s.downcase(:fold), @users[DistinguishedName.key(entry.dn)]]
        end
        @users[key] || @by_id[member.strip.downcase(:fold)]
      end

      # Who isn't in the file can't be put into anything: the file is refused, or it is told and left out.
      def outside(words, entry)
        (@mapping["outside"] == "leave_out" ? @remarks : @faults).add("line #{entry.line}", words)
      end

      # Departments follow the tree of the directory: one within another is its child.
      def departments
        found = of_kind("department").to_h { |entry| [DistinguishedName.key(entry.dn), node(entry, "department")] }
        found.each do |dn, department|
          parent = DistinguishedName.parent_key(dn)
          department["parent"] = found[parent]["id"] if department && found[parent]
        end
        with_named(found.values.compact, "department")
      end

      # Roles and units named by users, with names from entries of their own class where the mapping has one.
      def named(list, kind)
        nodes = @mapping[kind] ? of_kind(kind).filter_map { |entry| node_with_members(entry, kind, list) } : []
        with_named(nodes, list)
      end

      # Some directories name the members of a role, and not the roles of a person.
      def node_with_members(entry, kind, list)
        node = node(entry, kind) or return nil
        entry.all(@mapping[kind]["members"]).each do |member|
          if (user = person(member, DistinguishedName.key(member))) then user[list] |= [node["id"]]
          elsif member.match?(/\S/)
            outside("the #{kind} #{node['name']} has a member that is not a person in the file: #{member}", entry)
          end
        end
        node
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
