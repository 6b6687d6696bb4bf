# frozen_string_literal: true

module Dakren
  module Rooms
    # Jobs: the list, and the job sheet that saves and plans while it is typed.
    class Jobs < Room
      LISTED = 200
      # What the heat of a lift, or the fitness of a sheet, hangs on: "I know" was said of that, and of nothing else.
      KNOWN_OF = /\A(?:room_mode|room|night|day|points|tins|p\d+-.*|c\d+-(?:kind|sheet|film|film_unit|lifts|places|thinner|grain|cloths|thickness|share))\z/

      get "/" do
        @title = "Jobs"
        @jobs = Records::Job.latest.limit(LISTED).map { |record| [record, desk_of(record.document)] }
        @count = Records::Job.count
        erb :"jobs/list"
      end

      post "/jobs" do
        untouched = Records::Job.where(name: "", revision: 1).order(:id).last
        record = untouched || Records::Job.new.tap { |job| job.write(blank_document) }
        redirect "/jobs/#{record.id}", 303
      end

      get %r{/jobs/(\d{1,15})} do |id|
        show(find(id))
      end

      post %r{/jobs/(\d{1,15})} do |id|
        record = find(id)
        before = record.document
        Records::Job.transaction { record.lock! && save(record) }
        @opened = record.document.keys.reject { |key| before.key?(key) }.flat_map { |key| key.scan(/[pcs]\d+/) }.uniq
        live? ? show(record, before: before) : redirect("/jobs/#{id}", 303)
      end

      helpers JobHelp

      helpers do
        # Keeps what was typed, then does what was pressed.
        def save(record)
          merged, @both = typed_into(record)
          @theirs = record.document
          keep(record, Desk::JobDeed.new(unknown_again(merged, record.document)).done(word("act")))
        end

        def unknown_again(document, before)
          return document if document.none? { |key, value| key.match?(KNOWN_OF) && value != before[key] }

          document.to_h { |key, value| [key, key.end_with?("-known") ? "no" : value] }
        end

        def show(record, before: nil)
          @record = record
          @opened ||= []
          @desk = desk_of(record.document)
          @moved = before && before != record.document ? Desk::Moved.new(desk_of(before), @desk, wording).words : nil
          @conditions = @desk.conditions + @desk.tickets.flat_map { |ticket| ticket_cautions(ticket) }.select { |caution| caution.at == :conditions }.uniq
          @keys = [["Tab", "next field: everything is saved as it is typed"], ["Enter on a figure", "open its arithmetic"], ["Ctrl Z, Ctrl Y outside a field", "undo, redo"]]
          @title = @desk.name.strip.empty? ? "New job" : @desk.name[0, Desk::JobDesk::NAME_LONGEST]
          erb :"jobs/sheet", layout: !live?
        end
      end
    end
  end
end
