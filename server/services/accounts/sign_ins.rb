# frozen_string_literal: true

module Server
  # Makes, changes and removes sign-ins for an administrator. Each is in the journal. Where a sign-in becomes able
  # to approve, those who can are told, and it can't sign until another administrator has agreed.
  class SignIns
    # What an entry of the journal tells before and after.
    TOLD = %w[name access person].freeze

    # by: Account of who does it.
    def initialize(by)
      @by = by
    end

    # given: "login", "name", "access", "person", "password". Returns the Account.
    def make(given) = keep(prepared(given))

    # One that is ready to be kept: its password takes longer to hide than anyone should wait for the database.
    def prepared(given) = Account.new(given.merge("password_by" => key))

    # made: Account as `prepared`. Returns it. Raises ActiveRecord::RecordInvalid.
    def keep(made)
      Account.transaction do
        made.save!
        noted("account_made", made, access: made.access)
        changed(made, ["made"])
      end
      made
    end

    # given: the same as far as it changes. Returns the Account.
    def change(found, given)
      Account.transaction do
        what = given.keys.reject { |name| name != "password" && found[name] == given[name] }
        by_owner = found.id == @by.id
        given = given.merge("password_by" => by_owner ? nil : key) if given.key?("password")
        was = found.slice(*given.keys & TOLD)
        found.update!(given)
        noted("account_changed", found, access: found.access, changed: given.keys - ["password_by"],
                                        was: was, now: found.slice(*was.keys))
        changed(found, by_owner ? what - %w[password name] : what)
        found
      end
    end

    def remove(found)
      Account.transaction do
        noted("account_removed", found)
        found.destroy!
      end
    end

    # Another administrator agrees that a sign-in may sign. Raises Problem where that is not for them to say.
    def agree(found)
      Account.transaction do
        raise Problem.new(409, "not-waiting", "This sign-in isn’t waiting for agreement") unless found.waiting_since

        hindrance = SigningRight.new(found).hindrance_to_agree(@by)
        raise Problem.new(403, "may-not-agree", hindrance) if hindrance

        found.update!(waiting_since: nil, waiting_by: nil)
        noted("account_agreed", found)
        found
      end
    end

    private

    def key = Edit.author_key(@by.id, @by.name)

    def noted(kind, found, **details)
      JournalEntry.note(kind, actor: @by.name, person: found.person, subject: found.login, **details)
    end

    def changed(found, what)
      what.each do |each|
        SignInChange.create!(account_id: found.id, what: each, by: key, by_person: @by.person, created_at: Time.now)
      end
      powerful = what.intersect?(%w[made access person password]) && found.may?(:approve)
      return unless powerful

      found.update!(waiting_since: Time.now, waiting_by: key)
      Outbox.new(PolicyStore.instance.in_force).sign_in_changed(found, @by, what)
    end
  end
end
