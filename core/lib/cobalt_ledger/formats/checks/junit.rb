# frozen_string_literal: true

module CobaltLedger
  module Formats
    module Checks
      # Expectations in the XML form of test results that pipelines read: a case each, a suite a group.
      class Junit < ChecksWriter
        known_as "junit", order: 3

        # Characters that XML 1.0 does not take, however they are written.
        UNFIT = /[^\u0009\u000A\u000D\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/

        def write
          suites = verdicts.group_by { |verdict| verdict.expectation["group"] || "expectations" }
          lines = ['<?xml version="1.0" encoding="UTF-8"?>',
                   tag("testsuites", counts(verdicts).merge(time(verdicts)))]
          suites.each { |name, own| lines.concat(suite(name, own)) }
          "#{(lines << '</testsuites>').join("\n")}\n"
        end

        private

        def suite(name, own)
          [tag("testsuite", { "name" => name }.merge(counts(own), time(own))), *own.flat_map do |each|
            one(each)
          end, "</testsuite>"]
        end

        def one(verdict)
          about = { "classname" => verdict.expectation["id"], "name" => verdict.expectation["title"] }
            .merge(time([verdict]))
          return [tag("testcase", about, empty: true)] if verdict.holds?

          kind = verdict.status == "fails" ? "failure" : "error"
          words = [*verdict.words, *assumed(verdict)].join("\n")
          [tag("testcase", about),
           "#{tag(kind,
                  { 'message' => verdict.words.first.to_s, 'type' => verdict.status })}#{escape(words)}</#{kind}>",
           "</testcase>"]
        end

        def counts(own)
          { "tests" => own.size, "failures" => own.count { |each| each.status == "fails" },
            "errors" => own.count { |each| %w[undecided unaskable].include?(each.status) } }
        end

        # What some of them took, in seconds.
        def time(own)
          @times ||= verdicts.zip(report.seconds).each_with_object({}.compare_by_identity) do |(verdict, took), found|
            found[verdict] = took
          end
          { "time" => format("%.3f", own.sum { |verdict| @times.fetch(verdict) }) }
        end

        def tag(name, attributes, empty: false)
          told = attributes.map { |attribute, value| " #{attribute}=\"#{escape(value.to_s)}\"" }.join
          "<#{name}#{told}#{'/' if empty}>"
        end

        def escape(text) = CGI.escapeHTML(text.gsub(UNFIT, "\uFFFD")).gsub("\n", "&#10;")
      end
    end
  end
end
