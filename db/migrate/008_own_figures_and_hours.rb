# frozen_string_literal: true

# What the shop weighed itself, and when it works.
class OwnFiguresAndHours < ActiveRecord::Migration[7.2]
  def change
    create_table :own_figures do |t|
      t.string :sort, null: false
      t.string :name, null: false
      t.float :value, null: false
      t.datetime :created_at, null: false
    end
    add_index :own_figures, %i[sort name]
    add_column :settings, :hours, :string, null: false, default: "07:00-12:00, 12:30-17:00"
    add_column :settings, :days_off, :string, null: false, default: "Sat Sun"
    add_column :settings, :crew, :integer, null: false, default: 1
  end
end
