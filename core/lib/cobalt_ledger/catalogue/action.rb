# frozen_string_literal: true

module CobaltLedger
  module Catalogue
    # Something that is done to a record as a whole, and that is allowed or denied: it is decided by rules as a field
    # is, and stands beside the fields wherever those are listed. Immutable.
    class Action
      # What every record type has. words: what someone may; doing: the same as a noun; starts: what it is where
      # nothing speaks of it; modes: those in which it is asked for.
      Kind = Struct.new(:key, :name, :words, :doing, :starts, :modes)

      KINDS = [
        Kind.new("open", "Open", "open", "opening", "allowed", %w[edit view list]),
        Kind.new("create", "Create", "create", "creating", "allowed", %w[create]),
        Kind.new("save", "Save", "save", "saving", "allowed", %w[create edit]),
        Kind.new("delete", "Delete", "delete", "deleting", "allowed", %w[edit view]),
        Kind.new("lock", "Lock", "lock", "locking", "allowed", %w[edit view]),
        Kind.new("unlock", "Unlock", "unlock", "unlocking", "denied", %w[edit view]),
        Kind.new("reveal", "Reveal", "reveal a masked value of", "revealing masked values of", "denied",
                 %w[edit view]),
        Kind.new("export", "Export", "export", "exporting", "allowed", %w[view list])
      ].to_h { |kind| [kind.key, kind.freeze] }.freeze

      # What stands before the key in an identifier: no field may be called so.
      PREFIX = "action/"

      # Identifier of an action: "open" -> "action/open".
      def self.id(key) = "#{PREFIX}#{key}"

      attr_reader :id, :baseline

      # key: one of KINDS; own: "allowed" or "denied" where the record type says so itself, or nil.
      def initialize(key, own = nil)
        @kind = KINDS.fetch(key)
        @id = Action.id(key)
        @baseline = own && { "permission" => own }.freeze
        freeze
      end

      # "open"; "Open"; what it is called after "may": "open"; and as a noun: "opening"; the modes in which it is asked
      # for.
      def key = @kind.key
      def name = @kind.name
      def words = @kind.words
      def doing = @kind.doing
      def modes = @kind.modes

      # What it is where nothing speaks of it: a state as documents write it, and that in words.
      def start = { "permission" => @kind.starts }
      def start_words = "#{name} starts #{@kind.starts}"

      # Is it about the record as it would be, with what is typed, and not as it is?
      def of_values? = %w[save create].include?(key)

      # Does a line of a rule speak of it?
      def targeted_by?(line) = line.action_ids.include?(key)

      # As fields answer: an action is never retired, computed, numbered, typed, nor settled by a precedence of its own.
      def retired? = false
      def computed? = false
      def numbered? = false
      def typed_when_incomplete? = false
      def precedence = nil
      def family = :action

      # Can its state be of any interest in a mode?
      def asked_in?(mode) = modes.include?(mode)
    end
  end
end
