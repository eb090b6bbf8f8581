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
          Rules::Approval.new(**each.transform_keys(&:to_sym), by: members(each["by"], pointer)).freeze
        end
      end

      private

      def known(list, noun, each, pointer)
        ids = @hash[list].map { |item| item["id"] }
        ((each[list] || []) - ids).each { |id| @faults.add("#{pointer}/#{list}", "there is no #{noun} “#{id}”") }
      end

      def members(list, pointer)
        list&.map do |item|
          kind, id = item.first
          if @directory && !@directory.find(kind.to_sym, id)
            @faults.add("#{pointer}/by", "there is no #{kind} “#{id}” in the directory")
          end
          Directory::Audience::Member.new(kind.to_sym, id)
        end
      end
    end
  end
end
