# frozen_string_literal: true

module Server
  # Finds resources of one kind (RFC 7644, section 3.4): filtered, sorted, a page of them.
  class ScimListing
    Fault = CobaltLedger::Provisioning::Fault
    Filter = CobaltLedger::Provisioning::Filter

    # asked: Hash with "filter", "sortBy", "sortOrder", "startIndex", "count", "attributes" and "excludedAttributes",
    # each a text, a number or a list of texts. Raises CobaltLedger::Provisioning::Fault.
    def initialize(shelf, asked)
      @shelf = shelf
      @asked = asked
      @filter = text("filter")&.then { |filter| Filter.read(filter, shelf.kind) }
      @sort = text("sortBy")&.then { |path| Filter.path(path, shelf.kind) }
      @selection = CobaltLedger::Provisioning::Selection.new(shelf.kind, names("attributes"),
                                                             names("excludedAttributes"))
    end

    # Hash.
    def to_h
      found = sorted(matching)
      start = [number("startIndex", 1), 1].max
      page = found.slice(start - 1, number("count", 100).clamp(0, ScimDocuments::PAGE)) || []
      ScimDocuments.list(page.map { |each| @selection.of(whole(each)) }, total: found.size, start: start)
    end

    private

    # Identifiers, or resources where those had to be looked at.
    def matching
      return @shelf.ids unless @filter || @sort

      all = @shelf.ids.map { |id| @shelf.resource(id) }
      @filter ? all.select { |each| @filter.holds?(each) } : all
    end

    def whole(each) = each.is_a?(Hash) ? each : @shelf.resource(each)

    # What has no value comes last (RFC 7644, section 3.4.2.3).
    def sorted(found)
      return found unless @sort

      there, not_there = found.partition { |each| key(each) }
      ordered = there.sort_by.with_index { |each, index| [key(each), index] }
      (down? ? ordered.reverse : ordered) + not_there
    end

    def key(resource)
      values = @sort.values(resource)
      value = values.find { |each| each.is_a?(Hash) && each["primary"] } || values.first
      value = value["value"] if value.is_a?(Hash)
      return nil if value.nil?

      @sort.compared&.exact ? value.to_s : value.to_s.downcase(:fold)
    end

    def down?
      order = text("sortOrder") || "ascending"
      return order == "descending" if %w[ascending descending].include?(order)

      raise Fault.new("invalidValue", "“sortOrder” must be ascending or descending")
    end

    def text(name)
      value = @asked[name]
      return value if value.nil? || value.is_a?(String)

      raise Fault.new("invalidValue", "“#{name}” must be a text")
    end

    def names(name)
      value = @asked[name]
      return value if value.nil? || value.is_a?(String)
      return value.join(",") if value.is_a?(Array) && value.all?(String)

      raise Fault.new("invalidValue", "“#{name}” must be names of attributes")
    end

    def number(name, usual)
      value = @asked[name]
      return usual if value.nil?

      Integer(value.to_s, 10).clamp(-1, 1_000_000_000)
    rescue ArgumentError
      raise Fault.new("invalidValue", "“#{name}” must be a whole number")
    end
  end
end
