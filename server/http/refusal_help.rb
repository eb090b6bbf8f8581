# frozen_string_literal: true

module Server
  # What is written down of a request that was refused.
  module RefusalHelp
    # Writes down what someone was refused because it is not theirs; that this fails is no reason to answer otherwise.
    def note_refused(problem)
      reason = Refused.reason(problem)
      refused_here.write(Refused.kind(problem), reason) if reason && (token || account)
    rescue StandardError => e
      Log.defect(e)
    end

    # Where refusals of this request are written down: Refused.
    def refused_here
      placed = @operation.template.start_with?("/api/records/") ? @operation.placed(request.path_info) : {}
      Refused.new({ actor: author, person: (token || account).person }, @operation.words,
                  type: placed["type"], number: placed["number"])
    end
  end
end
