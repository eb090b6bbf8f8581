# frozen_string_literal: true

RSpec.describe "Access matrices" do
  def read(text, type, **choices)
    grid = CobaltLedger::Formats::Grids.read(text).first.first
    CobaltLedger::Matrices::Reading.new(grid, type, [type], directory, **choices)
  end

  def difference(engine, matrix)
    CobaltLedger::Matrices::Difference.new(
      engine, matrix, mode: "edit", units: directory.owning_units, at: Time.utc(2026, 5, 4)
    )
  end

  # A policy of no rules, and one that has what is made of a matrix.
  def with_rules(document, rules)
    placed = rules.each_with_index.map { |rule, index| rule.merge("id" => "m#{index}", "rank" => 100 + index) }
    CobaltLedger::Formats::PolicyJson.build(document.merge("rules" => document["rules"] + placed), directory)
  end

  def matrix_of(type, said) = CobaltLedger::Matrices::Matrix.new(type, said.keys.map(&:last).uniq, said)

  # Whether so many blocks can fill the cells, by trying all sets of sets of columns.
  def fillable?(said, needed, count)
    columns = said.keys.map(&:last).uniq
    sets = (1..columns.size).flat_map { |size| columns.combination(size).to_a }
    sets.combination(count).any? do |chosen|
      needed.all? do |field, audience|
        chosen.any? do |set|
          set.include?(audience) && set.all? do |each|
            said[[field, each]] == said[[field, audience]]
          end
        end
      end
    end
  end

  it "are read as they were written, however people keep them", :generated do
    type = policy.record_type("loan")
    names = type.fields.to_h { |field| [field.id, field.name] }
    trials("matrices read", 150) do |seed|
      written = MatrixGenerator.new(seed)
      said = written.said(names.keys)
      next if said.empty?

      text, = written.file(said, names, type.name)
      found = read(text, type, meanings: written.meanings)
      expect(found.matrix.said).to eq(said)
      expect(found).to be_settled
      expect(found.unknown_fields.map(&:text) + found.unknown_audiences.map(&:text) - ["Remarks of ours"]).to eq([])
    end
  end

  it "differ from a policy where deciding records gives something else", :generated do
    seen = Hash.new(0)
    trials("matrices beside policies", 40, enough: lambda {
      %w[same other depends].all? do |each|
        seen[each].positive?
      end
    }) do |seed|
      made = PolicyGenerator.new(seed)
      rules = newest_policy(made.policy(self), directory)
      engine = CobaltLedger::Decisions::Engine.new(rules, directory)
      said = MatrixGenerator.new(seed).said(PolicyGenerator::FIELDS)
      next if said.empty?

      cells = difference(engine, matrix_of(rules.record_type("loan"), said)).cells
      expect(cells.to_h { |cell| [[cell.field, cell.audience], cell.said] }).to eq(said)
      cells.each { |cell| seen[cell.verdict] += 1 }
      met = Hash.new { |found, key| found[key] = [] }
      30.times { meet(engine, made.question, said, met) }
      cells.each do |cell|
        expect(cell.levels).to include(*met[[cell.field, cell.audience]]) if cell.complete
      end
    end
  end

  # Notes what one record makes of each cell. Values of the wrong kind, of which a map says nothing, are left out.
  def meet(engine, document, said, met)
    document = document.merge(document.slice("stored", "entered").transform_values do |values|
      values.reject { |_, value| ["no such", [1]].include?(value) }
    end)
    asked = document.merge("mode" => "edit", "channel" => "form", "user" => "*", "at" => "2026-05-04T00:00:00Z").except(
      "locked", "lifted"
    )
    question = CobaltLedger::Formats::QuestionJson.read(asked, engine.policy, directory)
    said.keys.map(&:last).uniq.each do |key|
      kind, id = key.split(":", 2)
      principals = directory.bare(kind.to_sym, id)
      decision = engine.decide(engine.while_open(question.with(principals: principals, form: :own)))
      said.each_key { |field, audience| met[[field, audience]] |= [decision[field].level] if audience == key }
    end
  end

  it "become rules under which every record gives what they say", :generated do
    counts = Hash.new(0)
    trials("rules from matrices", 60, enough: -> { counts[:never] > 5 && counts[:several] > 5 }) do |seed|
      made = PolicyGenerator.new(seed)
      document = CobaltLedger::Formats::UpToDate.policy(made.policy(self)).merge("rules" => [])
      # Of a record that no one may open, nothing is seen.
      [*document["record_types"], *document["baselines"]].each { |each| each.delete("actions") }
      bare = CobaltLedger::Formats::PolicyJson.build(document, directory)
      type = bare.record_type("loan")
      said = MatrixGenerator.new(seed).said(type.fields.reject(&:retired?).map(&:id))
      next if said.empty?

      matrix = matrix_of(type, said)
      from = CobaltLedger::Matrices::RulesFrom.new(matrix, bare, directory, reason: "The matrix") do |rules|
        difference(CobaltLedger::Decisions::Engine.new(with_rules(document, rules), directory), matrix)
      end
      left = from.cells.reject(&:same?)
      ruled = CobaltLedger::Decisions::Engine.new(with_rules(document, from.documents), directory)
      met = Hash.new { |found, key| found[key] = [] }
      10.times { meet(ruled, made.question, said, met) }
      exact = said.except(*left.map { |cell| [cell.field, cell.audience] })
      expect(exact.to_h { |key, _| [key, met[key]] }).to eq(exact.transform_values { |level| [level] })
      # What nobody types in is locked, whatever a rule says.
      never = left.select do |cell|
        type.field(cell.field).never_typed? && %w[editable required replace_only].include?(cell.said)
      end
      expect(left - never).to eq([])
      counts[:never] += never.size
      counts[:several] += 1 if from.documents.size > 1
    end
  end

  it "become no more rules than have to be", :generated do
    trials("fewest blocks", 150) do |seed|
      random = Draws.new(seed)
      said = MatrixGenerator.new(seed).said(%w[a b c d], levels: %w[hidden read_only editable], most: 4)
      needed = said.keys.select { |key| said[key] != "editable" || random.rand < 0.2 }
      found = CobaltLedger::Matrices::Fewest.new(said, needed)
      filled = found.blocks.flat_map { |block| block.levels.to_a.product(block.audiences) }
        .map { |(field, level), audience| [[field, audience], level] }
      expect(filled.to_h).to eq(said.slice(*filled.map(&:first)))
      expect(needed - filled.map(&:first)).to eq([])
      expect(found).to be_proved
      fewer = found.blocks.size - 1
      expect(fewer.negative? ? needed.any? : fillable?(said, needed, fewer)).to be(fewer.zero? && needed.empty?)
    end
  end

  it "tell what they can't read, with its place, and take an answer for it" do
    text = "Field;Registrar;Curier;Remarks\nStage;R;RW;-\nCount;see note;R;\nNotez;R;R;\n"
    type = policy.record_type("loan")
    found = read(text, type)
    expect(found.unknown_audiences.map { |each| [each.text, each.place, each.proposals] }).to eq(
      [["Curier", "C1", [["role:courier", "Courier"]]], ["Remarks", "D1", []]]
    )
    expect(found.unknown_fields.map { |each| [each.text, each.place, each.proposals.first] }).to eq(
      [["Notez", "A4", %w[notes Notes]]]
    )
    expect(found.words.reject(&:meaning).map do |each|
      [each.text, each.times, each.place]
    end).to eq([["see note", 1, "B3"]])
    answered = read(text, type, meanings: { "see note" => "required" }, fields: { "Notez" => "notes" },
                                audiences: { "Curier" => "role:courier", "Remarks" => "" })
    expect(answered).to be_settled
    expect(answered.unknown_fields + answered.unknown_audiences).to eq([])
    expect(answered.matrix.said.slice(%w[count role:registrar], %w[notes role:courier])).to eq(
      %w[count role:registrar] => "required", %w[notes role:courier] => "read_only"
    )
  end

  it "says where nothing on a sheet is known" do
    expect(faults { read("a,b\nc,d\n", policy.record_type("loan")) }).to eq(
      ["names neither fields of the record type nor roles, groups or people in a line"]
    )
  end

  # A workbook as somebody keeps one: a title over all columns, roles over two of them, sections over rows, a note. Made
  # by spec/fixtures/kept_matrix.rb; kept, because no two that are made have the same bytes.
  def kept_workbook = File.binread(File.expand_path("../fixtures/kept-matrix.xlsx", __dir__))

  it "are read out of workbooks, with merged cells and notes" do
    sheets, text = CobaltLedger::Formats::Grids.read(kept_workbook)
    expect(sheets.map(&:name)).to eq(["Contacts", "Outgoing loan"])
    expect(text).to be_nil
    type = policy.record_type("loan")
    found = CobaltLedger::Matrices::Reading.new(sheets[1], type, [type], directory, meanings: { "1" => "editable" })
    expect(found.matrix.said).to eq(
      %w[stage role:registrar] => "read_only", %w[stage role:courier] => "read_only", %w[stage user:zora] => "hidden",
      %w[count role:registrar] => "editable", %w[count role:courier] => "read_only", %w[count user:zora] => "hidden",
      %w[notes role:registrar] => "editable", %w[notes role:courier] => "editable"
    )
    expect(found.words.reject(&:meaning).map(&:text)).to eq(["see note"])
    expect(found.notes.map { |note| [note.place, note.text.lines.last] }).to eq([["D7", "until May"]])
    expect(found.unknown_fields).to eq([])
  end

  it "come back out of a map that was written as a workbook or CSV, without a difference", :generated do
    trials("maps come back", 15) do |seed|
      rules = newest_policy(PolicyGenerator.new(seed).policy(self), directory)
      engine = CobaltLedger::Decisions::Engine.new(rules, directory)
      question = CobaltLedger::Decisions::Question.new(
        principals: directory.bare(:everyone), unit: "kiln", mode: "edit", record_type: rules.record_type("loan"),
        at: Time.utc(2026, 5, 4)
      )
      columns = directory.roles.map { |role| directory.bare(:role, role.id) }
      map = CobaltLedger::Decisions::AccessMap.new(engine, question, columns)
      [CobaltLedger::Formats::Maps::Workbook, CobaltLedger::Formats::Maps::Csv].each do |writer|
        grid = CobaltLedger::Formats::Grids.read(writer.write(map, source: "=1+1")).first.first
        found = CobaltLedger::Matrices::Reading.new(grid, question.record_type, [question.record_type], directory)
        left = found.words.reject(&:meaning).map(&:text)
        expect(left).to all(match(/ or |perhaps more/))
        expect(found.unknown_fields + found.unknown_audiences + found.missing).to eq([])
        cells = CobaltLedger::Matrices::Difference.new(engine, found.matrix, mode: "edit", units: ["kiln"],
                                                                             at: question.at).cells
        expect(cells.reject(&:same?)).to eq([])
      end
    end
  end

  it "are refused plainly where the file is damaged", :generated do
    whole = kept_workbook
    trials("damaged workbooks", 60) do |seed|
      random = Draws.new(seed)
      damaged = whole.dup
      random.rand(1..4).times { damaged.setbyte(4 + random.rand(damaged.bytesize - 4), random.rand(256)) }
      damaged = damaged.byteslice(0, random.rand(damaged.bytesize)) if random.rand < 0.3
      told = faults { CobaltLedger::Formats::Grids.read(damaged) }
      expect(told.join).to match(/\A\z|workbook that can be read|unpacks to|not CSV|not UTF|more than/)
    end
  end

  it "are compared from the command line, with what could not be told" do
    Dir.mktmpdir do |folder|
      paths = { "policy.json" => JSON.generate(policy_document(rule("stage", "lock"))),
                "directory.json" => JSON.generate(directory_document),
                "kept.csv" => "Field;Registrar;Curier\nStage;R;R\nCount;-;x\nNotes;?;R\n",
                "meanings.json" => JSON.generate("?" => "editable") }
      paths.each { |name, text| File.write(File.join(folder, name), text) }
      ledger = lambda do |*options|
        out = StringIO.new
        options = options.map { |option| paths.key?(option) ? File.join(folder, option) : option }
        [CobaltLedger::Commands::CommandLine.run(options, out: out, err: out), out.string]
      end
      asked = %w[matrix kept.csv --policy policy.json --directory directory.json --record-type loan]
      expect(ledger.call(*asked)).to eq([1, <<~TEXT])
        Count, Registrar: Hidden in the spreadsheet, Editable by the policy
        B4: what does “?” mean? (1)
        C1: no field or audience is called “Curier”
        1 of 2 cells agree.
      TEXT
      expect(ledger.call(*asked, "--meanings", "meanings.json")[1]).to include("2 of 3 cells agree.")
      expect(ledger.call(*asked, "--sheet", "none")[1]).to include("the workbook has no sheet “none”")
    end
  end
end
