# frozen_string_literal: true

require_relative "demo/sheets"
require_relative "demo/jobs"
require_relative "demo/notes"
require_relative "demo/record"
require_relative "demo/stock"
require_relative "demo/apart"

module Dakren
  # A lived-in shop to start with: a small workshop fitting out a lakeside field station. Everything in
  # it is invented.
  module Demo
    module_function

    # Loads the shop into an empty database, once in its life.
    def load_once
      settings = Stores::Settings.shop
      return if settings.demo_loaded || Stores::Sheet.exists? || Stores::Job.exists?

      Stores::Base.transaction do
        SHEETS.each { |columns| Stores::Sheet.create!(columns.merge(stages: columns[:stages].transform_keys(&:to_s))) }
        Stores::Shelf.keep_clocks
        TOOLS.each { |kind, name, numbers| Stores::Tool.create!(kind: kind, name: name, numbers: numbers) }
        Stock.fill(Time.at(Stores::Now.wall))
        Notes.read_in(Document::Zones.of(nil).today, Document::Zones.of(nil))
        open_jobs
        settings.update!(demo_loaded: true, pretend: true, shop_temp_c: 19.0)
      end
    end

    def open_jobs
      Jobs::ALL.each { |job| add(*job) }
      Stores::Learned.renew_stale
      open = Stores::Job.where(template: false, state: Stores::Job::OPEN)
      # What has begun goes on first; then in the order in which they begin.
      Apart.settle(open.sort_by do |job|
        [job.document.key?("c1-began_1_1") || job.state == "under_way" ? 0 : 1, job.wanted["start"], job.id]
      end)
    end

    def add(name, (days, hour), fields, stands = {})
      start = workday(days).strftime("%Y-%m-%dT") + format("%02d:00", hour)
      blank = Document::JobDocument.blank(shop_temp_c: 19, start: start, zone: Document::Zones.system_name)
      fields = fields.merge("c1-began_1_1" => start) if fields.key?("c1-began_1_1")
      named = fields.to_h do |key, value|
        [key, key.match?(/-(?:sheet|blend_with)\z/) ? Stores::Sheet.find_by!(resin: value[0], hardener: value[1]).id.to_s : value]
      end
      job = Stores::Job.new
      job.write(blank.merge("name" => name, **named))
      lay_picture(job, named["p1-picture"]) if named["p1-picture"]
      Record.walk(job, stands.values.first, over: stands.key?(:done)) if stands.any?
    end

    # So many working days from today; today itself also where it is none.
    def workday(days)
      date = Document::Zones.of(nil).today
      until days.zero?
        date += days <=> 0
        days -= days <=> 0 unless date.saturday? || date.sunday?
      end
      date
    end

    # The demo's own drawn picture, kept with its job as a brought one is.
    def lay_picture(job, file)
      bytes = File.binread(File.join(ROOT, "db", "demo", file))
      kind = Formats::Picture.kind(bytes)
      kept = Stores::Picture.create!(job: job, kind: kind.type, width: kind.width, height: kind.height, bytes: bytes)
      job.write(job.document.merge("p1-picture" => kept.id.to_s))
    end
    private_class_method :open_jobs, :add, :lay_picture, :workday
  end
end
