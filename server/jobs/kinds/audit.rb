# frozen_string_literal: true

module Server
  module Jobs
    module Kinds
      # Proves a policy record type by record type. One of which everything is as it was when it was last proved is not
      # proved again; one that is proved is kept at once, so that nothing is lost when the job is cancelled or stopped.
      class Audit < Kind
        known_as "audit"

        # Returns {"parts" => digest of what each record type's findings depend on}.
        def perform
          @policy = PolicyStore.instance.compiled(job.topic)
          # The policy may have moved on while the job stood in the queue: it is proved as it is now.
          job.update!(subject: @policy.subject)
          @audit = CobaltLedger::Audit::Run.new(@policy.engine, @policy.document["rules"], at: Time.now)
          return nil unless prove(AuditDigests.missing(@policy).sort_by { |id, _| id == job.given["first"] ? 0 : 1 })

          { "parts" => AuditDigests.of(@policy) }.tap do |result|
            AuditPart.forget(AuditRuns.in_use + result["parts"].values)
          end
        rescue Problem => e
          # The change set was published or dropped meanwhile: there is nothing left to prove.
          raise unless e.status == 410

          job.cancel && nil
        end

        private

        def prove(digests)
          digests.each_with_index.all? { |(id, digest), index| part(id, digest, index, digests.size) }
        end

        # Proves one record type and keeps it. Returns false when someone has cancelled the job.
        def part(id, digest, index, parts)
          going = job.going?
          found = going && @audit.findings(types: [@policy.policy.record_type(id)]) do |done, total, words|
            going = note((index * total) + done, parts * total, words)
            :stop unless going
          end
          return false unless going

          AuditPart.keep(
            digest, id, found.map { |finding| finding.to_h.merge("basis" => finding.basis(@audit.texts)) },
            @audit.undecided.fetch(id)
          )
          job.note(parts: index + 1)
        end
      end
    end
  end
end
