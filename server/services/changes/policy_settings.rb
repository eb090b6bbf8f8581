# frozen_string_literal: true

module Server
  # Settings of the policy that people change as a whole, as they are in the chosen change set: who signs, how far
  # what opens a record goes, from where someone is at a place, what happens by itself, and what programs are for.
  module PolicySettings
    # What each is where the policy does not say.
    KNOWN = { "approval" => [], "limits" => {}, "places" => [], "automations" => [], "programs" => [] }.freeze

    module_function

    # {name => value ..., "etag"}. state: PolicyStore::Compiled; names: of KNOWN.
    def of(state, *names)
      found = values(state.document, names)
      found.merge("etag" => PolicyEditor.etag(found))
    end

    # Puts others in their place. wanted: Hash of name to value; if_match: ETag of those that were edited; author: name;
    # words: what they are, for who is too late. Raises Problem or CobaltLedger::BadInput.
    def keep(wanted, if_match:, author:, words:)
      PolicyEditor.new(author).work_out do |document|
        current = values(document, wanted.keys)
        unless PolicyEditor.etag(current) == if_match
          raise Problem.new(412, "changed-meanwhile",
                            "Someone else changed #{words} after you opened the page. Reload and try again.")
        end

        wanted.reject { |name, value| current[name] == value }.map do |name, value|
          CobaltLedger::Changes::Edit.new(kind: "setting", id: name, before: document[name], after: value)
        end
      end
    end

    def values(document, names) = names.to_h { |name| [name, document[name] || KNOWN.fetch(name)] }
    private_class_method :values
  end
end
