# frozen_string_literal: true

# Unguessable values in everything that someone may not read, and every byte that comes back searched for them; and the
# same questions about other hidden values, which must be answered with the same bytes.
RSpec.describe "Nothing of a hidden value comes out" do
  # A few of each here; bin/crawl asks as everyone of little trust, about many.
  many = Integer(ENV.fetch("CRAWL_RECORDS", 1))
  users = ENV.fetch("CRAWL_USERS", "ilka,esme,cleo").split(",")
  kinds = ENV.fetch("CRAWL_TYPES", "outgoing-loan,study-visit,conservation-job").split(",")

  def type_of(id) = Server::PolicyStore.instance.in_force.policy.record_type(id)
  def fields = (answer.dig("form", "sections") || []).flat_map { |section| section["fields"] }

  # Identifiers of the fields that the person reads in clear, in a mode that opens the record.
  def readable(type, number)
    %w[view edit].flat_map do |mode|
      call(:post, "/api/records/#{type}/form", { mode: mode, number: number })
      fields.reject { |field| field["mask_words"] }.map { |field| field["id"] }
    end.uniq
  end

  # Two values of one kind, and the texts that would give each away; nil for kinds of few values.
  def canaries(field, random)
    case field.family
    when :text
      if field.never_typed?
        nil
      else
        Array
          .new(2) { "Kqvwx#{Array.new(12) { [*'a'..'z'].sample(random: random) }.join}@canary.example" }
          .map { |text| [text, [text]] }
      end
    when :number
      low = 20_000 * random.rand(4_000..4_900)
      if field.kind_name == "computed"
        nil
      else
        [low + 1_111, low + 3_111].map do |number|
          [number, [number.to_s, number.to_s.reverse.scan(/\d{1,3}/).join(",").reverse]]
        end
      end
    when :date
      [1, 2].map { |month| Date.new(2150 + random.rand(40), month, 11).iso8601 }
        .map { |day| [day, [day, Date.parse(day).strftime("%-d %b %Y")]] }
    end
  end

  # Every question there is about one type and record; the block gets each answer.
  def each_answer(type, number, typed)
    path = "/api/records/#{type}"
    ask = lambda do |verb, address, body = nil, **more|
      call(verb, address, body, **more) &&
        yield([verb, address, body].inspect, "#{last_response.headers.except('etag')}#{last_response.body}")
    end
    [
      "", "?per_page=1000", "?page=2&per_page=3", "?search=Kqvwx&per_page=1000", "?search=canary.example"
    ].each { |query| ask.call(:get, path + query) }
    type_of(type).fields.each { |field| ask.call(:get, "#{path}?sort=#{field.id}&direction=down&per_page=1000") }
    ask.call(:get, "#{path}/people?search=a")
    %w[csv json].each { |format| ask.call(:get, "#{path}/export?format=#{format}") }
    %w[journal lifters].each { |part| ask.call(:get, "#{path}/#{number}/#{part}") }
    ask.call(:get, "/api/messages")
    reason = { reason: "To see what comes" }
    ask.call(:post, "#{path}/#{number}/reveals", reason)
    type_of(type).fields.each { |field| ask.call(:post, "#{path}/#{number}/reveals", reason.merge(field: field.id)) }
    # Tries are counted, for any record.
    Server::SignInGuard.clear
    ask.call(:post, "#{path}/#{number}/unlock", reason.merge(password: "guessed at"))
    etag = Server::Record.find_by!(record_type: type, number: number).etag
    %w[view edit create].each { |mode| ask.call(:post, "#{path}/form", { mode: mode, number: number }) }
    typed.each do |id, value|
      %w[view edit].each do |mode|
        ask.call(:post, "#{path}/form", { mode: mode, number: number, entered: { id => value } })
      end
      rows = [["number,#{id},no_such_field\n#{number},#{value},1\n"].pack("m0"),
              ["number,#{id}\n#{number},#{value}\n"].pack("m0")]
      rows.each { |content| ask.call(:post, "#{path}/import/preview", { content: content, format: "csv" }) }
      ask.call(:patch, "#{path}/#{number}", { changes: { id => value, "no_such_field" => 1 } }, if_match: etag)
    end
  end

  def put(type, number, values)
    Server::Record.find_by!(record_type: type, number: number).tap { |row| row.values = row.values.merge(values) }.save!
  end

  # Numbers of records that someone may open, as many as wanted.
  def met(login, type, most)
    visitor = Server::Visitor.new(Server::Account.named(login).person)
    visitor.open_records(type_of(type)).order(:number).limit(most).pluck(:number)
  end

  # Requests made for one person about one record.
  def crawl(login, type, number, random)
    sign_in(login)
    open = readable(type, number)
    secret =
      type_of(type)
        .fields
        .reject { |field| open.include?(field.id) }
        .to_h { |field| [field.id, canaries(field, random)] }
        .compact
    put(type, number, secret.transform_values { |two| two[0][0] })
    # A rule may go by the value: what a canary itself opens is no secret.
    readable(type, number).each { |id| secret.delete(id) }
    words = Regexp.union(secret.values.flat_map { |two| two[0][1] })
    first = {}
    # Typing opens what the policy opens then; that is a finding of the audit, and nothing that is typed here does.
    typed =
      type_of(type)
        .fields
        .reject { |field| %i[choice reference person flag].include?(field.family) }
        .to_h { |field| [field.id, field.kind.stand_in(field)] }
    each_answer(type, number, typed) do |asked, bytes|
      expect(bytes).not_to match(words), "#{login}: #{asked}" unless secret.empty?
      first[asked] = bytes
    end
    put(type, number, secret.transform_values { |two| two[1][0] })
    each_answer(type, number, typed) do |asked, bytes|
      expect(bytes).to eq(first[asked]), "#{login}: another hidden value, another answer to #{asked}"
    end
    [first.size, secret.size]
  end

  it "to people of little trust, whatever they ask" do
    random = Random.new(chosen = Integer(ENV.fetch("SEED", 2_611)))
    RSpec.configuration.reporter.message("  crawl: seed #{chosen} (repeat with SEED=#{chosen})")
    counts = users.product(kinds).flat_map do |login, type|
      met(login, type, many).map { |number| crawl(login, type, number, random) }
    end
    expect(counts.sum(&:first)).to be > 500
    expect(counts.sum(&:last)).to be > 30
  end

  it "through routes that are none of a record user's business" do
    sign_in("ilka")
    document = YAML.safe_load_file(Server::Contract::PATH, aliases: true)
    # What record users and programs may ask, and what anyone may.
    own = %w[/api/session /api/records /api/setup /api/messages /access /.well-known]
    closed = document["paths"].reject { |path, _| path.start_with?(*own) }
    closed.each do |path, item|
      item
        .slice("get", "post", "put", "patch", "delete")
        .each_key do |verb|
          given = { "{id}" => "1", "{list}" => "users", "{index}" => "0", "{number}" => "1", "{kind}" => "fields-csv" }
          address = path.gsub(/\{(id|list|index|number|kind)\}/, given)
          status =
            call(
              verb, "#{address}#{'?record_type=outgoing-loan' if path.start_with?('/api/map')}",
              %w[get delete].include?(verb) ? nil : {}, if_match: "\"x\""
            )
          # A body that is not as declared is refused before the route is asked; nothing of it is answered.
          expect([403, 422]).to include(status), "#{verb} #{path} answered #{status}"
        end
    end
  end
end
