# frozen_string_literal: true

# Runs the parts of the tests; bin/test says how it is called.
require "json"
require "tmpdir"
require_relative "testing/parts"
require_relative "testing/named"
require_relative "testing/explore"

options, words = ARGV.partition { |word| word.start_with?("--") }
unknown = options - %w[--profile --coverage]
abort("bin/test: unknown option #{unknown.first} (see --help)") if unknown.any?

Testing::Parts.options = options
ok =
  case words.first
  when "explore" then Testing::Explore.run(words.drop(1))
  when "replay"
    abort("bin/test replay needs the file of a case") unless words[1] && File.file?(words[1])
    Testing::Explore.replay(File.expand_path(words[1]))
  when nil then Testing::Parts.run(Testing::Parts::ALL)
  else
    parts, names = words.partition { |word| Testing::Parts.known?(word) }
    [parts.empty? || Testing::Parts.run(parts), names.empty? || Testing::Named.run(names)].all?
  end
exit(ok)
