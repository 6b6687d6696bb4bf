# frozen_string_literal: true

require "active_support"
require "active_support/time"
require_relative "../../app/boot"
require_relative "../../db/demo"

# A shop after five years: jobs planned and kept as the program keeps them, most of them done, their cups and all that happened to each.
module BigShop
  JOBS = 400
  OPEN_JOBS = 60
  CUPS = 20_000
  CHUNK = 2000
  WHO = %w[Ada Ben Ines].freeze
  NOTES = ["a hair in the lower corner", "draught from the door", "thick as honey", "smelt strongly", "came out clear"].freeze
  YEARS_S = 5 * 365 * 86_400

  module_function

  # @param dir [String] where its data goes
  # @return [void]
  def make(dir)
    Dakren::Stores::Database.open(dir)
    Dakren::Demo.load_once
    jobs
    Dakren::Stores::Renewer.new.renew_all(breath_s: 0)
    cups
    # What was written in heaps has no seals yet.
    Dakren::Stores::Backup.reading(Dakren::Stores::Database.path) { |file| Dakren::Stores::Seals.seal_all(file) }
    Dakren::Stores::Database.close
  end

  def jobs
    patterns = Dakren::Stores::Job.where(template: false).order(:id).map(&:document)
    now = Time.now
    Dakren::Stores::Job.transaction do
      JOBS.times do |i|
        open = i < OPEN_JOBS
        start = open ? now - (5 * 86_400) + (i * 0.5 * 86_400) : now - (YEARS_S * i / JOBS)
        job = Dakren::Stores::Job.new(state: open ? "planned" : "done")
        job.write(patterns[i % patterns.size].merge("name" => "Job #{i} of the five years", "start" => start.strftime("%Y-%m-%dT07:30")))
        job.keep_quietly(updated_at: open ? now : start)
      end
    end
  end

  def cups
    first = cup
    pattern = first.attributes.except("id", "seal").merge("recipe" => first.recipe, "sheet" => first.sheet)
    from = first.id
    jobs = Dakren::Stores::Job.where(state: "done").order(:id).ids
    walked = steps(first)
    CUPS.fdiv(CHUNK).ceil.times do |chunk|
      rows = Array.new(CHUNK) do |i|
        number = (chunk * CHUNK) + i
        at = Time.now - (YEARS_S * (1 - (number / CUPS.to_f)))
        pattern.merge("job_id" => jobs[number % jobs.size], "name" => "Cup #{number}", "finished_at" => at,
          "created_at" => at, "updated_at" => at, **came_to(at),
          "outcome" => "hard", "lots" => "L#{number % 977} K#{number % 613}")
      end
      Dakren::Stores::Batch.insert_all!(rows)
      ids = ((from + 1 + (chunk * CHUNK))..(from + ((chunk + 1) * CHUNK)))
      Dakren::Stores::Event.insert_all!(ids.flat_map { |id| events_of(id, walked) })
      book(ids, rows)
    end
    Dakren::Stores::Entry.connection.execute("INSERT INTO entry_words (rowid, words) SELECT id, title || ' ' || says || ' ' || mix FROM " \
                                             "entries " \
                                             "WHERE id NOT IN (SELECT rowid FROM entry_words)")
  end

  # As a walk leaves it.
  def came_to(at)
    { "stands" => "hard", "told_by" => Dakren::Stores::Batch::TOLD_BY, "met_at" => at.to_f, "poured_at" => at.to_f + 840, "made_g" => 75.9,
      "room_c" => 20.0, "verdict" => "good" }
  end

  # Their lines in the book, and a note of every second.
  def book(ids, rows)
    lines = ids.zip(rows).flat_map do |id, row|
      told = { job_id: row["job_id"], batch_id: id, at: row["met_at"], mix: row["sheet"].values_at("resin", "hardener").join(" + "),
               title: row["name"], who: WHO[id % 3] }
      [{ **told, key: "batch-#{id}", kind: "batch", says: "" },
        { **told, key: "note-#{id}", kind: "note", says: "#{NOTES[id % NOTES.size]}, shelf #{id % 101}" }].first(id.even? ? 2 : 1)
    end
    Dakren::Stores::Entry.insert_all!(lines)
  end

  # What happens to each, as a walk leaves it: kind and data.
  def steps(cup)
    recipe = Dakren::Stores::Walks.recipe(cup)
    first = recipe.planned.fetch(recipe.first).to_f
    [*%w[tins gear ready tare].map { |step| ["done", { step: step }] }, ["weighed", { step: "first", reading_g: first }],
      ["weighed", { step: "second", reading_g: recipe.planned.values.sum.to_f }], ["done", { step: "mix" }], ["done", { step: "pour_out" }],
      ["touched_tacky", {}], ["done", { step: "tack" }]]
  end

  def events_of(id, walked)
    walked.each_with_index.map do |(kind, data), i|
      at = id + (i < 8 ? i * 60 : i * 3600)
      { batch_id: id, number: i + 1, kind: kind, at: at, told_at: at, data: i.zero? ? data.merge(lot_a: "L#{id % 977}") : data }
    end
  end

  # One as the program makes it; the others are as it is.
  def cup
    settings = Dakren::Stores::Settings.shop
    job = Dakren::Stores::Job.where(state: "planned").detect { |one| one.said["coats"] }
    desk = Dakren::Stores::Planning.new(settings, job_id: job.id).fresh_desk_of(job.document)
    place = Dakren::Stores::Mixed::Place.new(coat: desk.coats.first, number: 1, standing: nil)
    Dakren::Rooms::PlannedCup.new(job, desk, place, settings).start
  end
  private_class_method :jobs, :cups, :cup, :steps, :events_of, :book, :came_to
end
