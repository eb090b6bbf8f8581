# frozen_string_literal: true

module CobaltLedger
  module Rules
    # How far what opens a record, or shows what is covered, goes at once. Immutable.
    #
    # unlock_minutes: for which a record may be unlocked; reveals_per_hour: values that one person may have revealed;
    # look_seconds: for which one stands on the screen; emergency_group: identifier of the group that is told when a
    # whole record is revealed, or nil, where no one may have that; journal_days: for which the journal is kept, nil for
    # ever; new_signer_hours: after which a new or changed sign-in may sign without another administrator's agreement,
    # nil where it takes that.
    Limits = Struct.new(
      :unlock_minutes, :reveals_per_hour, :look_seconds, :emergency_group, :journal_days, :new_signer_hours,
      keyword_init: true
    ) do
      # hash: document form, or nil for the usual.
      def self.from(hash)
        hash ||= {}
        new(
          unlock_minutes: hash["unlock_minutes"] || 15, reveals_per_hour: hash["reveals_per_hour"] || 10,
          look_seconds: hash["look_seconds"] || 60, emergency_group: hash["emergency_group"],
          journal_days: hash["journal_days"], new_signer_hours: hash["new_signer_hours"]
        ).freeze
      end
    end
  end
end
