# frozen_string_literal: true

module Server
  # Messages that went out, as someone may read them: their own, or all where they look after the application.
  class OutboxView
    # account: Account of the reader.
    def initialize(account)
      @account = account
      @directory = PolicyStore.instance.directory
    end

    # One page, the newest first. all: "yes" for everyone's. What others were sent is told without its text: it was
    # written for what they may see, and not for the reader.
    def page(page, per_page, all)
      everybody = all == "yes" && @account.may?(:read)
      found = everybody ? Message.all : Message.where(person: @account.person)
      Page.of(found, page, per_page) { |each| line(each) }
    end

    private

    def line(message)
      own = message.person == @account.person
      {
        "id" => message.id, "at" => message.at.iso8601, "kind" => message.kind, "person" => message.person,
        "person_name" => @directory.name_of(:user, message.person), "subject" => own ? message.subject : nil,
        "body" => own ? message.body : nil, "record_type" => own ? message.record_type : nil,
        "number" => own ? message.number : nil
      }.compact
    end
  end
end
