# frozen_string_literal: true

module Server
  # What is kept of a pushed person or group beside the directory: CobaltLedger::Provisioning::Entry in a row.
  class PushedResource < ActiveRecord::Base
    DOCUMENTS = %w[aside base wanted].freeze

    class << self
      # Hash of [list, identifier] to Entry.
      def entries = all.to_h { |row| [[row.list, row.subject], row.entry] }

      # Keeps what has changed. before, after: Hash as of `entries`; push: Push that brought it.
      def keep(before, after, push)
        after.each do |(list, subject), entry|
          next if before[[list, subject]] == entry

          find_or_initialize_by(list: list, subject: subject).take(entry, push)
        end
      end

      # Is the person kept from signing in? person: identifier, or nil.
      def shut?(person)
        return false if person.nil?

        row = find_by(list: "users", subject: person)
        !row.nil? && (row.gone || !row.aside.nil?)
      end
    end

    # CobaltLedger::Provisioning::Entry.
    def entry
      CobaltLedger::Provisioning::Entry.new(
        user_name: user_name, external_id: external_id, said: JSON.parse(said), held: held, gone: gone,
        created: Time.iso8601(created), modified: Time.iso8601(modified),
        **DOCUMENTS.to_h { |name| [name.to_sym, self[name] && JSON.parse(self[name])] }
      ).freeze
    end

    # Takes over an Entry. What was held back before keeps the push that brought it.
    def take(entry, push)
      again = held && entry.held && [base, wanted] == [entry.base, entry.wanted].map { |each| written(each) }
      update!(
        user_name: entry.user_name, external_id: entry.external_id, said: JSON.generate(entry.said),
        held: entry.held, gone: entry.gone, held_by_id: if entry.held
                                                          again ? held_by_id : push.id
                                                        end,
        created: (entry.created || Time.now).utc.iso8601(6), modified: (entry.modified || Time.now).utc.iso8601(6),
        **DOCUMENTS.to_h { |name| [name.to_sym, written(entry[name])] }
      )
    end

    private

    def written(document) = document && JSON.generate(document)
  end
end
