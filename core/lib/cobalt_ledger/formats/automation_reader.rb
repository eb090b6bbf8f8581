# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads the automations of a policy document and judges what the schema can't: that all they name is there.
    class AutomationReader
      # types: Hash of identifier to Catalogue::RecordType; directory: Directory::Directory or nil.
      def initialize(types, directory, faults)
        @types = types
        @directory = directory
        @faults = faults
      end

      # list: Array of documents that have passed the schema. Returns an Array of Rules::Automation.
      def read_all(list)
        list.each_with_index.filter_map { |hash, index| read(hash, "/automations/#{index}") }
      end

      private

      def read(hash, pointer)
        type = type(hash["record_type"], "#{pointer}/record_type") or return nil
        known(hash, pointer)
        stage(hash, type, pointer)
        hash["steps"].each_with_index { |step, index| step(step, type, "#{pointer}/steps/#{index}") }
        Rules::Automation.new(
          id: hash["id"], title: hash["title"], user: hash["user"], record_type: hash["record_type"],
          start: hash["when"], steps: hash["steps"], owner: hash["owner"], on: hash["state"] != "off"
        ).freeze
      end

      def type(id, pointer)
        @types[id] || @faults.add(pointer, "there is no record type “#{id}”")
      end

      def known(hash, pointer)
        return unless @directory

        unless @directory.find(:user, hash["user"])&.program?
          @faults.add("#{pointer}/user", "there is no program “#{hash['user']}” in the directory")
        end
        return if hash["owner"].nil? || @directory.find(:user, hash["owner"])

        @faults.add("#{pointer}/owner", "there is no user “#{hash['owner']}” in the directory")
      end

      def stage(hash, type, pointer)
        id = hash["when"]["stage"] or return
        return if type.path&.field&.option(id)

        @faults.add("#{pointer}/when/stage", "#{type.name} has no stage “#{id}”")
      end

      def step(step, type, pointer)
        values(step["write"], type, type, "#{pointer}/write") if step["write"]
        make(step["make"], type, "#{pointer}/make") if step["make"]
        tell(step["tell"], type, "#{pointer}/tell") if step["tell"]
      end

      def make(hash, type, pointer)
        made = type(hash["record_type"], "#{pointer}/record_type") or return
        values(hash["values"], made, type, "#{pointer}/values")
        through = hash["through"] or return
        return if made.field(through)&.refers_to == type.id

        @faults.add("#{pointer}/through", "#{made.name} has no field “#{through}” that refers to #{type.name}")
      end

      # written: the type whose fields are given values; from: that from which values are taken.
      def values(hash, written, from, pointer)
        hash.each do |id, value|
          field = written.field(id)
          next @faults.add("#{pointer}/#{id}", "#{written.name} has no field “#{id}”") unless field

          if field.never_typed?
            @faults.add("#{pointer}/#{id}",
                        "#{field.name} is #{field.kind.title}, so nothing can write it")
          end
          if value["from"] && from.field(value["from"]).nil?
            @faults.add("#{pointer}/#{id}/from", "#{from.name} has no field “#{value['from']}”")
          end
          suited(field, value["value"], "#{pointer}/#{id}/value") if value.key?("value")
        end
      end

      def suited(field, value, pointer)
        field.parse(value)
      rescue Catalogue::Kind::Unsuitable => e
        @faults.add(pointer, e.message)
      end

      def tell(hash, type, pointer)
        kind, id = hash["to"].first
        if @directory && !@directory.find(kind.to_sym, id)
          @faults.add("#{pointer}/to", "there is no #{kind} “#{id}” in the directory")
        end
        (hash["fields"] || []).reject { |each| type.field(each) }.each do |each|
          @faults.add("#{pointer}/fields", "#{type.name} has no field “#{each}”")
        end
      end
    end
  end
end
