# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads the rules of a policy document and judges what the schema can't: whether all they name exists,
    # whether effects suit the fields, whether ranks are given once.
    class RuleReader
      # types: Hash of identifier to Catalogue::RecordType; directory: Directory::Directory or nil.
      def initialize(types, directory, faults)
        @types = types
        @directory = directory
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
        targets(hash["targets"], type, "#{pointer}/targets")
        people(hash, pointer)
        condition = hash["when"] && Conditions::Parser.new(type, @faults, @directory).parse(hash["when"], "#{pointer}/when")
        effects(hash, type, pointer)
        review_date(hash, pointer)
        @faults.count == before ? build(hash, condition) : nil
      end

      private

      def build(hash, condition)
        Rules::Rule.new(id: hash["id"], title: hash["title"], reason: hash["reason"], owner: hash["owner"],
                        review_by: hash["review_by"], on: hash["state"] != "off", kind: hash["kind"], rank: hash["rank"],
                        record_type: hash["record_type"], field_ids: hash["targets"]["fields"] || [],
                        section_ids: hash["targets"]["sections"] || [], audience: Rules::Audience.from(hash["audience"]),
                        reach: Rules::Reach.from(hash["reach"]), condition: condition,
                        effects: hash["effects"].map { |effect| Rules::Effect.from(effect) })
      end

      def ranks(rules, pointer)
        rules.group_by { |rule, _| rule.values_at("record_type", "kind", "rank") }.each_value do |found|
          found.drop(1).each do |rule, index|
            @faults.add("#{pointer}/#{index}/rank", "rank #{rule['rank']} is already given to “#{found.first.first['title']}”")
          end
        end
      end

      def targets(hash, type, pointer)
        fields = hash["fields"] || []
        sections = hash["sections"] || []
        @faults.add(pointer, "name at least one field or section") if fields.empty? && sections.empty?
        fields.each_with_index do |id, index|
          @faults.add("#{pointer}/fields/#{index}", "#{type.name} has no field “#{id}”") unless type.field(id)
        end
        sections.each_with_index do |id, index|
          @faults.add("#{pointer}/sections/#{index}", "#{type.name} has no section “#{id}”") unless type.section(id)
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
        (hash.dig("reach", "units") || []).each_with_index { |id, index| known(:unit, id, "#{pointer}/reach/units/#{index}") }
        known(:user, hash["owner"], "#{pointer}/owner") if hash["owner"]
      end

      def known(kind, id, pointer)
        @faults.add(pointer, "there is no #{kind} “#{id}” in the directory") unless @directory.find(kind, id)
      end

      def effects(hash, type, pointer)
        facets = hash["effects"].map { |effect| Rules::Effect[effect["effect"]].facet }
        facets.each_with_index do |facet, index|
          next unless facets.first(index).include?(facet)

          @faults.add("#{pointer}/effects/#{index}", "the rule already says something else of #{facet}")
        end
        hash["effects"].each_with_index { |effect, index| mask_suits(effect, hash["targets"], type, "#{pointer}/effects/#{index}/mask") }
      end

      def mask_suits(effect, targets, type, pointer)
        return unless effect["mask"]

        format = Masks::Mask[effect["mask"]["format"]]
        (targets["fields"] || []).filter_map { |id| type.field(id) }.reject { |field| format.suits?(field) }.each do |field|
          @faults.add(pointer, "the mask “#{effect['mask']['format']}” does not suit #{field.name}, which is of kind #{field.kind.title}")
        end
      end

      def review_date(hash, pointer)
        return unless hash["review_by"]

        year, month, day = hash["review_by"].split("-").map(&:to_i)
        @faults.add("#{pointer}/review_by", "is a day that does not exist") unless Date.valid_date?(year, month, day)
      end
    end
  end
end
