# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads the rules of a policy document and judges what the schema can't: whether all they name exists,
    # whether effects suit the fields, whether ranks are given once.
    class RuleReader
      # types: Hash of identifier to Catalogue::RecordType; scope: Conditions::Scope without a record type.
      def initialize(types, scope, faults)
        @types = types
        @scope = scope
        @directory = scope.directory
        @faults = faults
      end

      # rules: Array of [rule document that has passed the schema, its index]. Returns Array of Rules::Rule.
      def read_all(rules, pointer = "/rules")
        ranks(rules, pointer)
        rules.filter_map { |rule, index| read(rule, "#{pointer}/#{index}") }
      end

      # One rule document. Returns a Rules::Rule, or nil when a fault was noted.
      def read(hash, pointer = "")
        type = @types[hash["record_type"]]
        return @faults.add("#{pointer}/record_type", "there is no record type “#{hash['record_type']}”") unless type

        before = @faults.count
        scope =
          Conditions::Scope.new(
            record_type: type, types: @types, directory: @directory, places: @scope.places, zone: @scope.zone
          )
        people(hash, pointer)
        forms(hash, type, pointer)
        parts = {
          condition: hash["when"] && Conditions::Parser.new(scope, @faults).parse(hash["when"], "#{pointer}/when"),
          window: hash["window"] && WindowReader.new(@scope.zone, @faults).read(hash["window"], "#{pointer}/window")
        }
        parts[:lines] = LinesReader.new(scope, @faults).read(hash, pointer)
        review_date(hash, pointer)
        @faults.count == before ? build(hash, parts) : nil
      end

      private

      def build(hash, parts)
        Rules::Rule.new(
          id: hash["id"], title: hash["title"], reason: hash["reason"], owner: hash["owner"],
          review_by: hash["review_by"], on: hash["state"] != "off", kind: hash["kind"], rank: hash["rank"],
          record_type: hash["record_type"], audience: Directory::Audience.from(hash["audience"]),
          reach: Rules::Reach.from(hash["reach"]), timing: hash["timing"] || "live", **parts
        )
      end

      def forms(hash, type, pointer)
        (hash.dig("reach", "forms") || []).each_with_index do |id, index|
          @faults.add("#{pointer}/reach/forms/#{index}", "#{type.name} has no form “#{id}”") unless type.form(id)
        end
      end

      def ranks(rules, pointer)
        rules
          .group_by { |rule, _| rule.values_at("record_type", "kind", "rank") }
          .each_value do |found|
            found
              .drop(1)
              .each do |rule, index|
                @faults.add(
                  "#{pointer}/#{index}/rank",
                  "rank #{rule['rank']} is already given to “#{found.first.first['title']}”"
                )
              end
          end
      end

      def people(hash, pointer)
        return unless @directory

        %w[any except].each do |part|
          (hash["audience"][part] || []).each_with_index do |member, index|
            kind, id = member.first
            known(kind.to_sym, id, "#{pointer}/audience/#{part}/#{index}/#{kind}")
          end
        end
        (hash.dig("reach", "units") || []).each_with_index do |id, index|
          known(:unit, id, "#{pointer}/reach/units/#{index}")
        end
        known(:user, hash["owner"], "#{pointer}/owner") if hash["owner"]
      end

      def known(kind, id, pointer)
        @faults.add(pointer, "there is no #{kind} “#{id}” in the directory") unless @directory.find(kind, id)
      end

      def review_date(hash, pointer)
        return unless hash["review_by"]

        year, month, day = hash["review_by"].split("-").map(&:to_i)
        @faults.add("#{pointer}/review_by", "is a day that does not exist") unless Date.valid_date?(year, month, day)
      end
    end
  end
end
