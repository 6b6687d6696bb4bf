# frozen_string_literal: true

# A job that keeps clear of others is worked out anew when they move: when each is busy is kept in short, and what a job kept clear of.
class KeptClear < ActiveRecord::Migration[7.2]
  def change
    add_column :jobs, :keeps_clear, :boolean, null: false, default: false
    add_column :jobs, :busy_digest, :string, null: false, default: ""
    add_column :jobs, :clear_of, :string, null: false, default: ""
    add_index :jobs, :keeps_clear
    reversible do |direction|
      direction.up { execute(%q(UPDATE jobs SET keeps_clear = 1 WHERE document LIKE '%"chain":"yes"%')) }
    end
  end
end
