# frozen_string_literal: true

# An edition, once published, can be neither changed nor taken away: the database itself refuses.
class KeepEditions < ActiveRecord::Migration[7.2]
  def up
    %w[UPDATE DELETE].each do |action|
      execute <<~SQL
        CREATE TRIGGER editions_refuse_#{action.downcase} BEFORE #{action} ON editions
        BEGIN SELECT RAISE(ABORT, 'an edition can not be changed'); END
      SQL
    end
  end

  def down
    %w[update delete].each { |action| execute "DROP TRIGGER editions_refuse_#{action}" }
  end
end
