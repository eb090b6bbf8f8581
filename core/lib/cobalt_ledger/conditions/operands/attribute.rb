# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Operands
      # An attribute of the person who asks, such as a clearance.
      class Attribute < Operand
        known_as "attribute", order: 31

        def self.parts = { "attribute" => { "type" => "string", "minLength" => 1, "maxLength" => 100 } }

        def self.read(hash, pointer, scope, faults)
          name = hash["attribute"]
          known = scope.directory.nil? || scope.directory.attribute_names.include?(name)
          known ? new(name) : faults.add("#{pointer}/attribute", "no one in the directory has an attribute “#{name}”")
        end

        def initialize(name)
          super()
          @name = name
          @subject = Subject.new(name, "the user's #{name.tr('_', ' ')}", Catalogue::Kinds::Text)
          freeze
        end

        def reads = [[:attribute, @name]]

        def reader
          name = @name
          ->(facts) { facts.attribute(name) }
        end

        def enter(world, _opened) = world.attribute(@name)
        def to_h = { "attribute" => @name }
      end
    end
  end
end
