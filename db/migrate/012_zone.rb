# frozen_string_literal: true

# The shop's time zone; empty as the machine has it.
class Zone < ActiveRecord::Migration[7.2]
  def change
    add_column :settings, :zone, :string, null: false, default: ""
  end
end
