# frozen_string_literal: true

module CobaltLedger
  module Conditions
    module Solver
      # Records that several references may name: where they name the same, its fields are the same. For World.
      module SameRecords
        # To be called once all terms are made: what two references that name one record see of it is the same.
        def agree_on_records
          records.combination(2) do |(one, type), (other, its)|
            next unless type.id == its.id

            same =
              of_record(one, record_type.field(one[1]), record_type).then do |term|
                term.same(of_record(other, record_type.field(other[1]), record_type))
              end
            shared_fields(one, other).each do |first, second|
              Formula.demand(
                search, Formula.any(Formula.negate(same), terms.fetch(first).identical(terms.fetch(second)))
              )
            end
          end
        end

        private

        # Records looked at through references: Array of [key of the reference, RecordType].
        def records = @records ||= []

        # Pairs of keys of fields that are looked at in both records.
        def shared_fields(one, other)
          terms.keys.filter_map do |key|
            next unless key.size == 3 && key == keys.of_record(one, key[2])

            second = keys.of_record(other, key[2])
            [key, second] if terms.key?(second)
          end
        end
      end
    end
  end
end
