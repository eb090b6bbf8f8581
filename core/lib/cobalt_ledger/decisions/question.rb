# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # One complete request for a decision. Immutable.
    class Question
      MODES = %w[create edit view list].freeze
      CHANNELS = %w[form import automation interface].freeze

      attr_reader :principals, :record_type, :unit, :mode, :channel, :stored, :entered

      # principals: Directory::Principals; record_type: Catalogue::RecordType; unit: identifier of the record's unit;
      # stored, entered: Hash of field identifier to JSON value.
      def initialize(principals:, record_type:, unit:, mode:, channel: "form", stored: {}, entered: {})
        @principals = principals
        @record_type = record_type
        @unit = unit
        @mode = mode
        @channel = channel
        @stored = stored
        @entered = entered
        freeze
      end

      # Reads a question document. Raises BadInput with every fault.
      def self.from(hash, policy, directory)
        Formats::Schema.check!("question", hash)
        faults = FaultList.new
        type = policy.record_type(hash["record_type"]) ||
               faults.add("/record_type", "the policy has no record type “#{hash['record_type']}”")
        directory.find(:user, hash["user"]) || faults.add("/user", "no user “#{hash['user']}” in the directory")
        directory.find(:unit, hash["unit"]) || faults.add("/unit", "no unit “#{hash['unit']}” in the directory")
        %w[stored entered].flat_map { |layer| Values.unknown(type, hash[layer] || {}, layer) }.each { |fault| faults.add(fault.pointer, fault.message) } if type
        faults.raise_if_any!
        new(principals: directory.principals_of(hash["user"]), record_type: type, unit: hash["unit"], mode: hash["mode"],
            channel: hash["channel"] || "form", stored: hash["stored"] || {}, entered: hash["entered"] || {})
      end

      # The same question about other values.
      def with(**changes)
        Question.new(principals: principals, record_type: record_type, unit: unit, mode: mode, channel: channel,
                     stored: stored, entered: entered, **changes)
      end

      def to_h
        { "user" => principals.user_id, "record_type" => record_type.id, "unit" => unit, "mode" => mode,
          "channel" => channel, "stored" => stored, "entered" => entered }.compact
      end
    end
  end
end
