# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads directory documents.
    class DirectoryJson
      FORMAT = "cobalt-ledger/directory"
      LISTS = %w[users roles groups departments units].freeze

      # text: String of JSON. Returns [Directory::Directory, Hash]. Raises BadInput listing every fault.
      def self.read(text)
        hash = StrictJson.read(text)
        [build(hash), hash]
      end

      # hash: directory document; shaped: are its parts known to be as the schema says? Returns a Directory::Directory;
      # raises BadInput.
      def self.build(hash, shaped: false)
        Schema.check!("directory", hash) unless shaped
        new(hash).directory
      end

      # A directory document with no one in it.
      def self.empty
        { "format" => FORMAT, "version" => DOCUMENT_VERSION }.merge(LISTS.to_h { |list| [list, []] })
      end

      def initialize(hash)
        @hash = LISTS.to_h { |list| [list, hash[list] || []] }
        @faults = FaultList.new
        @ids = @hash.transform_values { |items| items.to_h { |item| [item["id"], true] } }
      end

      # Directory::Directory. Raises BadInput with all faults.
      def directory
        LISTS.each { |list| duplicates(list) }
        sizes
        nesting
        users
        @faults.raise_if_any!
        build
      end

      private

      def build
        nodes =
          lambda do |list, above|
            @hash[list].map do |item|
              Directory::Node.new(id: item["id"], name: item["name"], above: above.call(item)).freeze
            end
          end
        parent = ->(item) { [item["parent"]].compact.freeze }
        Directory::Directory.new(
          users: @hash["users"].map { |item| user(item) }, roles: nodes.call("roles", ->(_) { [].freeze }),
          groups: nodes.call("groups", ->(item) { (item["within"] || []).freeze }),
          departments: nodes.call("departments", parent), units: nodes.call("units", parent)
        )
      end

      def user(item)
        Directory::User.new(
          id: item["id"], name: item["name"], email: item["email"], attributes: (item["attributes"] || {}).freeze,
          roles: (item["roles"] || []).freeze, groups: (item["groups"] || []).freeze, department: item["department"],
          units: (item["units"] || []).freeze, program: item["program"] || false
        ).freeze
      end

      # Lists that are put together of some that fit can be too long.
      def sizes
        LISTS.each do |list|
          most = SchemaBook.schema("directory").dig("properties", list, "maxItems")
          next if @hash[list].size <= most

          @faults.add("/#{list}", "holds #{@hash[list].size} #{list}; #{most} at most")
        end
      end

      def duplicates(list)
        seen = {}
        @hash[list].each_with_index do |item, index|
          @faults.add("/#{list}/#{index}/id", "the identifier “#{item['id']}” is used twice") if seen[item["id"]]
          seen[item["id"]] = true
        end
      end

      def nesting
        above("groups") { |item| item["within"] || [] }
        above("departments") { |item| [item["parent"]].compact }
        above("units") { |item| [item["parent"]].compact }
      end

      def above(list)
        places = {}
        lists = {}
        @hash[list].each_with_index do |item, index|
          places[item["id"]] = index
          lists[item["id"]] = yield(item)
          lists[item["id"]].each { |id| known(list, id, "/#{list}/#{index}") }
        end
        ring = Graph.ring(lists) { |id| lists.fetch(id, []) } or return
        @faults.add("/#{list}/#{places[ring.first]}", "lies within itself: #{ring.join(' -> ')}")
      end

      def users
        @hash["users"].each_with_index do |user, index|
          %w[roles groups units].each do |list|
            (user[list] || []).each_with_index { |id, place| known(list, id, "/users/#{index}/#{list}/#{place}") }
          end
          known("departments", user["department"], "/users/#{index}/department") if user["department"]
        end
      end

      def known(list, id, pointer)
        @faults.add(pointer, "there is no #{list.delete_suffix('s')} “#{id}”") unless @ids[list][id]
      end
    end
  end
end
