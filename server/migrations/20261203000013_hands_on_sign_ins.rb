# frozen_string_literal: true

# Who made a sign-in, or changed it for someone else, so that no one gets a second signature by way of it.
class HandsOnSignIns < ActiveRecord::Migration[7.2]
  def up
    change_table :accounts, bulk: true do |t|
      t.string :password_by
      t.datetime :waiting_since
      t.string :waiting_by
    end
    create_table :sign_in_changes do |t|
      t.integer :account_id, null: false, index: true
      t.string :what, null: false
      t.string :by, null: false
      t.string :by_person
      t.datetime :created_at, null: false
    end
    add_column :tokens, :made_by_account, :integer
    # Of tokens that there are, as far as their makers can be told by name.
    execute <<~SQL
      UPDATE tokens SET made_by_account = (SELECT id FROM accounts WHERE name = made_by)
      WHERE (SELECT count(*) FROM accounts WHERE name = made_by) = 1
    SQL
  end

  def down
    remove_column :tokens, :made_by_account
    drop_table :sign_in_changes
    remove_columns :accounts, :password_by, :waiting_since, :waiting_by
  end
end
