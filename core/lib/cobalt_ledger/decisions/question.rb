# frozen_string_literal: true

module CobaltLedger
  module Decisions
    # One complete request for a decision. Immutable.
    class Question
      MODES = Space::MODES.keys.freeze
      CHANNELS = Space::CHANNELS.keys.freeze

      attr_reader :principals,
                  :record_type,
                  :unit,
                  :mode,
                  :channel,
                  :form,
                  :stored,
                  :entered,
                  :at,
                  :network,
                  :place,
                  :locked,
                  :lifted,
                  :related,
                  :units

      # principals: Directory::Principals; record_type: Catalogue::RecordType; unit: identifier of the record's unit;
      # stored, entered: Hash of field identifier to JSON value; form: Catalogue::Form, or :own for the one that is
      # the person's; at: Time; network: IPAddr; place: identifier; locked: the record's flag;
      # lifted: true while someone has unlocked it for a time;
      # related: answers call(record type identifier, number) with JSON values of that record, or nil;
      # units: the same with the identifier of its unit, or nil.
      def initialize(
        principals:, record_type:, unit:, mode:, channel: "form", form: :own, stored: {}, entered: {}, at: nil,
        network: nil, place: nil, locked: false, lifted: false, related: nil,
        units: nil
      )
        @principals = principals
        @record_type = record_type
        @unit = unit
        @mode = mode
        @channel = channel
        @form = form == :own ? record_type.form_for(principals, mode) : form
        @stored = stored
        @entered = entered
        @at = at
        @network = network
        @place = place
        @locked = locked && !lifted
        @lifted = lifted
        @related = related
        @units = units
        freeze
      end

      # Identifier of the form, or nil.
      def form_id = form&.id

      # The same question about other values.
      def with(**changes)
        Question.new(
          principals: principals, record_type: record_type, unit: unit, mode: mode, channel: channel, form: form,
          stored: stored, entered: entered, at: at, network: network, place: place, locked: locked, lifted: lifted,
          related: related, units: units, **changes
        )
      end

      # The question document. Of records that are looked up, those that it brings with it.
      def to_h
        {
          "user" => principals.user_id, "record_type" => record_type.id, "unit" => unit, "mode" => mode,
          "channel" => channel, "form" => form_id, "stored" => stored, "entered" => entered, "at" => at&.iso8601,
          "network" => network && Conditions::NetworkKind.dump(network), "place" => place,
          "locked" => locked ? true : nil, "lifted" => lifted ? true : nil,
          "related" => related.is_a?(RelatedRecords) ? related.to_h : nil
        }.compact
      end
    end
  end
end
