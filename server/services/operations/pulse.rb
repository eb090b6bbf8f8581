# frozen_string_literal: true

module Server
  # How things stand for somebody, as a digest that pages ask for every few seconds, so that what others do reaches a
  # page that is open. It covers nothing of records.
  module Pulse
    module_function

    # account: Account. Returns a hexadecimal text.
    def of(account)
      parts = [Edition.maximum(:number), DirectoryVersion.maximum(:id), account.access, account.person]
      parts.concat(open_sets) if account.may?(:read)
      Digest::SHA256.hexdigest(JSON.generate(parts))[0, 16]
    end

    # What readers of the policy see of what is not in force yet.
    def open_sets
      [ChangeSet.open.pluck(:id, :revision, :name, :purpose, :owner, :publish_at), Approval.maximum(:id),
       Comment.maximum(:id), Dismissal.maximum(:id), Push.mark]
    end
    private_class_method :open_sets
  end
end
