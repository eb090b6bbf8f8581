# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads the effects of a rule, or of its otherwise, and judges what the schema can't: that none contradicts
    # another, and that masks and values suit every field they are meant for.
    class EffectsReader
      WORDS = { value: "value", offer: "suggestion", refusal: "refusal" }.freeze

      # scope: Conditions::Scope.
      def initialize(scope, faults)
        @scope = scope
        @type = scope.record_type
        @faults = faults
        @values = Conditions::ValueReader.new(scope, faults)
      end

      # effects, targets: documents that have passed the schema. Returns an Array of Rules::Effect.
      def read(effects, targets, pointer)
        @targets = targets
        @fields = targeted(targets)
        clashes(effects, pointer)
        effects.each_with_index.filter_map { |effect, index| one(effect, "#{pointer}/#{index}") }
      end

      private

      # Fields named, and those of named sections.
      def targeted(targets)
        named = (targets["fields"] || []).filter_map { |id| @type.field(id) }
        @named = named
        named | (targets["sections"] || []).flat_map { |id| @type.fields_in(id) }
      end

      def clashes(effects, pointer)
        claims = effects.map { |effect| Rules::Effect[effect["effect"]].claim }
        claims.each_with_index do |claim, index|
          next unless claims.first(index).include?(claim)

          @faults.add(
            "#{pointer}/#{index}", "another effect of this rule already decides the #{WORDS.fetch(claim, claim)}"
          )
        end
      end

      def one(effect, pointer)
        return nil unless suits?(Rules::Effect[effect["effect"]], pointer)

        mask_suits(effect["mask"], "#{pointer}/mask") if effect["mask"]
        return Rules::Effect.from(effect) unless effect["to"]

        operand = value(effect["to"], "#{pointer}/to")
        operand && Rules::Effect.from(effect, operand)
      end

      # Is it something that can become of what the line names?
      def suits?(type, pointer)
        if @targets["actions"]
          return true if type.suits == :actions

          @faults.add(pointer, "an action is allowed or denied, and nothing else")
        elsif @targets["record"]
          return true if type.suits_whole?

          @faults.add(pointer, "the record as a whole is locked or unlocked, and nothing else")
        else
          return true unless type.suits == :actions

          @faults.add(pointer, "only an action is allowed or denied; fields are shown, hidden, locked and so on")
        end
        false
      end

      # The value must fit every target: it is read for each, and kept as it fits the first.
      def value(hash, pointer)
        return @faults.add(pointer, "values are set in named fields, not in whole sections") if @named.empty?

        unwritable = @named.find { |field| field.kind.never_typed? && !field.typed_when_incomplete? }
        if unwritable
          return @faults.add(pointer, "#{unwritable.name} is #{unwritable.kind.title}, so no rule can give it a value")
        end

        read = @named.map { |field| @values.read(hash, field, pointer) }
        read.all? ? read.first : nil
      end

      def mask_suits(mask, pointer)
        format = Masks::Mask[mask["format"]]
        @named
          .reject { |field| format.suits?(field) }
          .each do |field|
            @faults.add(
              pointer,
              "the mask “#{mask['format']}” does not suit #{field.name}, which is of kind #{field.kind.title}"
            )
          end
      end
    end
  end
end
