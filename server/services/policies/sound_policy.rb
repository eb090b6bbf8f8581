# frozen_string_literal: true

module Server
  # Judges a policy document against the directory in force.
  module SoundPolicy
    SHAPED = %w[rule record_type baseline expectation].freeze

    module_function

    # Checks shape and sense. edits: Array of CobaltLedger::Changes::Edit that led there; faults of a single one are
    # given relative to its subject. Returns the Rules::Policy. Raises CobaltLedger::BadInput.
    def of(document, edits = [])
      edits.each do |edit|
        next unless edit.after && SHAPED.include?(edit.kind)

        CobaltLedger::Formats::Schema.check!(edit.kind.tr("_", "-"), edit.after)
      end
      CobaltLedger::Formats::PolicyJson.build(document, PolicyStore.instance.directory, shaped: true)
    rescue CobaltLedger::BadInput => e
      raise(edits.size == 1 ? SubjectFaults.relative(e, document, edits.first) : e)
    end
  end
end
