# frozen_string_literal: true

module Server
  # Many changes in one request (RFC 7644, section 3.7). Each is done or refused by itself; all that are done are one
  # change of the directory. Where they can't be that, each is tried alone.
  class ScimBulk
    REQUEST = "urn:ietf:params:scim:api:messages:2.0:BulkRequest"
    RESPONSE = "urn:ietf:params:scim:api:messages:2.0:BulkResponse"
    Fault = CobaltLedger::Provisioning::Fault
    Schemas = CobaltLedger::Provisioning::Schemas
    REFERENCE = /\AbulkId:(.+)\z/

    # run: PushRun; document: as sent. Raises Fault where it is no bulk request.
    def initialize(run, document)
      @run = run
      @operations = document.is_a?(Hash) && document["Operations"]
      unless @operations.is_a?(Array) && @operations.all?(Hash) &&
             Array(document["schemas"]).any? { |urn| urn.to_s.casecmp?(REQUEST) }
        raise Fault.new("invalidSyntax", "A bulk request holds “schemas” with #{REQUEST}, and “Operations”")
      end
      if @operations.size > ScimDocuments::OPERATIONS
        raise Fault.new(nil, "A bulk request holds #{ScimDocuments::OPERATIONS} operations at most", status: 413)
      end

      @most_faults = document["failOnErrors"] || (@operations.size + 1)
      raise Fault.new("invalidValue", "“failOnErrors” must be a whole number") unless @most_faults.is_a?(Integer)
    end

    # Hash.
    def to_h
      { "schemas" => [RESPONSE], "Operations" => at_once }
    rescue Fault
      { "schemas" => [RESPONSE], "Operations" => one_by_one }
    end

    private

    def words = "Bulk of #{CobaltLedger::Words.count(@operations.size, 'operation')}"

    def at_once
      begin_anew
      @run.run(words) do |desk, left_out|
        begin_anew
        in_turn { |writing| [writing.on(desk, left_out), desk] }
      end.first
    end

    def one_by_one
      begin_anew
      in_turn do |writing|
        @run.run(writing.words) { |desk, left_out| writing.on(desk, left_out) }
      end
    end

    def begin_anew
      @known = {}
      @faults = 0
    end

    # What is answered of each, in their order. The block does one and gives [identifier, desk].
    def in_turn(&block)
      answers = Array.new(@operations.size)
      order.each do |index|
        break if @faults >= @most_faults

        answers[index] = answer(@operations[index], &block)
      end
      answers.compact
    end

    # Numbers of the operations, what is referred to before what refers to it; what goes in a ring stays where it is.
    def order
      makers = @operations.each_with_index.to_h { |each, index| [each["bulkId"], index] }
      placed = []
      visit = lambda do |index, above|
        next if placed.include?(index) || above.include?(index)

        before = references(@operations[index]).filter_map { |id| makers[id] }
        before.each { |other| visit.call(other, above + [index]) }
        placed << index
      end
      @operations.each_index { |index| visit.call(index, []) }
      placed
    end

    def references(value)
      case value
      when Hash then value.values.flat_map { |each| references(each) }
      when Array then value.flat_map { |each| references(each) }
      when String then [value[REFERENCE, 1] || value[%r{/bulkId:(.+)\z}, 1]].compact
      else []
      end
    end

    def answer(operation)
      told = operation.slice("method", "bulkId")
      writing, kind = read(operation)
      id, desk = yield(writing)
      made(told, kind, id, desk, operation)
    rescue Fault => e
      @faults += 1
      told.merge("status" => e.status.to_s, "response" => e.to_h)
    end

    def made(told, kind, id, desk, operation)
      @known[operation["bulkId"]] = id if operation["bulkId"]
      verb = operation["method"].upcase
      shelf = ScimShelf.new(desk, kind)
      told.merge(
        { "location" => shelf.location(id), "version" => verb == "DELETE" ? nil : shelf.resource(id)["meta"]["version"],
          "status" => { "POST" => "201", "DELETE" => "204" }.fetch(verb, "200") }.compact
      )
    end

    # [ScimWriting, Schemas::Kind]
    def read(operation)
      verb = operation["method"].to_s.upcase
      raise Fault.new("invalidSyntax", "“method” must be POST, PUT, PATCH or DELETE") unless
        %w[POST PUT PATCH DELETE].include?(verb)
      raise Fault.new("invalidSyntax", "A POST has a “bulkId”") if verb == "POST" && operation["bulkId"].to_s.empty?

      path = resolved(operation["path"].to_s)
      kind = Schemas::KINDS.find { |each| path.match?(%r{\A/#{each.path}(/|\z)}) }
      id = path[%r{\A/\w+/(.+)\z}, 1]&.then { |text| Rack::Utils.unescape_path(text) }
      raise Fault.new("invalidPath", "“path” must be like /Users or /Users/an-identifier") unless
        kind && id.nil? == (verb == "POST")

      [ScimWriting.new(verb, kind, id, resolved(operation["data"]), operation["version"]), kind]
    end

    # With identifiers in the place of what stands for them.
    def resolved(value)
      case value
      when Hash then value.transform_values { |each| resolved(each) }
      when Array then value.map { |each| resolved(each) }
      when String
        value.sub(%r{(\A|/)bulkId:(.+)\z}) do
          "#{Regexp.last_match(1)}#{identifier(Regexp.last_match(2))}"
        end
      else value
      end
    end

    def identifier(bulk_id)
      @known[bulk_id] or raise Fault.new("invalidValue", "Nothing was made under bulkId:#{bulk_id}", status: 409)
    end
  end
end
