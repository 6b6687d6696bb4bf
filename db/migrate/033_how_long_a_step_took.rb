# frozen_string_literal: true

# What a step of a task really took stands with the shop's own figures, and says of which task of which job it is.
class HowLongAStepTook < ActiveRecord::Migration[7.2]
  def up
    add_reference :own_figures, :job, foreign_key: { on_delete: :nullify }, index: false
    add_column :own_figures, :task, :string, null: false, default: ""
    add_index :own_figures, %i[job_id task name], unique: true, where: "job_id IS NOT NULL"
  end

  def down
    remove_index :own_figures, %i[job_id task name]
    remove_column :own_figures, :task
    remove_reference :own_figures, :job
  end
end
