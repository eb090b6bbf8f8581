# frozen_string_literal: true

module Testing
  # The examples that are about something: files that are called so, and examples in others that speak of it.
  module Named
    SPECS = "{core/spec,spec/server,spec/browser}/**/*_spec.rb"

    module_function

    # names: as they are in file names, routes or sentences. Returns whether their examples passed.
    def run(names)
      found = names.to_h { |name| [name, places(name)] }
      missing = found.select { |_, places| places.empty? }.keys
      abort("bin/test: no example is about #{missing.join(' or ')}") if missing.any?

      core, others = found.values.flatten.uniq.partition { |place| place.start_with?("core/") }
      passed = []
      passed << Parts.rspec(true, "Core", *core.map { |place| place.delete_prefix("core/") }) if core.any?
      passed << Parts.rspec(false, "Server and browser", *others) if others.any?
      passed.all?
    end

    # Files, and places of examples in files: Array of String.
    def places(name)
      wanted = pattern(name)
      Dir[File.join(Parts::ROOT, SPECS)].filter_map do |file|
        path = file.delete_prefix("#{Parts::ROOT}/")
        next path if wanted.match?(File.basename(path))

        lines = examples(file, wanted)
        lines.empty? ? nil : "#{path}:#{lines.join(':')}"
      end
    end

    # A name however its words are joined: wide_open, wide-open, WideOpen, "wide open".
    def pattern(name)
      words = name.gsub(/([a-z])([A-Z])/, '\1 \2').split(/[\s_-]+/).map { |word| Regexp.escape(word) }
      /(?<![a-z])#{words.join('[\s_-]?')}/i
    end

    # Lines of the examples that match.
    def examples(file, wanted)
      line = nil
      File.foreach(file).with_index(1).filter_map do |text, number|
        line = number if text.match?(/^\s*it ["{(]/)
        line = nil if text.match?(/^\s*def /)
        line if line && wanted.match?(text)
      end.uniq
    end
  end
end
