# frozen_string_literal: true

module CobaltLedger
  module Audit
    # One thing the audit proved.
    # detector: identifier; record_type: identifier; fields, rules: Arrays of identifiers; facet: name or nil;
    # words: what was found; winner: who wins and why, or nil; overlap: where rules meet, as {"who", "where", "modes",
    # "when"} in words, or nil; example: Example or nil; remedies: Array of Remedy.
    Finding =
      Struct.new(
        :detector, :record_type, :fields, :rules, :facet, :words, :winner, :overlap, :example, :remedies,
        keyword_init: true
      ) do
        # One of Detector::SEVERITIES.
        def severity = Detector[detector].severity

        # The same from run to run for as long as it is about the same things.
        def identity
          Digest::SHA256.hexdigest([detector, record_type, fields.sort, rules.sort, facet].inspect)[0, 24]
        end

        # Changes when anything that made the finding changes. texts: Hash of rule identifier to its canonical JSON.
        def basis(texts)
          Digest::SHA256.hexdigest([identity, rules.sort.map { |id| texts[id] }].inspect)[0, 24]
        end

        # JSON-ready Hash, as the command line and the API give it.
        def to_h
          {
            "id" => identity, "detector" => detector, "severity" => severity, "group" => Detector[detector].group,
            "title" => Detector[detector].title, "record_type" => record_type, "fields" => fields, "rules" => rules,
            "facet" => facet, "words" => words, "winner" => winner, "overlap" => overlap, "example" => example&.to_h,
            "remedies" => remedies.map(&:to_h)
          }.compact
        end
      end
  end
end
