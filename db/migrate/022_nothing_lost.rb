# frozen_string_literal: true

require "json"

# Every row that holds what was told or what happened gets a check sum. States of a job are kept as what changed since the one before;
# a batch knows which planned one it is; a second place for copies can be named.
class NothingLost < ActiveRecord::Migration[7.2]
  SEALED = %i[settings sheets tools own_figures own_steps jobs job_revisions batches batch_events pictures deeds keepings].freeze

  def up
    create_table :keepings do |t|
      t.string :name, null: false
      t.text :value, null: false, default: ""
      t.index :name, unique: true
    end
    SEALED.each { |table| add_column table, :seal, :integer }
    add_column :settings, :second_place, :string, null: false, default: ""
    add_column :sheets, :looks, :string, null: false, default: ""
    add_column :jobs, :summary_seal, :integer
    add_column :jobs, :calendar_seal, :integer
    change_table :batches, bulk: true do |t|
      t.string :task, null: false, default: ""
      t.integer :coat
      t.integer :section
      t.string :stands, null: false, default: "opened"
      t.index %i[job_id task coat section cup_number], name: "index_batches_on_planned"
    end
    plan_names
    standing
    change_column_null :job_revisions, :document, true
    add_column :job_revisions, :delta, :binary
  end

  # Batches of jobs with one task are those of that task; which of several it was is not known any more.
  def plan_names
    select_rows("SELECT id, document FROM jobs WHERE id IN (SELECT job_id FROM batches)").each do |id, text|
      tasks = JSON.parse(text)["passes"]
      next unless tasks.is_a?(Array) && tasks.size == 1

      select_rows("SELECT id, name FROM batches WHERE job_id = #{id.to_i} AND cup_number IS NOT NULL").each do |batch, name|
        execute("UPDATE batches SET task = #{quote(tasks.first.to_s)}, coat = #{name[/, (?:coat|lift) (\d+)/, 1] || 1}, section = 1 " \
                "WHERE id = #{batch.to_i}")
      end
    end
  end

  # How each batch stands, from what happened to it.
  def standing
    happened = lambda do |like|
      "EXISTS (SELECT 1 FROM batch_events WHERE batch_id = batches.id AND kind <> 'back' AND data LIKE '#{like}')"
    end
    execute("UPDATE batches SET stands = CASE WHEN outcome <> '' THEN outcome WHEN #{happened.call("%\"pour_out\"%")} THEN 'poured' " \
            "WHEN #{happened.call("%\"second\"%")} THEN 'mixing' ELSE 'opened' END")
  end

  def down
    raise ActiveRecord::IrreversibleMigration
  end
end
