# frozen_string_literal: true

module Server
  # The first administrator: a sign-in, and the person in the directory who signs in with it, so that records and
  # rehearsal work for them from the start.
  module FirstAdministrator
    module_function

    # Raises Problem where the link is spent, and what a sign-in or a directory that is not sound raises: then nothing
    # is kept. Returns the Account.
    def create!(token:, login:, name:, password:)
      Account.transaction do
        raise spent unless Account.none? && SetupLink.spend(token)

        made = Account.create!(login: login, name: name, password: password, access: "administrator")
        made.update!(person: person(made))
        made
      end
    end

    # Puts the person into the directory. Returns their identifier; nil where somebody has it: they may be another.
    def person(account)
      document = DirectoryVersion.newest.directory_document
      users = document["users"] || []
      id = account.name.parameterize(separator: ".").presence || "administrator"
      return nil if users.any? { |user| user["id"] == id }

      after = document.merge("users" => [*users, { "id" => id, "name" => account.name }])
      CobaltLedger::Formats::DirectoryJson.build(after)
      DirectoryVersion.keep(after, by: account.name)
      id
    end
    private_class_method :person

    def spent
      Problem.new(403, "spent-link",
                  "This link has already been used or replaced. Restart the server for a new one.")
    end
    private_class_method :spent
  end
end
