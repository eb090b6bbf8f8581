# frozen_string_literal: true

module Server
  # Gives a new database its first edition and directory.
  module Setup
    module_function

    # Makes an empty policy and directory where there is none.
    def prepare
      DirectoryVersion.keep(CobaltLedger::Formats::DirectoryJson.empty, by: "the installation") if DirectoryVersion.none?
      Edition.publish(CobaltLedger::Formats::PolicyJson.empty("Our business"), by: "the installation", note: "Empty at the start") if Edition.none?
    end
  end
end
