# frozen_string_literal: true

module Dakren
  module Rooms
    # Jobs: the list, and the job sheet that saves and plans while it is typed.
    class Jobs < Room
      LISTED = 60
      # What the heat of a lift, or the fitness of a sheet, hangs on: "I know" was said of that, and of nothing else.
      KNOWN_OF = /\A(?:room_mode|room|night|day|points|tins|p\d+-.*|c\d+-(?:kind|sheet|film|film_unit|lifts|places|thinner|grain|cloths|thickness|share))\z/

      get "/" do
        @title = "Jobs"
        @jobs = Records::Job.latest.limit(LISTED).map { |record| [record, desk_of(record.document)] }
        @jobs, @templates = @jobs.partition { |record, _| !record.template }
        @count = Records::Job.where(template: false).count
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

      # How far ahead the list of what needs a hand looks.
      SOON_H = 8

      helpers do
        # What is tacky or wet now, and what needs a hand in the next hours, across all jobs.
        def now_list
          now = zone.at(Desk::Clock.now)
          found = { tacky: [], wet: [], soon: [] }
          @jobs.each { |record, desk| desk.coats.any? && look_at(record, desk, now, found) }
          found.transform_values { |list| list.sort_by { |one| one[:at] || one[:until] || (now + 1e8) }.first(12) }
        end

        def look_at(record, desk, now, found)
          minute = desk.minute_of(now)
          last_on(desk, minute).each { |coat| cures(record, desk, coat, minute, found) }
          desk.schedule.entries.each do |entry|
            next unless entry.from_min.between?(minute, minute + (SOON_H * 60))

            found[:soon] << { job: record, at: desk.time_at(entry.from_min), words: entry.coat? && entry.of > 1 ? "#{entry.label} #{entry.number} of #{entry.of}" : entry.label }
          end
        end

        # The uppermost coat of each pass that is on by now.
        def last_on(desk, minute)
          desk.coats.select { |coat| coat.to_min <= minute }.group_by { |coat| coat.pass.place_ids }.values.map(&:last)
        end

        def cures(record, desk, coat, minute, found)
          opens = coat.stage(:recoat_opens)
          closes = coat.stage(:recoat_closes)
          return unless opens
          return if (hard = closes || coat.hard) && hard.early && hard.early < minute

          words = coat.of > 1 ? "#{coat.label} #{coat.number}" : coat.label
          return found[:wet] << { job: record, words: words, at: opens.middle && desk.time_at(opens.middle) } if opens.middle.nil? || opens.middle > minute

          found[:tacky] << { job: record, words: words, until: closes&.early && desk.time_at(closes.early) }
        end

        # Keeps what was typed, then does what was pressed.
        def save(record)
          merged, @both = typed_into(record)
          @theirs = record.document
          document = unknown_again(merged, record.document)
          keep(record, changed(document))
          record.update!(busy: JSON.generate(busy_of(desk_of(record.document))))
        end

        # The document after what was pressed.
        def changed(document)
          act = word("act")
          return offered(document, act.delete_prefix("offer:")) if act.start_with?("offer:")
          return asked_what_if.document(document, desk_of(document)) if act == "keep-what-if"

          Desk::JobDeed.new(document).done(act)
        end

        # The document with an offer taken; as it is where the offer is none of this plan's.
        def offered(document, key)
          desk = desk_of(document)
          return document unless desk.schedule

          Desk::Offers.new(desk, wording, named_sheets) { |other| desk_of(other) }.document(key) || document
        end

        def asked_what_if
          @asked_what_if ||= Desk::WhatIf.new(typed, shop_tools.cups.map(&:name), bare: wording.bare_temperature)
        end

        def busy_of(desk)
          (desk.schedule&.busy || []).first(500).map { |from, to| [desk.time_at(from).to_i, desk.time_at(to).to_i] }
        end

        def unknown_again(document, before)
          return document if document.none? { |key, value| key.match?(KNOWN_OF) && value != before[key] }

          document.to_h { |key, value| [key, key.end_with?("-known") ? "no" : value] }
        end

        # The plan as it would be, while somebody tries it.
        def show_what_if
          asked = %w[keep-what-if drop-what-if].include?(word("act")) ? Desk::WhatIf.new({}, []) : asked_what_if
          @what_if = asked.to_h
          @shown = @desk
          return unless asked.on?

          tried = desk_of(asked.document(@desk.document, @desk))
          @shown = tried if tried.coats.any?
          @what_moved = Desk::Moved.new(@desk, tried, wording).words
        end

        def show_offers
          @begins = @desk.coats.any? && @desk.back? ? @desk.time_at(@desk.schedule.entries.first.from_min) : nil
          @broken = @desk.broken?
          return unless @broken && word("act") == "offers"

          offers = Desk::Offers.new(@desk, wording, named_sheets) { |document| desk_of(document) }
          @offers = offers.all
          @offers_cut = offers.stopped_early
        end

        def show(record, before: nil)
          @record = record
          @opened ||= []
          @desk = desk_of(record.document)
          @moved = before && before != record.document ? Desk::Moved.new(desk_of(before), @desk, wording).words : nil
          show_what_if
          show_offers
          @conditions = @desk.conditions + @desk.tickets.flat_map { |ticket| ticket_cautions(ticket) }.select { |caution| caution.at == :conditions }.uniq
          @keys = [["Tab", "next field: everything is saved as it is typed"], ["Enter on a figure", "open its arithmetic"], ["Ctrl Z, Ctrl Y outside a field", "undo, redo"]]
          @title = @desk.name.strip.empty? ? "New job" : @desk.name[0, Desk::JobDesk::NAME_LONGEST]
          erb :"jobs/sheet", layout: !live?
        end
      end
    end
  end
end
