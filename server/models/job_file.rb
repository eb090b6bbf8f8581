# frozen_string_literal: true

module Server
  # A file that a job works on, stored in parts: each is a short write of its own, so that others can write in between.
  # file: its name, made at random; place: of the part among the others; part: bytes.
  class JobFile < ActiveRecord::Base
    # Bytes of a part.
    PART = 512 * 1024

    # Seconds after which a file is of no use: its job is over, or was never put in the queue.
    KEPT = 24 * 60 * 60

    class << self
      # Stores a file. bytes: String. Returns its name.
      def keep(bytes)
        file = SecureRandom.hex(12)
        (0...bytes.bytesize).step(PART).each_with_index do |start, place|
          create!(file: file, place: place, part: bytes.byteslice(start, PART))
        end
        file
      end

      # The bytes of a file. Raises ActiveRecord::RecordNotFound where it has been removed.
      def read(file)
        parts = where(file: file).order(:place).pluck(:part)
        parts.empty? ? raise(ActiveRecord::RecordNotFound, "the file of the job is gone") : parts.join.b
      end

      # Removes a file, part by part. file: its name, or nil.
      def forget(file) = where(file: file).ids.each { |id| where(id: id).delete_all }

      # now: Time.
      def drop_old(now) = where(created_at: ..(now - KEPT)).ids.each { |id| where(id: id).delete_all }
    end
  end
end
