# frozen_string_literal: true

# What batches teach, what a shop learned of each resin system, and the book of all that happened with its words to search.
class WhatTheShopLearned < ActiveRecord::Migration[7.2]
  def up
    add_column :batches, :lesson, :text
    add_column :batches, :aside, :string, null: false, default: ""
    add_column :batches, :foretold_min, :float
    add_column :batches, :resin_g, :float
    add_column :batches, :hardener_g, :float
    add_column :batches, :circumstances, :text
    add_column :batches, :fault, :string, null: false, default: ""
    # A photograph of a batch that belongs to no job.
    change_column_null :pictures, :job_id, true
    add_reference :pictures, :batch, foreign_key: { on_delete: :cascade }
    # How fast a batch was laid stands with the shop's own figures.
    add_reference :own_figures, :batch, foreign_key: { on_delete: :cascade }, index: false
    add_index :own_figures, %i[batch_id sort], unique: true, where: "batch_id IS NOT NULL"
    add_column :sheets, :shop, :text
    add_column :sheets, :learns, :boolean, null: false, default: true
    add_column :sheets, :relearn, :boolean, null: false, default: false
    create_table :entries do |t|
      t.string :key, null: false, index: { unique: true }
      t.string :kind, null: false
      t.float :at, null: false
      t.integer :job_id
      t.integer :batch_id
      t.string :mix, null: false, default: ""
      t.string :title, null: false, default: ""
      t.string :says, null: false, default: ""
      t.string :who, null: false, default: ""
      t.string :fault, null: false, default: ""
      t.index %i[at id]
      t.index %i[kind at]
      t.index %i[mix at]
      t.index %i[job_id at]
      t.index :batch_id
      t.index %i[fault at]
    end
    execute "CREATE VIRTUAL TABLE entry_words USING fts5(words, tokenize = 'unicode61 remove_diacritics 2')"
  end

  def down
    execute "DROP TABLE entry_words"
    drop_table :entries
    remove_reference :own_figures, :batch
    remove_reference :pictures, :batch
    remove_columns :sheets, :shop, :learns, :relearn
    remove_columns :batches, :lesson, :aside, :foretold_min, :resin_g, :hardener_g, :circumstances, :fault
  end
end
