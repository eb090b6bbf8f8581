# frozen_string_literal: true

module Server
  # A business record. No route reads its values without a decision.
  class Record < ActiveRecord::Base
    # Hash of field identifier to JSON value.
    def values = JSON.parse(stored, decimal_class: BigDecimal)

    def values=(hash)
      self.stored = CobaltLedger::CanonicalJson.write(hash.compact)
    end

    def etag = "\"#{record_type}-#{number}-#{version}\""
  end
end
