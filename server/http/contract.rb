# frozen_string_literal: true

require "json_schemer"

module Server
  # The OpenAPI document as the contract: finds the operation a request is meant for and checks
  # parameters, request bodies and (in the specs) responses against it.
  class Contract
    PATH = File.join(Paths::ROOT, "docs/openapi.yaml")

    # Largest body of a request that names no limit of its own, in bytes.
    BODY_LIMIT = 1024 * 1024

    # Members and items of one object or list that are looked at when the faults of a body are told.
    WIDTH = 500

    # One operation. template: "/api/rules/{id}"; verb: "get"; spec: its part of the document.
    Operation = Struct.new(:template, :verb, :spec, :pattern, keyword_init: true) do
      # May anyone ask it, signed in or not?
      def public? = spec["security"] == []

      # May a program ask it, by its token?
      def programs? = (spec["security"] || []).any? { |each| each.key?("program") }

      # May only a program?
      def programs_only? = spec["security"] == [{ "program" => [] }]

      # What someone has to be allowed before anything of the body is read: Symbol or nil.
      def ability = spec["x-ability"]&.to_sym

      # Is it asked by pages by themselves, so that it is no sign that somebody is there?
      def quiet? = spec["x-quiet"] == true

      # Is it for the process beside the server?
      def heavy? = spec["x-heavy"] == true

      # What it does, in a few words.
      def words = spec["summary"][/\A[^,;]+/]

      # What a path says in place of the placeholders: Hash of name to text.
      def placed(path)
        pattern.match(path).named_captures.transform_values do |part|
          Rack::Utils.unescape_path(part).dup.force_encoding(Encoding::UTF_8)
        end
      end

      # Largest body, in bytes.
      def body_limit = spec["x-body-limit"] || BODY_LIMIT
    end

    # The contract of this version, read once.
    def self.instance = @instance ||= new(YAML.safe_load_file(PATH, aliases: true))

    def initialize(document)
      @openapi = JSONSchemer.openapi(document)
      @schemas = {}
      @operations = document["paths"].flat_map do |template, item|
        pattern = /\A#{template.gsub(/\{([a-z_]+)\}/, '(?<\1>[^/]+)')}\z/
        item.slice("get", "post", "put", "patch", "delete").map do |verb, spec|
          Operation.new(template: template, verb: verb, spec: spec, pattern: pattern)
        end
      end
      # Paths without placeholders first, so that /records/x/new is not taken for a number.
      @operations.sort_by! { |operation| operation.template.count("{") }
    end

    # Returns the Operation, or nil when there is none for the path and method.
    def operation(method, path)
      @operations.find { |candidate| candidate.verb == method.downcase && candidate.pattern.match?(path) }
    end

    # True when another method would find something at the path.
    def path?(path) = @operations.any? { |candidate| candidate.pattern.match?(path) }

    # Raises CobaltLedger::BadInput when query parameters are unknown or not as declared.
    def check_query!(operation, query)
      declared = (operation.spec["parameters"] || []).select { |parameter| parameter["in"] == "query" }
      faults = CobaltLedger::FaultList.new
      (query.keys - declared.map { |parameter| parameter["name"] }).each do |name|
        faults.add("?#{name}", "is not a known parameter")
      end
      declared.each { |parameter| check_parameter(parameter, query[parameter["name"]], faults) }
      faults.raise_if_any!
    end

    # Raises CobaltLedger::BadInput when a body is not as declared.
    def check_body!(operation, body)
      schema = schema_at(operation, "requestBody/content/application~1json/schema")
      return if schema.nil? || schema.valid?(body)

      faults = CobaltLedger::Formats::Schema.words(schema, narrowed(body))
      raise CobaltLedger::BadInput, faults if faults.any?

      raise CobaltLedger::BadInput.at("", "has too many members or items")
    end

    # operation: from `operation`. Does it take a body?
    def body?(operation) = operation.spec.key?("requestBody")

    # Array of errors of a response; for the specs.
    def response_errors(operation, status, body)
      response = operation.spec.dig("responses", status.to_s)
      return ["status #{status} is not described"] unless response

      # A response may stand in one place for many operations.
      content =
        if response["$ref"]
          "#{response['$ref'].delete_prefix('#')}/content"
        else
          "#{pointer(operation)}/responses/#{status}/content"
        end
      media = status >= 400 ? "application~1problem%2Bjson" : "application~1json"
      @openapi.ref("##{content}/#{media}/schema").validate(body).map { |error| error["error"] }
    end

    private

    # A body without what is too much of one thing: every fault is told, and a hundred thousand are not looked for.
    def narrowed(body)
      case body
      when Hash then body.first(WIDTH).to_h { |name, value| [name, narrowed(value)] }
      when Array then body.first(WIDTH).map { |item| narrowed(item) }
      else body
      end
    end

    # A JSON Pointer in a URI fragment: braces of the template are percent-encoded (RFC 6901, section 6).
    def pointer(operation)
      "/paths/#{operation.template.gsub('/', '~1').gsub('{', '%7B').gsub('}', '%7D')}/#{operation.verb}"
    end

    # Compiling a schema costs more than a request; each is compiled when first needed.
    def schema_at(operation, rest)
      return nil unless operation.spec["requestBody"]

      @schemas["#{pointer(operation)}/#{rest}"] ||= @openapi.ref("##{pointer(operation)}/#{rest}")
    end

    def check_parameter(parameter, value, faults)
      name = "?#{parameter['name']}"
      return (faults.add(name, "is missing") if parameter["required"]) if value.nil?
      return faults.add(name, "must be a single text value") unless value.is_a?(String) && value.valid_encoding?

      check_text(parameter, value, faults, name)
      schema = parameter["schema"]
      return unless schema["type"] == "integer"

      number = Integer(value, 10, exception: false)
      range = (schema["minimum"] || 0)..(schema["maximum"] || 1_000_000)
      return if number && range.cover?(number)

      faults.add(name, "must be a whole number from #{range.first} to #{range.last}")
    end

    def check_text(parameter, value, faults, name)
      schema = parameter["schema"]
      if schema["enum"] && !schema["enum"].include?(value)
        faults.add(name, "must be one of #{schema['enum'].join(', ')}")
      end
      # In JSON Schema the ends of a pattern are those of the text, and not of a line.
      if schema["pattern"] && !value.match?(Regexp.new(schema["pattern"].sub(/\A\^/, "\\A").sub(/\$\z/, "\\z")))
        faults.add(name, "is invalid: #{parameter['description'] || schema['pattern']}")
      end
      return unless schema["maxLength"] && value.size > schema["maxLength"]

      faults.add(name, "is longer than #{schema['maxLength']}")
    end
  end
end
