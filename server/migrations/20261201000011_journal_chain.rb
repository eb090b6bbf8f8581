# frozen_string_literal: true

# The journal is chained: each entry carries the digest of the one before, and the database refuses to change one or to
# take one out, but for the oldest, which may be let go by age with the digest of the last of them kept.
class JournalChain < ActiveRecord::Migration[7.2]
  TEXTS = %w[actor at details field kind number person reason record_type].freeze

  def up
    change_table :journal_entries, bulk: true do |t|
      t.string :subject
      t.string :previous
      t.string :digest
    end
    create_table :journal_anchors do |t|
      t.integer :through, null: false
      t.string :digest, null: false
      t.datetime :created_at, null: false
    end
    add_index :journal_entries, %i[subject id]
    chain
    keep
  end

  def down
    execute "DROP TRIGGER journal_refuses_update"
    execute "DROP TRIGGER journal_refuses_delete"
    drop_table :journal_anchors
    remove_index :journal_entries, %i[subject id]
    remove_columns :journal_entries, :subject, :previous, :digest
  end

  private

  # Entries that there are already are chained as they are, numbered without a gap, their moments in one form.
  def chain
    previous = CobaltLedger::Journal::Chain::START
    rows = select_all("SELECT * FROM journal_entries ORDER BY id").to_a
    rows.each_with_index do |row, index|
      at = row["at"].sub(" ", "T").sub(/(\.\d+)?\z/) { |part| ".#{part.delete('.').ljust(6, '0')[0, 6]}Z" }
      entry = row.slice(*TEXTS).merge("id" => index + 1, "at" => at, "previous" => previous)
      digest = CobaltLedger::Journal::Chain.digest(entry)
      execute("UPDATE journal_entries SET id = #{index + 1}, at = #{quote(at)}, previous = #{quote(previous)}, " \
              "digest = #{quote(digest)} WHERE id = #{row['id']}")
      previous = digest
    end
    %i[previous digest].each { |column| change_column_null :journal_entries, column, false }
  end

  def keep
    execute <<~SQL
      CREATE TRIGGER journal_refuses_update BEFORE UPDATE ON journal_entries
      BEGIN SELECT RAISE(ABORT, 'an entry of the journal can not be changed'); END
    SQL
    execute <<~SQL
      CREATE TRIGGER journal_refuses_delete BEFORE DELETE ON journal_entries
      WHEN OLD.id > coalesce((SELECT max(through) FROM journal_anchors), 0)
      BEGIN SELECT RAISE(ABORT, 'an entry of the journal can not be taken out'); END
    SQL
  end
end
