# frozen_string_literal: true

# Steps of the builder's own ("wax the mould"), remembered by the shop for the next job.
class OwnSteps < ActiveRecord::Migration[7.2]
  def change
    create_table :own_steps do |t|
      t.string :list, null: false
      t.string :label, null: false
      t.text :line, null: false
      t.datetime :updated_at, null: false
      t.index %i[list label], unique: true
      t.index :updated_at
    end
  end
end
