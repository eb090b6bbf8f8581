# frozen_string_literal: true

module Server
  # A business record. No route reads its values without a decision.
  class Record < ActiveRecord::Base
    # What a decision needs of a record, without all else that Active Record keeps of a row.
    Bare = Struct.new(:number, :unit, :stored, :locked, :lifted_until) do
      def values = Record.read(stored)
      def lifted?(now) = !lifted_until.nil? && lifted_until > now
    end

    # Relation to Array of Bare.
    def self.bare(relation)
      relation.pluck(:number, :unit, :stored, :locked, :lifted_until).map { |row| Bare.new(*row) }
    end

    # Text of stored values to Hash of field identifier to JSON value.
    def self.read(stored) = JSON.parse(stored, decimal_class: BigDecimal)

    # Hash of field identifier to JSON value.
    def values = Record.read(stored)

    # hash: identifier to JSON value. Blanks are not kept.
    def values=(hash)
      self.stored = CobaltLedger::CanonicalJson.write(hash.compact)
    end

    # Has somebody unlocked it for a time that is not over yet? now: Time.
    def lifted?(now) = !lifted_until.nil? && lifted_until > now

    # ETag of the version (RFC 9110).
    def etag = "\"#{record_type}-#{number}-#{version}\""
  end
end
