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
  EVENTS_EACH = 10
  CHUNK = 2000
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
        job.update_columns(updated_at: open ? now : start)
      end
    end
  end

  def cups
    first = cup
    pattern = first.attributes.except("id").merge("recipe" => first.recipe, "sheet" => first.sheet)
    from = first.id
    CUPS.fdiv(CHUNK).ceil.times do |chunk|
      rows = Array.new(CHUNK) do |i|
        number = (chunk * CHUNK) + i
        at = Time.now - (YEARS_S * (1 - (number / CUPS.to_f)))
        pattern.merge("job_id" => nil, "name" => "Cup #{number}", "finished_at" => at, "created_at" => at, "updated_at" => at,
          "outcome" => "hard", "lots" => "L#{number % 977} K#{number % 613}")
      end
      Dakren::Stores::Batch.insert_all!(rows)
      ids = ((from + 1 + (chunk * CHUNK))..(from + ((chunk + 1) * CHUNK)))
      events = ids.flat_map do |id|
        Array.new(EVENTS_EACH) { |i| { batch_id: id, number: i + 1, kind: "done", at: id + i, data: { lot_a: "L#{id % 977}" } } }
      end
      Dakren::Stores::Event.insert_all!(events)
    end
  end

  # One as the program makes it; the others are as it is.
  def cup
    settings = Dakren::Stores::Settings.shop
    job = Dakren::Stores::Job.where(state: "planned").detect { |one| one.said["coats"] }
    desk = Dakren::Stores::Planning.new(settings).desk_of(job.document)
    Dakren::Rooms::OneOffCup.planned(job, desk, desk.coats.first, desk.coats.first.plan.batches.first, settings)
  end
  private_class_method :jobs, :cups, :cup
end
