# frozen_string_literal: true

module Server
  # The path of a record's stages as a strip: where it stands, and the key fields of each stage as the person may see
  # them.
  class PathView
    # form: FormView of the same decision.
    def initialize(decision, form)
      @decision = decision
      @form = form
      @path = decision.question.record_type.path
    end

    # nil where there is no path, or the person may not see the stage.
    def to_h
      return nil if @path.nil? || @decision[@path.field.id].hidden? || @decision[@path.field.id].masked?

      {
        "field" => @path.field.id, "name" => @path.field.name,
        "stages" => @path.stages.map { |id, fields| stage(id, fields) }
      }
    end

    private

    def stage(id, fields)
      shown = fields.reject { |field| @decision[field.id].hidden? }
      {
        "id" => id,
        "name" => @path.field.option(id).name,
        "standing" => standing(id),
        "fields" =>
          shown.map do |field|
            {
              "id" => field.id, "name" => field.name, "level" => @decision[field.id].level,
              "words" => @form.words(field), "input" => field.kind.input,
              "value" => @decision[field.id].disclose(@decision.values[field.id]).first
            }.compact
          end
      }
    end

    # "done", "here" or "ahead"
    def standing(id)
      order = @path.stages.keys
      here = order.index(@decision.values[@path.field.id])
      return "ahead" if here.nil?

      %w[done here ahead][(order.index(id) <=> here) + 1]
    end
  end
end
