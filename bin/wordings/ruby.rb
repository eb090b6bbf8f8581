# frozen_string_literal: true

# Prints each wording of the Ruby as "place<TAB>wording": texts in quotes that hold at least two words.
require "ripper"

# Texts of a syntax tree, with what is put into them as {}.
class Wordings
  STRINGS = %i[string_literal xstring_literal].freeze

  def initialize(path)
    @path = path
    @found = []
  end

  def found
    look(Ripper.sexp(File.read(@path)))
    @found.uniq
  end

  private

  def look(node)
    return unless node.is_a?(Array)

    tell(node) if node.first == :string_literal
    node.each { |part| look(part) }
  end

  def tell(node)
    parts = node[1].is_a?(Array) ? node[1].drop(1) : []
    line = nil
    text = parts.map do |part|
      next "{}" unless part.is_a?(Array) && part.first == :@tstring_content

      line ||= part[2].first
      part[1]
    end.join
    text = text.gsub(/\\n|\s+/, " ").strip
    return unless line && text.match?(/[A-Za-z]{2,}\s+[A-Za-z{]|[a-z}]\s+[a-z]{2,}/)

    @found << "#{@path}:#{line}\t#{text}"
  end
end

Dir["{core/lib,server,bin}/**/*.rb"].grep_v(%r{server/migrations|bin/wordings}).each do |path|
  puts Wordings.new(path).found
end
