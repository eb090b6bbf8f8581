# frozen_string_literal: true

module Server
  # Publishes the chosen change set with all that stands before it: signatures, findings that were read, expectations.
  class Publication
    # author: name of who publishes; account_id: of their Account, which must still be allowed to publish then.
    def initialize(author, account_id)
      @author = author
      @account_id = account_id
    end

    # known: identities of findings that were read; proved: only where all it brings is proved; digest: of what was
    # meant to take force, or nil. Returns the Edition. Raises Problem or CobaltLedger::BadInput.
    def publish(revision:, note:, known:, proved:, edition: nil, digest: nil)
      # What takes long is calculated before anyone is kept waiting.
      ChangeSet.current.then { |set| Kept.of(set).verdicts && ApprovalStanding.new(set).met? }
      Publisher.new(@author).publish(revision: revision, note: note, edition: edition) do |set|
        may_still!
        if digest && set.digest != digest
          raise Problem.new(412, "changed-meanwhile", "The change set has changed since it was reviewed")
        end

        ApprovalStanding.new(set).met!
        Kept.of(set).met!(known)
        ChangeFindings.new(PolicyStore.instance.in_force, PolicyStore.instance.pending(set)).known!(known,
                                                                                                    proved: proved)
      end
    end

    private

    # Rights are looked at when they are used: a moment may have been set long ago.
    def may_still!
      return if Account.find_by(id: @account_id)&.may?(:publish)

      raise Problem.new(403, "not-allowed", "#{@author} can no longer publish")
    end
  end
end
