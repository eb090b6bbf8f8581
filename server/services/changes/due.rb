# frozen_string_literal: true

module Server
  # Change sets that take force at a day and hour, by themselves.
  module Due
    class << self
      # Sets the moment. account: Account of who does; at: Time; known: identities of findings that were read. Returns
      # the ChangeSet.
      def set(account, at:, note:, known:, revision:)
        raise CobaltLedger::BadInput.at("/at", "is in the past") if at <= Time.now

        PolicyEditor.exclusively do |set, _|
          PolicyEditor.check_revision(set, revision)
          order = { "by" => account.name, "account_id" => account.id, "note" => note, "known" => known,
                    "digest" => set.digest }
          set.update!(publish_at: at, publish_order: JSON.generate(order))
          JournalEntry.note("scheduled", actor: account.name, subject: set.name, change_set: set.id, at: at.iso8601,
                                         digest: order["digest"])
          set
        end
      end

      # Takes the moment away.
      def unset(account)
        PolicyEditor.exclusively do |set, _|
          if set.publish_at
            JournalEntry.note("unscheduled", actor: account.name, subject: set.name, change_set: set.id)
            set.update!(publish_at: nil, publish_order: nil)
          end
          set
        end
      end

      # Publishes what is due. Where something keeps a set from taking force, its moment is taken away and whoever set
      # it is told; where its findings are only being proved, it waits for them.
      def publish
        ChangeSet.open.where(publish_at: ..Time.now).pluck(:id).each do |id|
          ChangeSet.choosing(id) { publish_one(id) }
        end
      end

      private

      def publish_one(id)
        set = ChangeSet.find(id)
        order = JSON.parse(set.publish_order)
        Publication.new(order["by"], order["account_id"]).publish(
          revision: set.revision, note: order["note"], known: order["known"], proved: true, digest: order["digest"]
        )
      rescue Problem, CobaltLedger::BadInput => e
        if e.is_a?(Problem) && e.kind == "not-proved"
          AuditRuns.follow(by: "a change set that is due")
        else
          give_up(id,
                  order, e)
        end
      end

      def give_up(_id, order, error)
        PolicyEditor.exclusively do |set, _|
          next if set.publish_at.nil?

          set.update!(publish_at: nil, publish_order: nil)
          JournalEntry.note("not_published", actor: order["by"], subject: set.name, reason: error.message[0, 2000],
                                             change_set: set.id)
          account = Account.find_by(id: order["account_id"])
          Outbox.new(PolicyStore.instance.in_force).not_published(set, account, error.message) if account
        end
      rescue Problem
        # Someone published or dropped it meanwhile: there is nothing left to give up.
        nil
      end
    end
  end
end
