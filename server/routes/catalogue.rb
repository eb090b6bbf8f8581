# frozen_string_literal: true

module Server
  module Routes
    # Record types, labels and baselines, and the vocabulary rules are written in.
    module Catalogue
      def self.registered(app)
        app.helpers Help
        app.get "/api/catalogue" do
          allow!(:read)
          state = policy_state
          counts = Record.group(:record_type).count
          rules = state.policy.rules.group_by(&:record_type).transform_values(&:size)
          types =
            state.document["record_types"].map do |type|
              type.merge(
                "plural" => state.policy.record_type(type["id"]).plural,
                "fields" =>
                  type["fields"].map do |field|
                    field.merge("about" => about_field(state.policy.record_type(type["id"]).field(field["id"])))
                  end,
                "etag" => PolicyEditor.etag(type),
                "records" => counts[type["id"]] || 0,
                "rules" => rules[type["id"]] || 0
              )
            end
          json(
            "record_types" => types, "labels" => state.document["labels"],
            "baselines" => state.document["baselines"] || [], "precedence" => state.policy.precedence,
            "vocabulary" => Vocabulary.to_h(state)
          )
        end

        app.put "/api/record-types/:id" do
          allow!(:edit)
          unless sent["record_type"]["id"] == params["id"]
            raise CobaltLedger::BadInput.at("/record_type/id", "a record type keeps its identifier")
          end

          PolicyEditor.new(author).put("record_type", params["id"], sent["record_type"], if_match: if_match!)
          headers "etag" => PolicyEditor.etag(sent["record_type"])
          json({})
        end

        # The form somebody would get if the record type were as sent.
        app.post "/api/record-types/preview" do
          allow!(:read)
          json(RecordTypePreview.new(sent["record_type"], sent["question"], sight).to_h)
        end

        # The policy and the directory as documents, to be kept, compared or imported elsewhere.
        app.get "/api/policy" do
          allow!(:read)
          json(policy_state.document)
        end

        app.get "/api/directory/document" do
          allow!(:read)
          json(DirectoryVersion.newest.directory_document)
        end
      end

      # Helpers of these routes.
      module Help
        # What follows from a field's kind, for those who write rules. field: CobaltLedger::Catalogue::Field.
        def about_field(field)
          { "sample" => field.kind.sample(field), "family" => field.family.to_s,
            "given" => field.computed? ? "computed" : (field.numbered? && "numbered") || nil }.compact
        end
      end
    end
  end
end
