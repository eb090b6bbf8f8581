# frozen_string_literal: true

module Server
  # The searches of the OpenID AuthZEN Authorization API 1.0 (section 8): who may, on what, and what. What is found was
  # decided as an evaluation decides it.
  class AccessSearch
    # Results of one page, and subjects or resources looked at for it, at most.
    PAGE = 100
    LOOKED_AT = 2_000

    # evaluation: AccessEvaluation; token: Token; sent: the request.
    def initialize(evaluation, token, sent)
      @evaluation = evaluation
      @token = token
      @sent = sent
    end

    # Users who may do the action on the resource.
    def subjects
      type = @sent["subject"]["type"]
      raise CobaltLedger::BadInput.at("/subject/type", "must be “user”") unless type == "user"

      ids = @token.asks_for_others ? @evaluation.state.directory.users.map(&:id).sort : [@token.person]
      paged(ids.drop_while { |id| start && id <= start }) do |id|
        { "type" => "user", "id" => id } if allowed?("subject" => { "type" => "user", "id" => id })
      end
    end

    # Records of the type on which the subject may do the action, among those that the program itself may meet.
    def resources
      type = @evaluation.type_of(@sent["resource"])
      records = @evaluation.own.open_records(type).order(:number)
      records = records.where("number > ?", start) if start
      numbers = records.limit(LOOKED_AT + 1).pluck(:number)
      paged(numbers) do |number|
        resource = @sent["resource"].merge("id" => number)
        { "type" => type.id, "id" => number } if allowed?("resource" => resource)
      end
    end

    # Names of the actions that the subject may do on the resource.
    def actions
      properties = @sent["resource"]["properties"] || {}
      of_field = properties["field"] || properties["fields"]
      names = of_field ? AccessEvaluation::FIELD_ACTIONS.keys : AccessEvaluation::ACTIONS.keys
      names -= ["create"] if @sent["resource"]["id"]
      { "results" => names.select do |name|
        allowed?("action" => { "name" => name })
      end.map { |name| { "name" => name } } }
    end

    private

    def allowed?(part)
      @evaluation.of(@sent.slice("subject", "action", "resource", "context").merge(part))["decision"]
    end

    def page = @sent["page"] || {}
    def limit = (page["limit"] || PAGE).clamp(1, PAGE)

    # Where the page before ended: an identifier, or nil.
    def start
      return nil if page["token"].to_s.empty?

      @start ||= page["token"].unpack1("m0").force_encoding(Encoding::UTF_8).tap do |text|
        raise ArgumentError unless text.valid_encoding?
      end
    rescue ArgumentError
      raise CobaltLedger::BadInput.at("/page/token", "is none that was given here")
    end

    def paged(ids)
      found = []
      last = nil
      whole = ids.first(LOOKED_AT).each do |id|
        break if found.size == limit

        last = id
        yield(id)&.then { |result| found << result }
      end
      more = whole.nil? || ids.size > LOOKED_AT
      { "results" => found, "page" => { "next_token" => more && last ? [last].pack("m0") : "", "count" => found.size } }
    end
  end
end
