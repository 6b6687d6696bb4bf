# frozen_string_literal: true

# What is deleted lies in a bin for a while: jobs and photographs.
class ABin < ActiveRecord::Migration[7.2]
  def change
    change_table :jobs, bulk: true do |t|
      t.string :state_before, null: false, default: ""
      t.datetime :binned_at
      t.string :binned_by, null: false, default: ""
    end
    change_table :pictures, bulk: true do |t|
      t.datetime :binned_at
      t.string :binned_by, null: false, default: ""
    end
  end
end
