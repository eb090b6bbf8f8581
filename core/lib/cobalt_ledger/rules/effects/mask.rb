# frozen_string_literal: true

module CobaltLedger
  module Rules
    module Effects
      # Shows a covered form of the value; with replace, it may be overwritten without being seen.
      class Mask < Effect
        known_as "mask", order: 3
        also "obscure", "redact", "obfuscate", "partly hidden", "asterisks"
        gives :visibility, Access::Facets::MASKED

        attr_reader :mask, :replace

        def self.parameters = { "mask" => { "$ref" => "#/$defs/mask" }, "replace" => { "type" => "boolean" } }
        def self.optional = %w[replace]
        def self.build(hash, _operand) = new(Masks::Mask.from(hash["mask"]), hash["replace"] || false)

        # mask: Masks::Mask; replace: true or false.
        def initialize(mask, replace)
          super()
          @mask = mask
          @replace = replace
          freeze
        end

        def words(_directory = nil) = "masked (#{mask.words}#{', can be replaced while masked' if replace})"
        def to_h = super.merge("mask" => mask.to_h).merge(replace ? { "replace" => true } : {})
      end
    end
  end
end
