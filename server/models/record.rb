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

    # A Bare of a number, or nil. Asked at every question of a program, so that its statement is not built anew each
    # time.
    def self.bare_of(record_type, number)
      row = Prepared.ask(BARE, [record_type, number]).rows.first or return nil
      Bare.new(row[0], row[1], row[2], row[3] == 1, row[4] && Time.find_zone!("UTC").parse(row[4]).to_time)
    end

    BARE = "SELECT number, unit, stored, locked, lifted_until FROM records WHERE record_type = ? AND number = ?"
    private_constant :BARE

    # What decisions about records depend on, in a form that compares: another wherever any record has changed, is
    # locked again or removed. Of all types, as a condition may look at a record that another refers to. at: Time.
    def self.standing(at)
      [*pick(Arel.sql("count(*), max(updated_at)")), where("lifted_until > ?", at).count]
    end

    # Identifier of the unit that a record belongs to, or nil.
    def self.unit_of(record_type, number) = where(record_type: record_type, number: number).pick(:unit)

    # Text of stored values to Hash of field identifier to JSON value.
    def self.read(stored) = JSON.parse(stored, decimal_class: BigDecimal)

    # Hash of field identifier to JSON value.
    def values = Record.read(stored)

    # hash: identifier to JSON value. Blanks are not kept.
    def values=(hash)
      self.stored = CobaltLedger::CanonicalJson.write(hash.compact)
    end

    # Has someone unlocked it for a time that is not over yet? now: Time.
    def lifted?(now) = !lifted_until.nil? && lifted_until > now

    # ETag of the version (RFC 9110).
    def etag = "\"#{record_type}-#{number}-#{version}\""
  end
end
