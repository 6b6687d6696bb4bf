# frozen_string_literal: true

# Simulated devices are off unless a shop asks for them; the demo shop does.
class Pretend < ActiveRecord::Migration[7.2]
  def up
    add_column :settings, :pretend, :boolean, null: false, default: false
    execute("UPDATE settings SET pretend = demo_loaded")
  end

  def down
    remove_column :settings, :pretend
  end
end
