# frozen_string_literal: true

module Dakren
  module Rooms
    # Jobs: the list, and the job sheet that saves and plans while it is typed.
    class Jobs < Room
      # What the heat of a lift, or the fitness of a sheet, hangs on: "I know" was said of that, and of nothing else.
      KNOWN_OF = /\A(?:room_mode|room|night|day|points|tins|p\d+-.*|
        c\d+-(?:kind|sheet|film|film_unit|lifts|places|thinner|grain|cloths|thickness|share))\z/x

      get "/" do
        @title = "Jobs"
        @templates = Stores::Job.where(template: true).latest.limit(Stores::JobList::PAGE).to_a
        @list = Stores::JobList.new(word("show"), word("sort"), word("page"))
        erb :"jobs/list"
      end

      post %r{/jobs/(\d{1,15})/state} do |id|
        record = find(id)
        record.update!(state: word("state")) if Stores::Job::STATES.key?(word("state"))
        redirect "/jobs/#{id}", 303
      end

      post "/jobs" do
        untouched = Stores::Job.where(name: "", revision: 1).order(:id).last
        record = untouched || Stores::Job.new.tap { |job| job.write(blank_document) }
        redirect "/jobs/#{record.id}", 303
      end

      get %r{/jobs/(\d{1,15})} do |id|
        show(find(id))
      end

      post %r{/jobs/(\d{1,15})} do |id|
        @record = record = find(id)
        before = record.document
        Stores::Job.transaction { record.lock! && save(record) }
        @opened = record.document.keys.reject { |key| before.key?(key) }.flat_map { |key| key.scan(/[pcs]\d+/) }.uniq
        live? ? show(record, before: before) : redirect("/jobs/#{id}", 303)
      end

      helpers JobHelp

      helpers do
        def now_list
          @now_list ||= Stores::NowList.new(zone.at(Stores::Now.now)).found
        end

        # Keeps what was typed, then does what was pressed.
        def save(record)
          merged, @both = typed_into(record)
          @theirs = record.document
          document = unknown_again(merged, record.document)
          keep(record, changed(document))
        end

        # The document after what was pressed.
        def changed(document)
          act = word("act")
          return offered(document, act.delete_prefix("offer:")) if act.start_with?("offer:")
          return asked_what_if.document(document, desk_of(document)) if act == "keep-what-if"

          Document::JobDeed.new(document).done(act)
        end

        # The document with an offer taken; as it is where the offer is none of this plan's.
        def offered(document, key)
          desk = desk_of(document)
          return document unless desk.schedule

          Rooms::Offers.new(desk, wording, named_sheets) { |other| desk_of(other) }.document(key) || document
        end

        def asked_what_if
          @asked_what_if ||= Document::WhatIf.new(typed, shop_tools.cups.map(&:name), bare: wording.bare_temperature)
        end

        def unknown_again(document, before)
          return document if document.none? { |key, value| key.match?(KNOWN_OF) && value != before[key] }

          document.to_h { |key, value| [key, key.end_with?("-known") ? "no" : value] }
        end

        # The plan as it would be, while somebody tries it.
        def show_what_if
          asked = %w[keep-what-if drop-what-if].include?(word("act")) ? Document::WhatIf.new({}, []) : asked_what_if
          @what_if = asked.to_h
          @shown = @desk
          return unless asked.on?

          tried = desk_of(asked.document(@desk.document, @desk))
          @shown = tried if tried.coats.any?
          @what_moved = Words::Moved.new(@desk, tried, wording).words
        end

        def show_offers
          @begins = @desk.coats.any? && @desk.back? ? @desk.time_at(@desk.schedule.entries.first.from_min) : nil
          @broken = @desk.broken?
          return unless @broken && word("act") == "offers"

          offers = Rooms::Offers.new(@desk, wording, named_sheets) { |document| desk_of(document) }
          @offers = offers.all
          @offers_cut = offers.stopped_early
        end

        def show(record, before: nil)
          @record = record
          @opened ||= []
          @desk = desk_of(record.document)
          @moved = before && before != record.document ? Words::Moved.new(desk_of(before), @desk, wording).words : nil
          show_what_if
          show_offers
          @conditions = @desk.conditions + @desk.tickets.flat_map { |ticket| ticket_cautions(ticket) }
            .select { |caution| caution.at == :conditions }.uniq
          @keys = [["Tab", "next field: everything is saved as it is typed"], ["Enter on a figure", "open its arithmetic"],
            ["Ctrl Z, Ctrl Y outside a field", "undo, redo"]]
          @title = @desk.name.strip.empty? ? "New job" : @desk.name[0, Document::JobDesk::NAME_LONGEST]
          erb :"jobs/sheet", layout: !live?
        end
      end
    end
  end
end
