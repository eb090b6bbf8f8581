# frozen_string_literal: true

module Server
  # Counts of tries, each for a while, in the database: two processes, or a restart, give no one more of them.
  module CountedTries
    ADD = <<~SQL
      INSERT INTO tries (key, count, ends_at) VALUES (?, 1, ?)
      ON CONFLICT (key) DO UPDATE SET
        count = CASE WHEN ends_at <= ? THEN 1 ELSE count + 1 END,
        ends_at = CASE WHEN ends_at <= ? THEN excluded.ends_at ELSE ends_at END
      RETURNING count
    SQL
    private_constant :ADD

    module_function

    # counts: Hash of what is counted, as text, to [tries, seconds]. Counts one more of each; returns those of which
    # there have been too many.
    def add(counts)
      now = Time.now.to_f
      Session.transaction do
        run("DELETE FROM tries WHERE ends_at <= ?", now)
        counts.select do |name, (limit, seconds)|
          run(ADD, key(name), now + seconds, now, now).first["count"] > limit
        end
      end
    end

    # Gives one of each back. names: Array of text.
    def give_back(names)
      run("UPDATE tries SET count = count - 1 WHERE count > 0 AND key IN (?)", names.map { |name| key(name) })
    end

    # Forgets everything, for specs.
    def clear = run("DELETE FROM tries")

    def key(name) = Digest::SHA256.hexdigest(name)

    def run(sql, *values)
      Session.connection.exec_query(values.empty? ? sql : Session.sanitize_sql_array([sql, *values]))
    end
    private_class_method :key, :run
  end
end
