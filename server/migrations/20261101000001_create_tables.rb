# frozen_string_literal: true

# The first tables: who signs in, the policy and its editions, the directory, and the records.
class CreateTables < ActiveRecord::Migration[7.2]
  def change
    accounts
    policy
    directory_and_records
  end

  private

  def accounts
    create_table :accounts do |t|
      t.string :login, null: false, index: { unique: true }
      t.string :name, null: false
      t.string :password_digest, null: false
      t.string :access, null: false
      t.string :person
      t.timestamps
      t.check_constraint "access IN ('administrator', 'approver', 'auditor', 'record_user')"
    end
    create_table :sessions do |t|
      t.references :account, null: false, foreign_key: { on_delete: :cascade }
      t.string :token_digest, null: false, index: { unique: true }
      t.string :csrf, null: false
      t.datetime :expires_at, null: false
    end
    create_table :setup_links do |t|
      t.string :token_digest, null: false, index: { unique: true }
      t.datetime :created_at, null: false
    end
  end

  def policy
    create_table :editions do |t|
      t.integer :number, null: false, index: { unique: true }
      t.text :document, null: false
      t.string :sha256, null: false
      t.string :note, null: false, default: ""
      t.string :published_by, null: false
      t.datetime :published_at, null: false
    end
    create_table :change_sets do |t|
      t.string :name, null: false
      t.integer :revision, null: false, default: 0
      t.integer :base_edition, null: false
      t.integer :published_edition
      t.timestamps
    end
    create_table :edits do |t|
      t.references :change_set, null: false, foreign_key: true
      t.string :kind, null: false
      t.string :subject, null: false
      t.text :before
      t.text :after
      t.string :author, null: false
      t.timestamps
      t.index %i[change_set_id kind subject], unique: true
    end
  end

  def directory_and_records
    create_table :directory_versions do |t|
      t.text :document, null: false
      t.string :sha256, null: false
      t.string :imported_by, null: false
      t.datetime :created_at, null: false
    end
    create_table :records do |t|
      t.string :record_type, null: false
      t.string :number, null: false
      t.string :unit, null: false
      t.text :stored, null: false
      t.integer :version, null: false, default: 1
      t.string :changed_by, null: false
      t.timestamps
      t.index %i[record_type number], unique: true
    end
  end
end
