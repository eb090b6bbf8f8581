# frozen_string_literal: true

module CobaltLedger
  # What was done, by whom and when, so that nothing of it can be changed, taken out or put in unseen.
  module Journal
    # The chain of entries: each carries the SHA-256 (FIPS 180-4) of its canonical JSON (RFC 8785), of which the digest
    # of the one before is a member.
    module Chain
      # Members of an entry in the order of RFC 8785, which is that of their names. All are texts but the number of the
      # entry; those that are nil are left out.
      MEMBERS = %w[actor at details field id kind number person previous reason record_type subject].freeze

      # Each name as it is in the JSON text.
      HEADS = MEMBERS.to_h { |name| [name, "\"#{name}\":"] }.freeze

      # Texts that stand in JSON as they are.
      PLAIN = /\A[^"\\\u0000-\u001f]*\z/
      private_constant :HEADS, :PLAIN

      # The digest that the first entry of all carries as that of the one before.
      START = "0" * 64

      # What is wrong with the first entry that does not fit. id: its number; words: in what way.
      Break = Struct.new(:id, :words)

      # What was verified. total: how many entries; head: digest of the last; begins: number of the first that is there;
      # broken: Break or nil; back: numbers of entries whose clock stands before that of the one before them; seals:
      # Array of Seal that it was held to.
      Report = Struct.new(:total, :begins, :head, :broken, :back, :seals, keyword_init: true)

      module_function

      # entry: Hash of MEMBERS. Returns the hexadecimal digest.
      def digest(entry)
        body = +"{"
        HEADS.each do |name, head|
          value = entry[name]
          next if value.nil?

          body << "," if body.size > 1
          body << head << (name == "id" ? value.to_s : quoted(value))
        end
        Digest::SHA256.hexdigest(body << "}")
      end

      # Of a hundred thousand entries hardly a text holds anything that JSON writes otherwise.
      def quoted(text) = text.match?(PLAIN) ? "\"#{text}\"" : JSON.generate(text)
      private_class_method :quoted

      # entries: Enumerable of Hash of MEMBERS and "digest", in the order of their numbers; anchor: [number, digest] of
      # the last entry that has been let go by age, or nil; seen: Hash of number to digest of entries as someone knows
      # them from elsewhere. Returns a Report; stops at the first that is broken.
      def verify(entries, anchor: nil, seen: {})
        number, previous = anchor || [0, START]
        report = Report.new(total: 0, begins: number + 1, head: previous, broken: nil, back: [])
        at = nil
        told = anchor.nil?
        entries.each do |entry|
          words = fault(entry, number, previous, seen)
          if words
            report.broken = Break.new(entry["id"], words)
            return report
          end

          told ||= tells_of?(entry, anchor)
          report.back << entry["id"] if at && entry["at"] < at
          number, previous, at = entry.values_at("id", "digest", "at")
          report.total += 1
          report.head = previous
        end
        report.broken = Break.new(anchor[0] + 1, "earlier entries were deleted, and nothing records that") unless told
        missing(report, number, seen)
      end

      # What is let go by age is written down when it goes.
      def tells_of?(entry, anchor)
        return false unless entry["kind"] == "journal_ended"

        JSON.parse(entry["details"]).values_at("through", "digest") == anchor
      end

      def fault(entry, number, previous, seen)
        if entry["id"] != number + 1
          return "entry #{number + 1} is missing" if entry["id"] > number + 1

          return "is in the place of entry #{number + 1}"
        end
        if entry["previous"] != previous
          return "doesn’t carry the digest of the entry before it: an entry was inserted or removed"
        end
        return "was changed after it was written" if entry["digest"] != digest(entry)

        known = seen[entry["id"]]
        "differs from the entry seen before" if known && known != entry["digest"]
      end

      # Entries that someone has seen and that are not there: the end of the journal was taken off.
      def missing(report, number, seen)
        gone = seen.keys.select { |id| id > number }.min
        report.broken ||= Break.new(gone, "was seen before and is missing") if gone
        report
      end
      private_class_method :fault, :missing, :tells_of?
    end
  end
end
