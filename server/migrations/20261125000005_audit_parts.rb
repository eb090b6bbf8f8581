# frozen_string_literal: true

# What the audit found is kept by record type: a part is proved once, for every state and run that holds just that.
# Runs made before have nothing to show any more; they were only a record of work.
class AuditParts < ActiveRecord::Migration[7.2]
  def up
    create_table :audit_parts do |t|
      t.string :digest, null: false, index: { unique: true }
      t.string :record_type, null: false
      t.text :findings, null: false
      t.text :undecided, null: false
      t.datetime :proved_at, null: false
    end
    execute "DELETE FROM audit_runs"
    remove_column :audit_runs, :findings
    add_column :audit_runs, :proved, :integer, null: false, default: 0
  end

  def down
    add_column :audit_runs, :findings, :text
    remove_column :audit_runs, :proved
    drop_table :audit_parts
  end
end
