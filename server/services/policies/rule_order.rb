# frozen_string_literal: true

module Server
  # Gives the rules of one record type and kind the ranks that an order of them asks for.
  class RuleOrder
    def initialize(author)
      @author = author
    end

    # ids: identifiers of all rules of that kind, the best rank first. The ranks that are in use are given anew, to the
    # rules as they are at that moment.
    def put(record_type, kind, ids)
      edits = PolicyEditor.new(@author).work_out do |document|
        edits_for(document["rules"].select { |rule| rule["record_type"] == record_type && rule["kind"] == kind }, ids)
      end
      { "moved" => edits.size }
    end

    private

    def edits_for(rules, ids)
      unless ids.sort == rules.map { |rule| rule["id"] }.sort
        raise CobaltLedger::BadInput.at(
          "/rules",
          "must name every rule of that kind once; someone may have changed them"
        )
      end

      by_id = rules.to_h { |rule| [rule["id"], rule] }
      ids
        .zip(rules.map { |rule| rule["rank"] }.sort)
        .reject { |id, rank| by_id[id]["rank"] == rank }
        .map do |id, rank|
          CobaltLedger::Changes::Edit.new(
            kind: "rule", id: id, before: by_id[id], after: by_id[id].merge("rank" => rank)
          )
        end
    end
  end
end
