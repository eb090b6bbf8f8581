# frozen_string_literal: true

module Server
  # Which edition, and which people, were in force at a moment.
  module PastState
    # edition: number; directory: id of a DirectoryVersion; moment: Time.
    Past = Struct.new(:edition, :directory, :moment)

    module_function

    # kind: "edition" with a number, or "day" with a date such as "2026-03-03", which counts to its end by the clocks of
    # the policy in force. Returns a Past. Raises Problem.
    def named(kind, text)
      case kind
      when "edition" then of_edition(text.to_i)
      when "day" then at(end_of(text))
      else raise Problem.new(422, "no-such-state", "There is no such state of the policy")
      end
    end

    # An edition with the people there were when it was published.
    def of_edition(number)
      edition = Edition.find_by(number: number) or
        raise Problem.new(422, "no-such-edition", "There is no edition #{number}")
      Past.new(number, directory_at(edition.published_at), edition.published_at)
    end

    # moment: Time.
    def at(moment)
      number = Edition.where(published_at: ..moment).maximum(:number) or
        raise Problem.new(422, "nothing-in-force", "Nothing was in force on that day: the first edition is of " \
                                                   "#{Edition.order(:number).first.published_at.to_date.iso8601}")
      Past.new(number, directory_at(moment), moment)
    end

    # What was made before the first directory stands on that one.
    def directory_at(moment)
      DirectoryVersion.where(created_at: ..moment).maximum(:id) || DirectoryVersion.minimum(:id)
    end

    def end_of(text)
      day = CobaltLedger::Catalogue::Kinds::Date.parse(text, nil)
      zone = PolicyStore.instance.in_force.policy.zone
      zone.local_to_utc(Time.utc(day.year, day.month, day.day, 23, 59, 59), &:last)
    rescue CobaltLedger::Catalogue::Kind::Unsuitable, TZInfo::PeriodNotFound
      raise Problem.new(422, "no-such-day", "“#{text}” is no day")
    end
  end
end
