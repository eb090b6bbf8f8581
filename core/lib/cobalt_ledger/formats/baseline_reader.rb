# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads the baselines of a policy document.
    class BaselineReader
      def initialize(types, directory, faults)
        @types = types
        @directory = directory
        @faults = faults
      end

      # baselines: Array of [document that has passed the schema, its index]. Returns Array of Catalogue::Baseline.
      def read_all(baselines, pointer = "/baselines")
        baselines.filter_map { |baseline, index| read(baseline, "#{pointer}/#{index}") }
      end

      private

      def read(hash, pointer)
        type = @types[hash["record_type"]]
        return @faults.add("#{pointer}/record_type", "there is no record type “#{hash['record_type']}”") unless type

        before = @faults.count
        assigned(hash, type, pointer)
        if (hash["states"] || {}).empty? && (hash["actions"] || {}).empty?
          @faults.add("#{pointer}/states", "name at least one field or action")
        end
        (hash["states"] || {}).each_key do |id|
          @faults.add("#{pointer}/states/#{id}", "#{type.name} has no field “#{id}”") unless type.field(id)
        end
        return nil unless @faults.count == before

        Catalogue::Baseline.new(id: hash["id"],
                                name: hash["name"], record_type: hash["record_type"],
                                units: hash["units"] || [], categories: hash["categories"] || [],
                                states: states(hash), both: hash["both"] || false)
      end

      # Hash of identifier to Access::State: of fields, and of actions.
      def states(hash)
        (hash["states"] || {}).transform_values { |state| Access::State.from(state) }.merge(
          (hash["actions"] || {}).to_h do |key, permission|
            [Catalogue::Action.id(key), Access::State.from("permission" => permission)]
          end
        )
      end

      def assigned(hash, type, pointer)
        units = hash["units"] || []
        categories = hash["categories"] || []
        if units.empty? && categories.empty?
          @faults.add(pointer, "assign the baseline to units or categories; without them it never applies")
        elsif hash["both"] && (units.empty? || categories.empty?)
          @faults.add("#{pointer}/both", "name units and categories, or leave it out")
        end
        known_units(units, pointer)
        known_categories(categories, type, pointer)
      end

      def known_units(units, pointer)
        units.each_with_index do |id, index|
          next if @directory.nil? || @directory.find(:unit, id)

          @faults.add("#{pointer}/units/#{index}", "there is no unit “#{id}” in the directory")
        end
      end

      def known_categories(categories, type, pointer)
        return if categories.empty?

        field = type.field(type.category_field)
        return @faults.add("#{pointer}/categories", "#{type.name} names no category field") unless field

        categories.each_with_index do |id, index|
          @faults.add("#{pointer}/categories/#{index}", "#{field.name} has no option “#{id}”") unless field.option(id)
        end
      end
    end
  end
end
