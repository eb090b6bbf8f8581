# frozen_string_literal: true

module Server
  # Slows guessing down. Every try counts before it is checked, so that many at once are no way round; one that succeeds
  # is given back. A stranger can't turn the limits into a lock: tries are counted by name and address together, by
  # address, and by name alone only far above what one address can reach; and a browser that has signed in as someone
  # before has a count of its own.
  module SignInGuard
    # [tries, seconds] of one name from one address; of one address, whatever the name; of one name from anywhere.
    PAIR = [5, 60].freeze
    ADDRESS = [20, 60].freeze
    NAME = [60, 600].freeze

    module_function

    # Tries of someone who is signed in to name their own password, which say nothing of other tries. The block as
    # below.
    def again(account, &check) = counted({ "again:#{account.id}" => PAIR }, &check)

    # login: as typed; address: text or nil; browser: what the browser remembers of an earlier sign-in under this name,
    # or nil. The block checks the password and tells whether it was right; returns that. Raises Problem when there
    # have been too many tries.
    def try(login, address, browser, &check)
      counted(browser ? { "browser:#{browser}" => PAIR } : counts_of(Account.fold(login), place(address)), &check)
    end

    # counts: Hash of key to [tries, seconds].
    def counted(counts)
      over = CountedTries.add(counts)
      if over.any?
        raise Problem.new(
          429,
          "too-many-tries",
          "Too many sign-in attempts. Wait a minute.",
          again: over.values.map(&:last).max
        )
      end

      yield.tap { |good| CountedTries.give_back(counts.keys) if good }
    end

    # Forgets everything, for specs.
    def clear = CountedTries.clear

    private_class_method :counted

    def counts_of(name, place)
      { "pair:#{place}:#{name}" => PAIR, "address:#{place}" => ADDRESS, "name:#{name}" => NAME }
    end
    private_class_method :counts_of

    # Whoever has one address of an IPv6 network mostly has them all (RFC 6177).
    def place(address)
      return "unknown" unless address

      read = IPAddr.new(address)
      read.ipv6? ? read.mask(64).to_s : read.to_s
    rescue IPAddr::Error
      "unknown"
    end
    private_class_method :place
  end
end
