# frozen_string_literal: true

module Server
  # Somebody who signs in to this application.
  # access: what they may do here; person: identifier of the directory user they are, if any.
  class Account < ActiveRecord::Base
    has_secure_password
    has_many :sessions, dependent: :delete_all
    after_commit { Session::KEPT.clear }

    # What each kind of access may do in this application.
    ABILITIES = {
      "administrator" => %i[read edit publish import accounts],
      "approver" => %i[read publish],
      "auditor" => %i[read],
      "record_user" => []
    }.freeze

    PASSWORD_LENGTH = (10..72)

    validates :login, :name, presence: true, length: { maximum: 200 }
    validates :login, uniqueness: { case_sensitive: false }
    validates :access, inclusion: { in: ABILITIES.keys }
    validates :password, length: { in: PASSWORD_LENGTH }, allow_nil: true

    # ability: :read, :edit, :publish, :import or :accounts.
    def may?(ability) = ABILITIES.fetch(access).include?(ability)
  end
end
