# frozen_string_literal: true

module CobaltLedger
  # The questions there are. Whatever claims something (a map, a difference, a finding, an expectation, "never",
  # "no one") claims it of all of these, or says of which it does not.
  #
  # People: everyone in the directory, and someone with no role, group or department. Units: all that can own records,
  # those with units below them too. Modes and channels: those named here. Circumstances: any moment; any network and
  # place, and both not known, as where an address lies in no named place. Records: new and stored, whatever they hold.
  # Record types: those that either of two policies knows.
  module Space
    # Modes, with the words for being in one.
    MODES = { "create" => "creating", "edit" => "editing", "view" => "viewing", "list" => "listing" }.freeze

    # Channels, with the words for coming through one.
    CHANNELS = { "form" => "the form", "import" => "an import", "automation" => "an automation",
                 "interface" => "a program" }.freeze

    # What a question says beside person and record; unknown: may it be left unsaid?
    CIRCUMSTANCES = { time: { unknown: false }, network: { unknown: true }, place: { unknown: true } }.freeze

    # Circumstances as keys of what conditions look up (see Conditions::Operand#reads), to be chosen as they like.
    OPEN = CIRCUMSTANCES.keys.map { |name| [name] }.freeze

    module_function

    # The people whom all of some directories know: Array of Directory::User.
    def people(*directories)
      shared = directories.map { |each| each.population.map(&:id) }.reduce(:&).to_set
      directories.last.population.select { |user| shared.include?(user.id) }
    end

    # The units that all of some directories know: Array of identifiers.
    def units(*directories) = directories.map(&:owning_units).reduce(:&)

    # May a circumstance be unknown? key: as in OPEN.
    def unknown?(key) = key.size == 1 && (CIRCUMSTANCES.dig(key[0], :unknown) || false)
  end
end
