# frozen_string_literal: true

# What a job's plan says is kept beside the job, so that no list has to plan; jobs have a state; finished cups say how they ended.
class Summaries < ActiveRecord::Migration[7.2]
  def up
    add_column :jobs, :summary, :text, null: false, default: "{}"
    add_column :jobs, :summary_of, :integer, null: false, default: 0
    add_column :jobs, :summary_stamp, :string, null: false, default: ""
    add_column :jobs, :state, :string, null: false, default: "planned"
    add_column :jobs, :first_at, :datetime
    add_index :jobs, %i[template state updated_at]
    add_index :jobs, %i[template state first_at]
    add_index :jobs, :name
    add_column :batches, :outcome, :string, null: false, default: ""
    add_index :batches, :finished_at
    add_index :batches, :name
    execute("UPDATE batches SET outcome = CASE WHEN EXISTS (SELECT 1 FROM batch_events WHERE batch_id = batches.id AND kind = " \
            "'abandoned') THEN 'binned' ELSE 'hard' END WHERE finished_at IS NOT NULL")
    remove_column :jobs, :busy
  end

  def down
    raise ActiveRecord::IrreversibleMigration
  end
end
