# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Names of what can be chosen: those of Operand#reads, with what the mode makes of them. [:opened, "object",
      # "hazard"] is a field of the record that a reference named when the form was opened.
      class Keys
        # record_type: Catalogue::RecordType; mode: String.
        def initialize(record_type, mode)
          @type = record_type
          @mode = mode
        end

        # Does nothing stand in the record yet?
        def creating? = @mode == "create"

        # Where the value of a field stands: :entered or :stored. Where nothing is written, they are one.
        def place(stored) = stored && @mode == "edit" ? :stored : :entered

        # Keys that a comparison looks up, with what it looks at beside them: Array.
        def of(comparison, opened)
          found = [comparison.left, comparison.right].compact.flat_map { |operand| of_operand(operand, opened) }
          found << [place(true), comparison.left.subject.id] if comparison.method_class.needs_stored? && !creating?
          found.uniq
        end

        # What an operand looks up, as keys of the world. opened: true where it is asked as the form was opened.
        def of_operand(operand, opened)
          operand.reads.filter_map do |kind, id, other|
            case kind
            when :entered, :stored then in_record(kind == :stored || opened) { |place| [place, id] }
            when :related then in_record(opened) { |place| of_record([place, id], other) }
            else [kind, id].compact
            end
          end
        end

        # The key of a field of the record that a reference names. reference: key of the reference.
        def of_record(reference, field) = [reference[0] == :stored ? :opened : :related, reference[1], field]

        # Identifier of the record type that a reference of the record is to. key: of the reference.
        def refers_to(key) = @type.field(key[1]).refers_to

        # Keys of references through which records are looked at, of those that name records of one type.
        def records(keys)
          keys
            .select { |key| %i[related opened].include?(key[0]) }
            .map { |kind, through, _| [kind == :opened ? :stored : :entered, through] }
            .uniq
        end

        private

        def in_record(stored) = stored && creating? ? nil : yield(place(stored))
      end
    end
  end
end
