# frozen_string_literal: true

# What a plan reads of a batch stands beside it: when its parts met, when it was poured out, what its test dab showed and when, what was
# mixed, and of how many it was one. All of it is worked out from the events, for batches of before too as soon as the shop is opened.
class WhatHappened < ActiveRecord::Migration[7.2]
  TIMES = %i[met_at poured_at soft_at tacky_at hard_at].freeze

  def change
    TIMES.each { |name| add_column :batches, name, :float }
    add_column :batches, :made_g, :float
    add_column :batches, :planned_of, :integer
    add_column :batches, :verdict, :string
    add_column :batches, :told_by, :integer, null: false, default: 0
    add_index :batches, :told_by
  end
end
