# frozen_string_literal: true

require "unicode/confusable"

module Server
  # Someone who signs in to this application.
  # access: what they may do here; person: identifier of the directory user they are, if any.
  class Account < ActiveRecord::Base
    has_secure_password
    has_many :sessions, dependent: :delete_all

    # What each kind of access may do in this application. record: write records, as far as the policy lets them.
    ABILITIES = {
      "administrator" => %i[read edit publish approve import accounts record],
      "approver" => %i[read publish approve record],
      "auditor" => %i[read],
      "record_user" => %i[record]
    }.freeze

    PASSWORD_LENGTH = (10..72)

    # What bcrypt looks at; anything longer would be cut off unseen.
    PASSWORD_BYTES = 72

    before_validation :take_shape, if: :login_changed?
    validates :login, :name, presence: true, length: { maximum: 200 }
    validates :access, inclusion: { in: ABILITIES.keys }
    validates :password, length: { in: PASSWORD_LENGTH }, allow_nil: true
    validate :name_stands_alone, if: :login_changed?
    validate :password_whole

    class << self
      # How a sign-in name is looked up: capitals and the ways of writing one letter count alike, in every script
      # (Unicode, case folding and NFKC).
      def fold(login) = login.to_s.unicode_normalize(:nfkc).downcase(:fold)

      # What a sign-in name looks like, so that no other name can be taken for it (UTS 39, confusable detection).
      def shape(login) = Unicode::Confusable.skeleton(fold(login))

      # The account of a name, however it is spelt, or nil.
      def named(login) = find_by(login_fold: fold(login))
    end

    # bcrypt takes no NUL, and would raise where a fault is to be told.
    def password=(text)
      raise CobaltLedger::BadInput.at("/password", "contains a NUL character") if text.to_s.include?("\0")

      super
    end

    # ability: :read, :edit, :publish, :approve, :import, :accounts or :record.
    def may?(ability) = ABILITIES.fetch(access).include?(ability)

    private

    def take_shape
      self.login_fold = self.class.fold(login)
      self.login_shape = self.class.shape(login)
    end

    def name_stands_alone
      if login.to_s.match?(/\p{C}|\A\s|\s\z|\s\s/)
        errors.add(:login, "contains invisible characters, or starts or ends with a space")
      end
      other = self.class.where.not(id: id).where(login_shape: login_shape).first or return
      errors.add(
        :login,
        other.login_fold == login_fold ? "has already been taken" : "looks like another user’s sign-in name"
      )
    end

    def password_whole
      errors.add(:password, "is longer than #{PASSWORD_BYTES} bytes") if password && password.bytesize > PASSWORD_BYTES
    end
  end
end
