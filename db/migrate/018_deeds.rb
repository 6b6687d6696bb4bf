# frozen_string_literal: true

# A deed sent twice, because the answer to the first was lost, happens once: each has an id of its own, kept with what it led to.
class Deeds < ActiveRecord::Migration[7.2]
  def change
    create_table :deeds do |t|
      t.string :name, null: false
      t.string :answer, null: false, default: ""
      t.datetime :created_at, null: false
      t.index :name, unique: true
      t.index :created_at
    end
  end
end
