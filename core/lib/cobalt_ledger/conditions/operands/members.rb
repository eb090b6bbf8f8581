# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # Roles, groups, departments and units that a person may be a member of.
      class Members < Operand
        known_as "members", order: 50

        def self.parts
          {
            "members" => {
              "type" => "array",
              "items" => {
                "$ref" => "#/$defs/principal"
              },
              "minItems" => 1,
              "maxItems" => 100
            }
          }
        end

        attr_reader :members

        def self.constant? = true

        def self.read(hash, pointer, scope, faults)
          members =
            hash["members"].map { |item| Directory::Audience::Member.new(item.keys.first.to_sym, item.values.first) }
          missing =
            members.each_with_index.reject do |member, _|
              scope.directory.nil? || scope.directory.find(member.kind, member.id)
            end
          missing.each do |member, index|
            faults.add("#{pointer}/members/#{index}", "there is no #{member.kind} “#{member.id}” in the directory")
          end
          missing.empty? ? new(members) : nil
        end

        # members: Array of Directory::Audience::Member.
        def initialize(members)
          super()
          @members = members.freeze
          freeze
        end

        def value = members
        def reader = ->(_facts) { members }
        def words(directory) = Words.list(members.map { |member| directory.name_of(member.kind, member.id) }, "or")
        def enter(_world, _opened) = members
        def to_h = { "members" => members.map(&:to_h) }
      end
    end
  end
end
