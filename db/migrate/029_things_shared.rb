# frozen_string_literal: true

# What jobs share beside hands: a dust-free room, an oven, a vacuum pump, a drill mixer.
class ThingsShared < ActiveRecord::Migration[7.2]
  def change
    create_table :things do |t|
      t.string :sort, null: false
      t.string :name, null: false
      t.integer :seal
      t.timestamps
    end
  end
end
