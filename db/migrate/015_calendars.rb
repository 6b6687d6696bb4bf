# frozen_string_literal: true

# A job's calendar is written when its plan is kept, and when all of it is over is known: no list reads what is over.
class Calendars < ActiveRecord::Migration[7.2]
  def up
    add_column :jobs, :calendar, :text
    add_column :jobs, :over_at, :datetime
    remove_index :jobs, %i[template state first_at]
    add_index :jobs, %i[template state over_at first_at]
    execute("UPDATE jobs SET summary_stamp = ''")
  end

  def down
    raise ActiveRecord::IrreversibleMigration
  end
end
