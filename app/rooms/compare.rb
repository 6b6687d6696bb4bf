# frozen_string_literal: true

require_relative "room"
require_relative "job_keeping"

module Dakren
  module Rooms
    # About a plan: hardeners side by side, the calendar of a job and of the shop, copies and templates.
    class Compare < Room
      at "/plan"

      CALENDAR = "text/calendar; charset=utf-8"
      FEED_JOBS = 100

      helpers JobKeeping

      get %r{/(\d{1,15})/compare} do |id|
        @record = find(id)
        desk = desk_of(@record.document)
        resins = desk.tasks.filter_map { |task| task.sheet&.resin }.uniq
        resin = resins.include?(word("resin")) ? word("resin") : resins.first
        @title = "Hardeners side by side"
        rows = compared(desk, resin)
        erb :"compare/compare", locals: { page: ComparePage.new(desk, resins, resin, rows, wording.seen_from(desk.start)) }
      end

      get %r{/(\d{1,15})/job\.ics} do |id|
        record = find(id)
        content_type CALENDAR
        headers "content-disposition" => "attachment; filename=\"job-#{record.id}.ics\""
        planning.calendar(planning.renew(record))
      end

      get "/shop.ics" do
        content_type CALENDAR
        shown = Stores::Job.where(template: false, state: Stores::Job::OPEN).latest.limit(FEED_JOBS)
        shown.unwritten.each { |record| planning.calendar(record) }
        Formats::Calendar.together(shown.pluck(:calendar), Stores::Appointment.coming.to_a)
      end

      post %r{/(\d{1,15})/deeds} do |id|
        record = find(id)
        once(after: method(:summed_up)) do
          case word("deed")
          when "duplicate" then "/jobs/#{copy_of(record, "#{record.name[0, 100]}, again").id}"
          when "begin" then "/jobs/#{copy_of(record, record.name).id}"
          else
            record.update!(template: !record.template) if word("deed") == "template"
            "/jobs/#{record.id}"
          end
        end
      end

      # Of late: what takes long is worked out once, however often it is asked for.
      COMPARED = Memo.new(4)

      helpers do
        # @return [Array<Comparison::Row>, nil] nil while it is still being worked out
        def compared(desk, resin)
          key = [@record.id, @record.revision, planning.stamp, resin]
          rows = COMPARED.known(key) || Stores::Works.soon([:compare, *key]) { rows_of(desk, resin) }
          rows && COMPARED.recall(key) { rows }
        end

        # What a new copy's plan says.
        def summed_up(address)
          job = Stores::Job.find_by(id: address[/\d+/])
          sum_up(job) if job&.stale?(planning.stamp)
        end

        def rows_of(desk, resin)
          resin ? Comparison.new(desk, planning.named_sheets, resin) { |document, extra| planning.tried(document, extra) }.rows : []
        end

        # A new job of the same kind: nothing of what happened to the first goes with it.
        def copy_of(record, name)
          kept = Document::JobDocument.anew(record.document)
          Stores::Job.new.tap { |job| job.write(kept.merge("name" => name, "start" => blank_document["start"])) }
        end
      end
    end
  end
end
