# frozen_string_literal: true

# What keeps the shop from its work: deliveries, visits, hours at which a site is shut. Seconds of the clock on the wall.
class Appointments < ActiveRecord::Migration[7.2]
  def change
    create_table :appointments do |t|
      t.string :label, null: false
      t.float :from_at, null: false
      t.float :to_at, null: false
      t.integer :seal
      t.timestamps
    end
  end
end
