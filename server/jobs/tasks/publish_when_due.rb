# frozen_string_literal: true

module Server
  module Jobs
    module Tasks
      # Has change sets take force at the moment that was set for them. One that was missed because nothing ran takes
      # force as soon as something does.
      class PublishWhenDue < Scheduled
        known_as "publish_when_due"
        every "2s"

        def perform = Due.publish
      end
    end
  end
end
