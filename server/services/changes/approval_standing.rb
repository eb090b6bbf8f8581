# frozen_string_literal: true

module Server
  # Who has to sign a change set before it takes force, who has, and what keeps it from doing so. Signatures count for
  # exactly the digest they were given for; no one signs what they had a hand in.
  class ApprovalStanding
    # change_set: ChangeSet.
    def initialize(change_set)
      @set = change_set
      @store = PolicyStore.instance
      @digest = change_set.digest
    end

    attr_reader :digest

    # account: Account that looks. Hash for the screen.
    def to_h(account)
      {
        "digest" => digest, "needed" => needed.map { |each| told(each) }, "met" => met?,
        "sent_back" => sent_back&.then { |each| spoken(each) }, "asked" => asked&.then { |each| spoken(each) },
        "said" => @set.approvals.map { |each| spoken(each) }, "hindrance" => hindrance(account)
      }.compact
    end

    # Does it wait for a word of someone: asked for, and neither signed by them nor sent back since? account: Account.
    def waits_for?(account)
      return false if asked.nil? || hindrance(account)

      [latest[account.id], sent_back].compact.all? { |said| said.id < asked.id }
    end

    # Is every signature there?
    def met? = sent_back.nil? && missing.empty?

    # Raises Problem where it may not take force.
    def met!
      return if met?
      raise Problem.new(409, "sent-back", "#{sent_back.name} has sent this back: #{sent_back.words}") if sent_back

      words = missing.map do |each, count|
        "#{CobaltLedger::Words.count(count, 'signature')} for “#{each.approval.name}”"
      end
      raise Problem.new(409, "not-approved", "It still needs #{CobaltLedger::Words.list(words)}")
    end

    # Why someone can't sign, in words; nil where they can.
    def hindrance(account)
      right = SigningRight.new(account)
      return right.hindrance(@set.created_at) unless account.may?(:approve)
      return "There is nothing to approve" if @set.edits.empty?
      return "Some conflicts are not resolved yet" if @set.edits.any?(&:unsettled)
      return "You edited this change set, so someone else must sign it" if own?(account)

      right.hindrance(@set.created_at)
    end

    private

    # Array of CobaltLedger::Changes::Signatures::Needed.
    def needed
      # What is asked again within the minute is the same while the policies are.
      before = @store.in_force
      standing = [Edition.newest.sha256, AuditDigests.of(before), digest, Time.now.to_i / 60]
      @needed ||= NEEDED.fetch(standing) do
        after = @store.pending(@set)
        difference = PolicyDifference.new(before, after)
        CobaltLedger::Changes::Signatures.new(before.engine, after.engine, @set.changes, types: difference.types) do
          difference.all
        end.needed
      end
    end

    NEEDED = CobaltLedger::Memory.new(20)
    private_constant :NEEDED

    # Hash of what is needed to how many signatures it lacks, without what lacks none.
    def missing
      needed.to_h { |each| [each, each.approval.approvers - signed(each).size] }.select { |_, count| count.positive? }
    end

    # Those who have signed for it, and may: Array of Approval, one a person.
    def signed(each)
      signers.filter_map { |account, said| said if each.approval.signed_by?(principals(account)) }
    end

    # Whose signatures count: Hash of Account to Approval. Of one person's sign-ins the first.
    def signers
      @signers ||= begin
        said = latest.select { |_, each| each.verdict == "approved" }
        Account.where(id: said.keys).order(:id)
          .reject { |account| own?(account) || SigningRight.new(account).hindrance(@set.created_at) }
          .uniq(&:person).to_h { |account| [account, said[account.id]] }
      end
    end

    # What each has said last of it as it is: Hash of account to Approval.
    def latest
      @latest ||= @set.approvals.select { |each| each.digest == digest && each.verdict != "asked" }
        .to_h { |each| [each.account_id, each] }
    end

    def sent_back = latest.values.find { |each| each.verdict == "sent_back" }
    def asked = @set.approvals.reverse.find { |each| each.digest == digest && each.verdict == "asked" }
    def hands = @hands ||= @set.edits.flat_map(&:hands).to_set

    # One person with two sign-ins is one person.
    def own?(account)
      hands.include?(Edit.author_key(account.id, account.name)) || hands.include?(account.name) ||
        (!account.person.nil? && (hands.include?(Edit.person_key(account.person)) ||
          people_of_hands.include?(account.person)))
    end

    # Of edits that were written before it was noted who wrote them, as a person of the directory.
    def people_of_hands
      @people_of_hands ||= Account.where(id: hands.filter_map { |key| key[/\Aaccount-(\d+)\z/, 1] }).pluck(:person)
    end

    def principals(account)
      person = account.person
      person && @store.directory.find(:user, person) ? @store.directory.principals_of(person) : nil
    end

    def told(each)
      names = each.approval.by&.map { |member| @store.directory.name_of(member.kind, member.id) }
      { "id" => each.approval.id, "name" => each.approval.name, "approvers" => each.approval.approvers,
        "because" => each.because, "by" => names && CobaltLedger::Words.list(names, "or"),
        "signed" => signed(each).map(&:name) }.compact
    end

    def spoken(each)
      { "verdict" => each.verdict, "name" => each.name, "words" => each.words, "at" => each.created_at.iso8601,
        "current" => each.digest == digest, "digest" => each.digest }
    end
  end
end
