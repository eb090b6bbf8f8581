# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads who has to sign which changes.
    class ApprovalReader
      # hash: policy document; directory: Directory::Directory or nil; faults: FaultList that takes what is wrong.
      def initialize(hash, directory, faults)
        @hash = hash
        @directory = directory
        @faults = faults
      end

      # Array of Rules::Approval.
      def read_all
        items = @hash["approval"] || []
        items.each_with_index.map do |each, index|
          pointer = "/approval/#{index}"
          if items.first(index).any? { |other| other["id"] == each["id"] }
            @faults.add("#{pointer}/id", "the identifier “#{each['id']}” is used twice")
          end
          known("record_types", "record type", each, pointer)
          known("labels", "label", each, pointer)
          Rules::Approval.from(each).tap { |approval| known_members(approval.by, pointer) }
        end
      end

      private

      def known(list, noun, each, pointer)
        ids = @hash[list].map { |item| item["id"] }
        ((each[list] || []) - ids).each { |id| @faults.add("#{pointer}/#{list}", "there is no #{noun} “#{id}”") }
      end

      def known_members(members, pointer)
        (members || []).each do |member|
          next if @directory.nil? || @directory.find(member.kind, member.id)

          @faults.add("#{pointer}/by", "there is no #{member.kind} “#{member.id}” in the directory")
        end
      end
    end
  end
end
