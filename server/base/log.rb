# frozen_string_literal: true

module Server
  # What goes to the log: where something went wrong, and nothing of what was sent. A message of Ruby's may hold all of
  # an object, cookies and tokens included, so that only its beginning is kept, without anything that could be a secret.
  module Log
    # Lines of a backtrace that are kept.
    LINES = 12

    # Characters of a message that are kept.
    LENGTH = 160

    # Longer runs of such characters may be tokens, hashes or passwords.
    SECRET = %r{[\w+/=-]{20,}}

    module_function

    # error: an exception no one expected.
    def defect(error)
      warn "#{error.class}: #{plain(error.message)}\n  #{(error.backtrace || []).first(LINES).join("\n  ")}"
    end

    def plain(text)
      text
        .to_s
        .dup
        .force_encoding(Encoding::UTF_8)
        .scrub
        .lines
        .first
        .to_s
        .sub(/\s+for #<.*/, "")
        .gsub(SECRET, "…")
        .strip[
        0,
        LENGTH
      ]
    end
    private_class_method :plain
  end
end
