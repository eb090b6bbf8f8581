# frozen_string_literal: true

module Server
  # Loads the sample business from demo/.
  module DemoData
    FOLDER = File.join(Paths::ROOT, "demo")
    # Password of every demo sign-in; for a demonstration on one's own machine only.
    PASSWORD = "three-lanterns"

    # Sign-in name, access, and person of the directory.
    ACCOUNTS = [
      %w[mairin administrator mairin.okafor],
      %w[zora administrator zora.nightingale],
      %w[yusuf approver yusuf.harrow],
      %w[xenia auditor xenia.prowse],
      %w[asha record_user asha.brandt],
      %w[tomas record_user tomas.reyl],
      %w[ilka record_user ilka.fenn],
      %w[cleo record_user cleo.marchetti],
      %w[esme record_user esme.thackeray],
      %w[ravi record_user ravi.sandoval],
      %w[greta record_user greta.moss]
    ].freeze

    module_function

    # Fills an empty database. Returns false when there is data already.
    def load
      return false if Account.any?

      ActiveRecord::Base.transaction do
        people
        policy
        records
        accounts
      end
      true
    end

    # The sample business, part by part.
    def people
      _, document = CobaltLedger::Formats::DirectoryJson.read(File.binread(File.join(FOLDER, "directory.json")))
      DirectoryVersion.keep(document, by: "the demo")
    end

    def policy
      _, document =
        CobaltLedger::Formats::PolicyJson.read(
          File.binread(File.join(FOLDER, "policy.json")), PolicyStore.instance.directory
        )
      Setup.first_edition(document, by: "the demo", note: "The sample business")
    end

    def records
      CobaltLedger::Formats::StrictJson.read(File.binread(File.join(FOLDER, "records.json")))[
        "records"
      ].each do |type, records|
        records.each do |record|
          Record.new(record_type: type, number: record["number"], unit: record["unit"], changed_by: "the demo")
            .tap { |row| row.values = record["values"] }.save!
        end
      end
    end

    def accounts
      names = PolicyStore.instance.directory
      ACCOUNTS.each do |login, access, person|
        Account.create!(
          login: login, name: names.name_of(:user, person), password: PASSWORD, access: access, person: person
        )
      end
    end
  end
end
