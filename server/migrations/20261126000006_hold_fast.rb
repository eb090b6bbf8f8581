# frozen_string_literal: true

require "unicode/confusable"

# One open change set, kept single by the database; sign-in names by how they read and how they look; when a session was
# last in use; who started an audit, and in which process it runs.
class HoldFast < ActiveRecord::Migration[7.2]
  def up
    sign_in_names
    add_column :sessions, :last_seen_at, :datetime
    execute "DELETE FROM sessions"
    change_column_null :sessions, :last_seen_at, false
    one_change_set
    add_column :audit_runs, :account_id, :integer
  end

  def down
    remove_column :audit_runs, :account_id
    execute "DROP INDEX one_open_change_set"
    remove_column :sessions, :last_seen_at
    remove_columns :accounts, :login_fold, :login_shape
  end

  private

  # Names that were let in before and look alike stay; their shapes are told apart by the identifier.
  def sign_in_names
    add_column :accounts, :login_fold, :string
    add_column :accounts, :login_shape, :string
    taken = {}
    select_rows("SELECT id, login FROM accounts ORDER BY id").each do |id, login|
      fold = login.unicode_normalize(:nfkc).downcase(:fold)
      fold, shape = [fold, Unicode::Confusable.skeleton(fold)].map { |text| taken[text] ? "#{text} #{id}" : text }
      [fold, shape].each { |text| taken[text] = true }
      execute("UPDATE accounts SET login_fold = #{quote(fold)}, login_shape = #{quote(shape)} WHERE id = #{id}")
    end
    %i[login_fold login_shape].each do |column|
      change_column_null :accounts, column, false
      add_index :accounts, column, unique: true
    end
  end

  # The newest open one holds what everyone saw; edits that only an older one holds come along.
  def one_change_set
    open = select_rows("SELECT id FROM change_sets WHERE published_edition IS NULL ORDER BY id").flatten
    newest = open.pop
    open.each do |id|
      execute("UPDATE OR IGNORE edits SET change_set_id = #{newest} WHERE change_set_id = #{id}")
      execute("DELETE FROM edits WHERE change_set_id = #{id}")
      execute("DELETE FROM change_sets WHERE id = #{id}")
    end
    execute "CREATE UNIQUE INDEX one_open_change_set ON change_sets ((published_edition IS NULL)) WHERE " \
            "published_edition IS NULL"
    edition = select_value("SELECT max(number) FROM editions")
    return if newest || edition.nil?

    execute(
      "INSERT INTO change_sets (name, revision, base_edition, created_at, updated_at) VALUES ('Next edition', 0, " \
      "#{edition}, datetime('now'), datetime('now'))"
    )
  end
end
