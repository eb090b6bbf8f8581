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
            "baselines" => baselines(state), "precedence" => state.policy.precedence,
            "vocabulary" => Vocabulary.to_h(state)
          )
        end

        subjects(app)

        app.post "/api/catalogue/consequences" do
          allow!(:read)
          json(SubjectImpact.new(sent["kind"], sent["id"], sent["after"], sight).to_h)
        end

        # The form someone would get if the record type were as sent.
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

      # Record types and baselines are made, changed and removed alike, in the change set.
      def self.subjects(app)
        { "record-types" => "record_type", "baselines" => "baseline" }.each do |path, kind|
          app.post "/api/#{path}" do
            allow!(:edit)
            PolicyEditor.new(author).put(kind, sent[kind]["id"], sent[kind], if_match: nil)
            headers "etag" => PolicyEditor.etag(sent[kind])
            json({}, 201)
          end

          app.put "/api/#{path}/:id" do
            allow!(:edit)
            unless sent[kind]["id"] == params["id"]
              raise CobaltLedger::BadInput.at("/#{kind}/id", "a #{kind.tr('_', ' ')} keeps its identifier")
            end

            PolicyEditor.new(author).put(kind, params["id"], sent[kind], if_match: if_match!,
                                                                         stored_values: sent["stored_values"])
            headers "etag" => PolicyEditor.etag(sent[kind])
            json({})
          end

          app.delete "/api/#{path}/:id" do
            allow!(:edit)
            PolicyEditor.new(author).put(kind, params["id"], nil, if_match: if_match!)
            json({})
          end
        end
      end

      # Helpers of these routes.
      module Help
        def baselines(state)
          (state.document["baselines"] || []).map do |each|
            { "states" => {} }.merge(each, "etag" => PolicyEditor.etag(each))
          end
        end

        # What follows from a field's kind, for those who write rules. field: CobaltLedger::Catalogue::Field.
        def about_field(field)
          { "sample" => field.kind.sample(field), "family" => field.family.to_s,
            "given" => field.computed? ? "computed" : (field.numbered? && "numbered") || nil }.compact
        end
      end
    end
  end
end
