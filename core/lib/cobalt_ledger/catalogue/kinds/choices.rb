# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    module Kinds
      # Any number of the field's options.
      class Choices < Kind
        known_as "choices", order: 10
        titled "several choices"
        also "multi-select", "multiselect", "multiple choice", "tags", "some of a list"

        def self.takes = %w[options]
        def self.input = "choices"
        def self.family = :choices

        def self.parse(raw, field)
          return nil if raw.nil? || raw == "" || raw == []

          unsuitable("must be a list of options") unless raw.is_a?(Array)
          raw.each do |item|
            next if item.is_a?(String) && field.option(item)

            unsuitable("contains a value that is not an option: #{field.options.map(&:id).join(', ')}")
          end
          raw.uniq.sort.freeze
        end

        def self.display(value, field) = value.map { |item| field.option(item)&.name || item }.join(", ")
        def self.picked(value) = value
        def self.stand_in(field) = field.options.first(1).map(&:id)
        def self.sample(field) = field.options.first(2).map(&:name).join(", ")
        def self.example = "some of a list"
      end
    end
  end
end
