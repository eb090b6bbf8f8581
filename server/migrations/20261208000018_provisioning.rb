# frozen_string_literal: true

# Identity providers that push people and groups, what each has pushed, and what is kept of it beside the directory.
class Provisioning < ActiveRecord::Migration[7.2]
  def change
    providers
    pushes
    create_table :pushed_resources do |t|
      t.string :list, null: false
      t.string :subject, null: false
      t.string :user_name
      t.string :external_id
      t.text :said, null: false, default: "{}"
      t.text :aside
      t.boolean :held, null: false, default: false
      t.text :base
      t.text :wanted
      t.boolean :gone, null: false, default: false
      t.references :held_by, foreign_key: { to_table: :pushes }
      t.string :created, null: false
      t.string :modified, null: false
      t.index %i[list subject], unique: true
      t.index :held, where: "held"
    end
  end

  private

  def providers
    create_table :providers do |t|
      t.string :name, null: false
      t.string :digest, null: false, index: { unique: true }
      t.string :groups, null: false
      t.text :labels, null: false
      t.string :made_by, null: false
      t.integer :made_by_account
      t.datetime :created_at, null: false
      t.datetime :expires_at, null: false
      t.datetime :revoked_at
      t.datetime :last_used_at
    end
  end

  def pushes
    create_table :pushes do |t|
      t.references :provider, foreign_key: true
      t.string :actor, null: false
      t.string :asked, null: false
      t.text :altered, null: false
      t.text :sentences, null: false
      t.text :held, null: false
      t.text :left_out, null: false
      t.datetime :created_at, null: false
    end
  end
end
