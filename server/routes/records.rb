# frozen_string_literal: true

module Server
  module Routes
    # Records under enforcement. Nothing here looks at anything but the edition in force.
    module Records
      # Names offered at once in a person field.
      PEOPLE = 50

      def self.registered(app)
        app.helpers Help
        app.get "/api/records" do
          json(
            "record_types" =>
              desk.record_types.map { |type| { "id" => type.id, "name" => type.name, "plural" => type.plural } },
            "units" => desk.directory.units.map { |unit| { "id" => unit.id, "name" => unit.name } }
          )
        end

        app.get "/api/records/:type" do
          if (params["search"] || params["sort"]) && Record.where(record_type: params["type"]).count > RecordList::LIGHT
            relay
          end
          json(
            desk.list(params["type"]).page(
              page, per_page,
              search: params["search"], sort: params["sort"], descending: params["direction"] == "down"
            )
          )
        end

        app.post "/api/records/:type" do
          allow!(:record)
          json(saved(*told_if_refused { desk.create(params["type"], sent["unit"], sent["changes"], by: author) }), 201)
        end

        app.post "/api/records/:type/form" do
          record, decision, forecast =
            desk.open(params["type"], sent["number"], sent["mode"], entered: sent["entered"] || {}, unit: sent["unit"])
          form =
            FormView.new(
              decision, desk.directory, dismissed: desk.dismissed(record) + (sent["dismissed"] || []),
                                        plain: desk.policy
            ).to_h
          json(
            { "form" => form.merge(forecast.to_h), "number" => record&.number, "etag" => record&.etag,
              "standing" => RecordStanding.new(decision, record).to_h,
              "editable" => record && sent["mode"] == "view" ? desk.editable?(record) : nil }.compact
          )
        end

        app.get "/api/records/:type/choices" do
          relay if params["search"] && Record.where(record_type: params["type"]).count > RecordList::LIGHT
          json("items" => desk.choices(params["type"], params["search"]))
        end

        app.post "/api/records/:type/changers" do
          json(desk.changers(params["type"], sent["number"], sent["field"], sent["mode"], unit: sent["unit"]).to_h)
        end

        app.get "/api/records/:type/people" do
          desk.record_type(params["type"])
          json("items" => people_named(params["search"]))
        end

        app.post "/api/records/:type/:number/dismissals" do
          allow!(:record)
          desk.dismiss(params["type"], params["number"], sent["offer"])
          json({}, 201)
        end

        app.patch "/api/records/:type/:number" do
          allow!(:record)
          json(
            saved(
              *told_if_refused do
                desk.update(params["type"], params["number"], sent["changes"], if_match: if_match!, by: author)
              end
            )
          )
        end
      end

      # Helpers of these routes.
      module Help
        # Who meets records here: the person of the account, or the program of the token.
        def visitor
          signed_in!
          @visitor ||= if token
                         Visitor.new(token.person, channel: "interface", network: client_address, scope: token.scope)
                       else
                         Visitor.new(account.person, network: client_address)
                       end
        end

        def desk
          @desk ||= RecordDesk.new(visitor)
        end

        # What is refused to a program is told to whoever let it in.
        def told_if_refused
          yield
        rescue Problem => e
          if token && e.status == 422
            # What was refused because of access is written down for everyone.
            refused_here.write("refused", e.message) unless Refused.reason(e)
            keeper = Account.find_by(name: token.made_by)&.person
            if keeper
              Outbox.new(visitor.state).refused([keeper], token.name, params["type"], params["number"], e.message)
            end
          end
          raise
        end

        # A saved record, with what of the changes was not stored.
        def saved(record, aside)
          headers "etag" => record.etag
          {
            "number" => record.number,
            "etag" => record.etag,
            "caused" => desk.caused(record),
            "put_aside" =>
              aside.map { |each| { "field" => each.field.id, "name" => each.field.name, "words" => each.plain } }
          }.reject { |_, value| value == [] }
        end

        # Names to choose from in a person field: those that hold the text, a few at a time.
        def people_named(text)
          wanted = text.to_s.strip.downcase
          desk
            .directory
            .users
            .lazy
            .select { |user| user.name.downcase.include?(wanted) }
            .first(PEOPLE)
            .map { |user| { "id" => user.id, "name" => user.name } }
        end
      end
    end
  end
end
