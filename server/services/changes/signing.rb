# frozen_string_literal: true

module Server
  # What is said to a change set: asked for, approved, sent back, commented.
  class Signing
    # account: Account of who says it.
    def initialize(account)
      @account = account
    end

    # Open change sets that wait for the account's signature: Array of ChangeSet.
    def waiting
      return [] unless @account.may?(:approve)

      # Only for those that were asked for is it worked out what exactly waits.
      asked = ChangeSet.open.where(id: Approval.where(verdict: "asked").select(:change_set_id))
      asked.select { |set| ApprovalStanding.new(set).waits_for?(@account) }
    end

    # Tells those who may approve that it is ready to be read. Returns the ChangeSet.
    def ask(digest, words)
      said(digest) do |set|
        settled!(set)
        keep(set, "asked", digest, words)
        Outbox.new(PolicyStore.instance.in_force).approval_asked(set, @account, words)
      end
    end

    # digest: of exactly what was read. Raises Problem where it is another one by now, or they may not.
    def approve(digest, words) = judge("approved", digest, words)

    # words: what is to be mended.
    def send_back(digest, words)
      raise CobaltLedger::BadInput.at("/words", "must say what needs fixing") if words.strip.empty?

      judge("sent_back", digest, words) do |set|
        Outbox.new(PolicyStore.instance.in_force).sent_back(set, @account, words)
      end
    end

    # edit_id: of the edit it is about, nil for the set as a whole.
    def comment(edit_id, words)
      PolicyEditor.exclusively do |set, _|
        if edit_id && set.edits.none? { |edit| edit.id == edit_id }
          raise Problem.new(404, "no-such-edit", "There is no such edit in the change set")
        end

        set.comments.create!(edit_id: edit_id, words: words, author: @account.name, account_id: @account.id)
        JournalEntry.note("comment", actor: @account.name, subject: set.name, reason: words, change_set: set.id)
        set
      end
    end

    private

    def judge(verdict, digest, words)
      said(digest) do |set|
        hindrance = ApprovalStanding.new(set).hindrance(@account)
        raise Problem.new(403, "may-not-sign", hindrance) if hindrance

        keep(set, verdict, digest, words)
        yield set if block_given?
      end
    end

    def said(digest)
      PolicyEditor.exclusively do |set, _|
        unless set.digest == digest
          raise Problem.new(412, "changed-meanwhile", "The change set was edited after you read it. Review it again.")
        end

        yield set
        set
      end
    end

    def settled!(set)
      return if set.edits.any? && set.edits.none?(&:unsettled)

      raise Problem.new(409, "unsettled", "Resolve the conflicts before approving")
    end

    def keep(set, verdict, digest, words)
      set.approvals.create!(verdict: verdict, digest: digest, words: words, account_id: @account.id,
                            name: @account.name)
      kind = verdict == "asked" ? "approval_asked" : verdict
      JournalEntry.note(kind, actor: @account.name, subject: set.name, reason: words.empty? ? nil : words,
                              change_set: set.id, digest: digest)
    end
  end
end
