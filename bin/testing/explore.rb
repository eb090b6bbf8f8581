# frozen_string_literal: true

module Testing
  # Generated specs on seeds that no one has tried.
  module Explore
    MINUTES = 10

    module_function

    # words: minutes, and names that the sets of trials are called by, all where none is given. Returns whether nothing
    # failed.
    def run(words)
      minutes = words.first&.match?(/\A[\d.]+\z/) ? Float(words.shift) : MINUTES
      sets = all.select do |set|
        words.empty? || words.any? do |word|
          Named.pattern(word).match?(set[:name] + set[:file])
        end
      end
      abort("bin/test: no generated spec is called #{words.join(' or ')}") if sets.empty?

      hands = dealt(sets)
      seconds = minutes * 60 / hands.map { |files| sets.count { |set| files.include?(set[:file]) } }.max
      puts "#{sets.size} sets of trials, #{seconds.round} s each"
      log = File.join(Dir.tmpdir, "cobalt-explored-#{Process.pid}.jsonl")
      hands.map { |files| Thread.new { tried(files, seconds, log) } }.each(&:join)
      tell(log)
    end

    # Their files for each process: Array of Array of String.
    def dealt(sets)
      files = sets.map { |set| set[:file] }.uniq
      files.each_slice((files.size / Parts::PROCESSES.to_f).ceil).to_a
    end

    # The case of a file once more. Returns whether it passes.
    def replay(file)
      name = JSON.parse(File.read(file))["trials"]
      set = all.find { |each| each[:name] == name } or abort("bin/test: no generated spec is called #{name}")
      Parts.rspec(true, "#{name}: #{file}", "#{set[:file]}:#{set[:line]}", COBALT_CASE: file)
    end

    # Sets of trials: Array of Hash of name, file and line of the example.
    def all
      Dir[File.join(Parts::ROOT, "core/spec/**/*_spec.rb")].flat_map do |file|
        line = nil
        File.foreach(file).with_index(1).filter_map do |text, number|
          line = number if text.match?(/^\s*it "/)
          name = text[/trials\("([^"]+)"/, 1]
          name && { name: name, file: file.delete_prefix("#{Parts::ROOT}/core/"), line: line }
        end
      end
    end

    def tried(files, seconds, log)
      Parts.rspec(true, "Exploring #{files.size} files", "--tag", "generated", *files, COBALT_EXPLORE: seconds.to_s,
                                                                                       COBALT_EXPLORED: log)
    end

    # What was tried of what. Returns whether nothing failed.
    def tell(log)
      lines = File.file?(log) ? File.readlines(log).map { |line| JSON.parse(line) } : []
      puts "", "Tried:"
      lines.sort_by { |line| line["name"] }.each do |line|
        failed = line["failed"].zero? ? "" : ", #{line['failed']} kinds of failures"
        puts format("  %-16s %7d from seed %d%s", line["name"], line["tried"], line["first"], failed)
      end
      lines.any? && lines.all? { |line| line["failed"].zero? }
    end
  end
end
