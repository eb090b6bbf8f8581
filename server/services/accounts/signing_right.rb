# frozen_string_literal: true

module Server
  # May a sign-in sign change sets, as far as it is known to be its owner's own? A signature is by a person of the
  # directory, with a password that no one else has set, through a sign-in that another administrator has agreed to.
  class SigningRight
    HOUR = 3600

    # account: Account.
    def initialize(account)
      @account = account
      @state = PolicyStore.instance.in_force
    end

    # Why it can't sign, in words; nil where it can. since: Time at which what is to be signed was begun.
    def hindrance(since)
      return "You can’t approve changes" unless @account.may?(:approve)
      return "Your sign-in isn’t linked to a person in the directory, so you can’t sign with it" unless person?
      return "Someone else set your password. Change it before you sign." if @account.password_by
      return "Your sign-in can sign once another administrator has agreed to it#{or_later}" if waiting?
      return unless SignInChange.since(@account.id, since).exists?

      "Your sign-in changed after this change set was created, so you can’t sign it"
    end

    # Does it wait for another administrator? Not where there is none, unless the policy sets a time; nor after that.
    def waiting?
      return false if @account.waiting_since.nil?

      hours ? Time.now < @account.waiting_since + (hours * HOUR) : others.any?
    end

    # Why an administrator can't agree to it, in words; nil where they can.
    def hindrance_to_agree(by)
      return "You can’t agree to a sign-in that you made or changed" if same?(by)
      return "Your own sign-in has not been agreed to yet" if by.waiting_since
      return "Someone else set your password. Change it first." if by.password_by

      "Only an administrator can agree to it" unless by.may?(:accounts)
    end

    private

    def person? = @account.person && !@state.directory.find(:user, @account.person).nil?
    def hours = @state.policy.limits.new_signer_hours
    def or_later = hours ? ", or #{CobaltLedger::Words.count(hours, 'hour')} after it was changed" : ""
    def others = @others ||= Account.where(access: "administrator").reject { |each| hindrance_to_agree(each) }

    # Whoever brought it about, by whatever sign-in, and the sign-in itself.
    def same?(by)
      return true if by.id == @account.id || @account.waiting_by == Edit.author_key(by.id, by.name)
      return false if by.person.nil?

      by.person == @account.person ||
        SignInChange.since(@account.id, @account.waiting_since - 1).exists?(by_person: by.person)
    end
  end
end
