# frozen_string_literal: true

module CobaltLedger
  module Formats
    # Reads question documents.
    class QuestionJson
      # hash: question document; policy: Rules::Policy; directory: Directory::Directory; shaped: true when the
      # document is known to have passed its schema. Where it names no user but "as", it is about no one in particular
      # who is that.
      # Returns a Decisions::Question; raises BadInput with every fault.
      def self.read(hash, policy, directory, shaped: false) = new(hash, policy, directory, shaped: shaped).question

      def initialize(hash, policy, directory, shaped: false)
        Schema.check!("question", hash) unless shaped
        @hash = hash
        @policy = policy
        @directory = directory
        @faults = FaultList.new
      end

      # A Decisions::Question. Raises BadInput with every fault.
      def question
        type = type()
        checked_values(type) if type
        known_people
        given = {
          at: self.class.moment(@hash["at"], @policy.zone, "/at", @faults), network: network, place: place,
          form: form(type)
        }
        @faults.raise_if_any!
        Decisions::Question.new(
          principals: principals, record_type: type, unit: @hash["unit"],
          mode: @hash["mode"], channel: @hash["channel"] || "form", stored: @hash["stored"] || {},
          entered: @hash["entered"] || {}, locked: @hash["locked"] || false,
          lifted: @hash["lifted"] || false, related: related, **given
        )
      end

      # A moment in RFC 3339, or as the clocks of the zone show it ("2026-03-31T14:10"). text: String or nil.
      # Notes a fault and returns nil for one that does not exist, or that comes twice.
      def self.moment(text, zone, pointer, faults)
        return nil if text.nil?
        return Catalogue::Kinds::DateTime.parse(text, nil) if text.match?(Catalogue::Kinds::DateTime::FORM)

        zone.local_to_utc(Time.utc(*civil(text)))
      rescue TZInfo::PeriodNotFound
        faults.add(pointer, "the clocks in #{zone.identifier} skip that hour on that day")
      rescue TZInfo::AmbiguousTime
        faults.add(
          pointer, "that hour comes twice in #{zone.identifier} on that day; add the offset, as in #{text}+01:00"
        )
      rescue Catalogue::Kind::Unsuitable => e
        faults.add(pointer, e.message)
      end

      def self.civil(text)
        match = text.match(/\A(\d{4}-\d{2}-\d{2})T([01]\d|2[0-3]):([0-5]\d)(?::([0-5]\d))?\z/) or
          raise Catalogue::Kind::Unsuitable, "must be a moment like 2026-03-31T14:10, with or without an offset"
        day = Catalogue::Kinds::Date.parse(match[1], nil)
        [day.year, day.month, day.day, match[2].to_i, match[3].to_i, match[4].to_i]
      end
      private_class_method :civil

      private

      def type
        @policy.record_type(@hash["record_type"]) ||
          @faults.add("/record_type", "the policy has no record type “#{@hash['record_type']}”")
      end

      def checked_values(type)
        %w[stored entered].flat_map { |layer| Decisions::Values.unknown(type, @hash[layer] || {}, layer) }
          .each { |fault| @faults.add(fault.pointer, fault.message) }
      end

      def principals
        kind, id = @hash["as"]&.first
        kind ? @directory.bare(kind.to_sym, id) : @directory.principals_of(@hash["user"])
      end

      def known_people
        kind, id = @hash["as"]&.first || ["user", @hash["user"]]
        unless kind == "everyone" || @directory.find(kind.to_sym, id)
          @faults.add(@hash["as"] ? "/as" : "/user", "no #{kind} “#{id}” in the directory")
        end
        @directory.find(:unit, @hash["unit"]) || @faults.add("/unit", "no unit “#{@hash['unit']}” in the directory")
      end

      def network
        Conditions::NetworkKind.parse(@hash["network"], nil)
      rescue Catalogue::Kind::Unsuitable => e
        @faults.add("/network", e.message)
      end

      def place
        id = @hash["place"] or return nil
        @policy.places.any? { |place| place.id == id } ? id : @faults.add("/place", "the policy names no place “#{id}”")
      end

      def form(type)
        id = @hash["form"]
        return :own if id.nil? || type.nil?

        type.form(id) || @faults.add("/form", "#{type.name} has no form “#{id}”")
      end

      # Records that conditions may look up: {"collection-object": {"OB-1": {"hazard": "lead"}}}.
      def related
        records = @hash["related"] or return nil
        records.each do |id, found|
          other = @policy.record_type(id)
          next @faults.add("/related/#{id}", "the policy has no record type “#{id}”") unless other

          found.each do |number, values|
            Decisions::Values
              .unknown(other, values, "related/#{id}/#{number}")
              .each { |fault| @faults.add(fault.pointer, fault.message) }
          end
        end
        Decisions::RelatedRecords.new(records)
      end
    end
  end
end
