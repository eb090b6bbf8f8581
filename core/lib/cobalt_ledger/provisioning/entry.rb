# frozen_string_literal: true

module CobaltLedger
  module Provisioning
    # What is kept of a resource beside the directory. user_name, external_id: as pushed, or nil; said: Hash of names,
    # e-mail addresses and the like as pushed; aside: Hash of memberships of someone who is not active, nil for who is;
    # held: is what was pushed held back? base, wanted: item of the directory when it was held back, and as it shall be,
    # nil where there was none, or where it goes; created, modified: Time; gone: has the provider deleted it?
    Entry = Struct.new(:user_name, :external_id, :said, :aside, :held, :base, :wanted, :created, :modified, :gone,
                       keyword_init: true) do
      # Is the person active?
      def active? = aside.nil?

      # The same with some of it changed.
      def with(**changes) = self.class.new(**to_h, **changes).freeze

      # What it says, without when: compares.
      def told = to_h.except(:created, :modified)
    end

    # Of nothing that was ever pushed.
    Entry::NONE = Entry.new(said: {}.freeze, held: false, gone: false).freeze
  end
end
