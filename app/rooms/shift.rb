# frozen_string_literal: true

require_relative "room"
require_relative "../document/hand_in"
require_relative "../stores/taking"

module Dakren
  module Rooms
    # A shift without the network: a day's batches taken along on a device, walked there, and handed in afterwards.
    class Shift < Room
      at "/shift", within: "/bench"

      # Taken along at once, at most.
      MOST = 40
      MOST_BYTES = 1_000_000
      # A coat of a job: "12-c1-2-1".
      COAT = /\A(\d{1,15})-(c\d{1,3})-(\d{1,2})-(\d{1,2})\z/

      get "/" do
        @title = "A shift away"
        erb :"shift/page", locals: { page: shift_page }
      end

      # What was ticked is claimed, and carried over by the page that comes next.
      post "/" do
        coats, batches = %w[coats batches].map { |name| Array(typed[name]).grep(String).first(MOST) }
        @nothing = (coats + batches).empty?
        next status(422) && erb(:"shift/page", locals: { page: shift_page }) if @nothing

        once do
          found = [*batches_of(coats), *Stores::Batch.where(id: batches.grep(/\A\d{1,15}\z/))]
          found.first(MOST).each { |batch| Stores::Taking.take(batch, by: by) }
          "/shift/bag"
        end
      end

      # Looked at without the network as well: nothing of a batch stands in it.
      get "/bag" do
        @title = "Taken along"
        erb :"shift/bag", layout: :"shift/layout"
      end

      # What this device has out, and what it needs to walk it.
      get "/bag.json" do
        content_type :json
        mine = Stores::Taking.out.where(device: device).includes(:batch).order(:id).limit(MOST)
        JSON.generate(device: device, batches: mine.reject { |one| Stores::Walks.walk(one.batch).over? }.map { |one| item(one) })
      end

      # For whoever comes back after a while: what a press is signed with.
      get "/token" do
        content_type :json
        JSON.generate(token: token)
      end

      post %r{/(\d{1,15})/hand-in} do |id|
        batch = Stores::Batch.find_by(id: id) || not_found
        presses = presses_told or halt page("That could not be read", "What was handed in is no list of presses.", 400)
        content_type :json
        name = "hand-in #{word("deed_id")[0, 60]} #{id}"
        Stores::Deed.once(word("deed_id").empty? ? "" : name) { JSON.generate(handed_in(batch, presses)) }.tap { Stores::Learned.renew_stale }
      end

      # Not walked after all.
      post %r{/(\d{1,15})/back} do |id|
        Stores::Taking.out.find_by(id: id)&.back
        redirect "/shift", 303
      end

      helpers do
        def shift_page
          day = word("day")
          now = zone.at(Stores::Now.wall)
          week = Stores::Week.asked(day, "1", zone: zone, people: settings_row.crew, today: now.to_date)
          ShiftPage.new(week, Stores::Batch.running.limit(POTS_SHOWN).to_a, wording, zone, device)
        end

        def item(taking)
          batch = taking.batch
          walk = Stores::Walks.walk(batch)
          tins = BenchTins.new(walk, settings_row, wording, zone: zone) if walk.step&.name == :tins
          BagItem.new(batch, taking, wording, now: Stores::Now.now, px_per_mm: settings_row.px_per_mm, tins: tins).told
        end

        # Batches of coats, each begun as the bench begins it, those that are there already among them.
        def batches_of(coats)
          coats.filter_map { |text| COAT.match(text)&.captures }.flat_map { |id, *coat| batches_of_coat(id, coat) }
        end

        def batches_of_coat(id, coat)
          job = Stores::Job.kept.find_by(id: id) or return []
          desk = Stores::Planning.new(settings_row, job_id: job.id).desk_of(job.document)
          entry = desk.coats.find { |one| [one.task.id, one.number.to_s, one.section.to_s] == coat } or return []
          mixed = Stores::Mixed.of(job.id)
          job.update!(state: "under_way") if job.state == "planned"
          mixed.places([entry]).filter_map do |place|
            next (Stores::Batch.find_by(id: place.standing.id) if place.standing.live?) if place.standing

            PlannedCup.new(job, desk, place, settings_row, mixed: mixed).start
          end
        end

        # @return [Array<Hash>, nil]
        def presses_told
          text = word("presses")
          found = text.bytesize <= MOST_BYTES && JSON.parse(text, max_nesting: 4)
          found if found.is_a?(Array) && found.all?(Hash) && found.size <= Document::HandIn::MOST_PRESSES
        rescue JSON::ParserError, EncodingError
          nil
        end

        # Handed in in one piece, or not at all. Where others went on with it meanwhile theirs stands, and this is kept as a note.
        # @return [Hash] of JSON
        def handed_in(batch, presses)
          batch.reload
          walk = Stores::Walks.walk(batch)
          read = Document::HandIn.new(walk, presses, wording, now: Stores::Now.now, tins: tins_of(walk))
          Stores::Batch.transaction do
            batch.note_all(after: word("after").to_i, happened: dated(read.happened), by: by)
            batch.stand(Stores::Walks.walk(batch.reload))
            note(batch, "Handed in, but not taken: #{read.left.join("; ")}") if read.left.any?
            back(batch)
          end
          { taken: read.happened.size, left: read.left, address: "/bench/#{batch.id}" }
        rescue Stores::Batch::Overtaken
          kept_as_note(batch, presses)
        end

        def tins_of(walk)
          return {} if walk.over?

          BenchTins.new(walk, settings_row, wording, zone: zone).then { |found| { tins: found.all, paired: found.paired? } }
        end

        def dated(happened)
          set = Stores::Now.jump_s.round(2)
          set.zero? ? happened : happened.map { |kind, at, data| [kind, at, { **data, set_s: set }] }
        end

        def kept_as_note(batch, presses)
          others = batch.reload.events.where(number: (word("after").to_i + 1)..).filter_map { |event| event.by.to_s }.reject(&:empty?).uniq
          text = "Walked away from the shop as well, and handed in later: #{Document::HandIn.summary(presses, zone, Stores::Now.wall)}"
          Stores::Batch.transaction do
            note(batch, text)
            back(batch)
          end
          { overtaken: true, by: others.first(3).join("; "), address: "/bench/#{batch.id}" }
        end

        def note(batch, text)
          batch.remark(:note, at: Stores::Now.now, by: by, data: { text: text[0, Document::RemarkForm::LONGEST] })
          batch.stand(Stores::Walks.walk(batch.reload))
        end

        def back(batch)
          Stores::Taking.out.where(batch_id: batch.id).where("device = ? OR key = ?", device, word("key")).find_each(&:back)
        end
      end
    end
  end
end
