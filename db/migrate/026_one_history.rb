# frozen_string_literal: true

require "json"
require "zlib"

# What happened is one history: events of batches and of jobs stand in one table, each with who wrote it down, on what, and when. What
# documents held of it (a coat begun, a stage seen, a step done) becomes events, dated by the state of the job in which it first stood;
# the states are kept without it, and say how much of the history they had seen.
class OneHistory < ActiveRecord::Migration[7.2]
  MARK = /\A(?<task>c\d{1,6})-(?:(?<kind>began|finished|soft|tacky|hard)_(?<coat>\d{1,2})_(?<section>\d{1,2})|done_(?<step>[a-z_0-9]+))\z/

  def up
    create_events
    execute("INSERT INTO events (id, batch_id, number, kind, at, data) SELECT id, batch_id, number, kind, at, data FROM batch_events")
    drop_table :batch_events
    add_column :job_revisions, :noted, :integer, null: false, default: 0
    execute("UPDATE job_revisions SET seal = NULL")
    connection.select_rows("SELECT id, document, updated_at, zone FROM (SELECT id, document, updated_at, " \
                           "json_extract(document, '$.zone') AS zone FROM jobs)").each { |row| move(*row) }
  end

  def down
    raise ActiveRecord::IrreversibleMigration
  end

  private

  def create_events
    create_table :events do |t|
      t.references :batch, foreign_key: { on_delete: :cascade }, index: false
      t.references :job, foreign_key: { on_delete: :nullify }, index: false
      t.integer :number, null: false
      t.string :kind, null: false
      t.float :at
      t.text :data, null: false, default: "{}"
      t.string :task, null: false, default: ""
      t.integer :coat
      t.integer :section
      t.string :hand, null: false, default: ""
      t.string :device, null: false, default: ""
      t.float :told_at
      t.integer :seal
      t.index %i[batch_id number], unique: true
      t.index %i[job_id number], unique: true
    end
  end

  # @param text [String] the job's document as it stands
  def move(id, text, updated_at, zone)
    @events = []
    state = {}
    revisions(id).each do |revision, document, delta, created_at|
      whole = document ? JSON.parse(document) : onto(state, unpacked(delta))
      tell(marks(state), marks(whole), created_at, zone)
      held = document ? { "document" => JSON.generate(wanted(whole)) } : { "delta" => packed(without_marks(unpacked(delta))) }
      hold("job_revisions", revision, **held, "noted" => @events.size)
      state = whole
    end
    now = JSON.parse(text)
    tell(marks(state), marks(now), updated_at, zone)
    hold("jobs", id, "document" => JSON.generate(wanted(now))) if marks(now).any?
    keep(id)
  end

  def revisions(id)
    connection.select_rows("SELECT id, document, delta, created_at FROM job_revisions WHERE job_id = #{id.to_i} ORDER BY number")
  end

  def marks(document)
    document.select { |key, _| MARK.match?(key) }
  end

  def wanted(document)
    document.reject { |key, _| MARK.match?(key) }
  end

  # What was noted between two states, or taken back.
  def tell(before, after, at, zone)
    (before.keys | after.keys).each do |key|
      @events << [MARK.match(key), after[key], at, zone] unless before[key] == after[key]
    end
  end

  def keep(job_id)
    @events.each.with_index(1) do |(match, typed, told, zone), number|
      data = { "typed" => typed, "step" => match[:step] }.compact
      insert(job_id, number, match, data, [moment(typed, zone), moment(told, "UTC")])
    end
  end

  def insert(job_id, number, match, data, times)
    values = [job_id, number, match[:kind] || "step", times.first, JSON.generate(data), match[:task], match[:coat]&.to_i,
      match[:section]&.to_i, times.last]
    execute("INSERT INTO events (job_id, number, kind, at, data, task, coat, section, told_at) VALUES " \
            "(#{values.map { |value| connection.quote(value) }.join(", ")})")
  end

  # @return [Float, nil] seconds of a day and hour, where it is one
  def moment(typed, zone)
    text = typed.is_a?(Hash) ? typed["typed"].to_s : typed.to_s
    return unless text.match?(/\A\d{4}-\d\d-\d\d[T ]\d\d:\d\d/)

    (ActiveSupport::TimeZone[zone.to_s] || ActiveSupport::TimeZone["UTC"]).parse(text)&.to_f
  rescue ArgumentError
    nil
  end

  def unpacked(bytes)
    JSON.parse(Zlib::Inflate.inflate(bytes))
  end

  def packed(delta)
    ActiveModel::Type::Binary::Data.new(Zlib::Deflate.deflate(JSON.generate(delta), Zlib::BEST_COMPRESSION))
  end

  # A mark is a short text: it is never among what is spliced.
  def without_marks(delta)
    { "set" => wanted(delta["set"] || {}), "cut" => delta["cut"] || {}, "gone" => (delta["gone"] || []).grep_v(MARK) }
      .reject { |_, found| found.empty? }
  end

  def onto(before, delta)
    after = before.except(*(delta["gone"] || [])).merge(delta["set"] || {})
    (delta["cut"] || {}).each do |key, (head, tail, middle)|
      old = before.fetch(key)
      after[key] = "#{old[0, head]}#{middle}#{old[old.length - tail, tail]}"
    end
    after
  end

  # What is written is sealed anew, with all that has no seal yet.
  def hold(table, id, **columns)
    told = { **columns, "seal" => nil }
    binds = [*told.to_a, ["id", id]].map { |name, value| ActiveRecord::Relation::QueryAttribute.new(name, value, ActiveRecord::Type::Value.new) }
    connection.exec_update("UPDATE #{table} SET #{told.keys.map { |name| "#{name} = ?" }.join(", ")} WHERE id = ?", "One history", binds)
  end
end
