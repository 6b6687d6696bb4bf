# frozen_string_literal: true

require_relative "room"

module Dakren
  module Rooms
    # Bench: walks one batch, one thing to do at a time. Whatever is done is an event, kept at once; clocks are
    # the server's.
    class Bench < Room
      at "/bench", name: "Bench", order: 2

      FINISHED_LISTED = 30
      # From then on the scale shows something else than when it was pressed.
      STALE_S = 3
      # Why one is mixed once more.
      AGAIN = { "short" => "it ran short", "thrown" => "it was thrown out" }.freeze
      COMMANDS = { "pour" => "pour", "stop" => "stop", "tare" => "tare", "on" => "on" }.freeze

      get "/" do
        list
      end

      # The shop's day, to be read from across the room.
      get "/wall" do
        @title = "Wall"
        on_the_go
        erb :"bench/wall", layout: :bench_layout
      end

      post "/one-off" do
        form = Rooms::OneOffCup.new(typed, wording.system, settings_row)
        next list(form, 422) unless form.valid?

        once { "/bench/#{form.start.id}" }
      end

      post "/planned" do
        job = Stores::Job.kept.find_by(id: word("job")) || not_found
        desk = Stores::Planning.new(settings_row, job_id: job.id).desk_of(job.document)
        once do
          mixed = Stores::Mixed.of(job.id)
          place = place_asked(mixed, desk)
          # One that is on the go is gone back to; one that is used up is mixed once more only where that is meant.
          gone_on = place.standing&.live? || (place.standing&.used? && word("again").empty?)
          next to_walk_or_card(place.standing.id) if gone_on

          job.update!(state: "under_way") if job.state == "planned"
          record = PlannedCup.new(job, desk, place, settings_row, mixed: mixed, again: AGAIN[word("again")]).start
          to_walk_or_card(record.id)
        end
      end

      get %r{/(\d{1,15})} do |id|
        show(find(id))
      end

      post %r{/(\d{1,15})} do |id|
        record = find(id)
        act(record)
        live? || @complaint ? show(record) : redirect("/bench/#{id}", 303)
      end

      # A batch that was mixed away from the bench.
      get %r{/(\d{1,15})/card} do |id|
        card(find(id))
      end

      post %r{/(\d{1,15})/card} do |id|
        write_down(find(id))
      end

      post %r{/(\d{1,15})/scale} do |id|
        walk = Stores::Walks.walk(find(id))
        command(walk)
        204
      end

      helpers do
        def find(id)
          Stores::Batch.find_by(id: id) || not_found
        end

        # The batch that is asked for: one by its place, or a task's next.
        # @return [Stores::Mixed::Place]
        def place_asked(mixed, desk)
          coats = word("task").empty? ? desk.coats : desk.coats.select { |one| one.task.id == word("task") }
          return mixed.next(coats) || mixed.places(coats).last || not_found if word("cup").empty?

          mixed.places(coats).find do |place|
            place.number == word("cup").to_i && place.coat.number == [word("coat").to_i, 1].max &&
              place.coat.section == [word("section").to_i, 1].max
          end || not_found
        end

        def devices
          Devices.connected
        end

        def now
          Stores::Now.now
        end

        def list(form = nil, code = 200)
          status code
          @title = "Bench"
          @form = form || Rooms::OneOffCup.blank(settings_row, devices, wording)
          on_the_go
          @finished = Stores::Batch.finished.limit(FINISHED_LISTED).select(:id, :name, :outcome, :finished_at).to_a
          erb :"bench/list"
        end

        # What comes next across all jobs.
        # @return [NowPage]
        def coming
          @coming ||= now_page(pots: [])
        end

        def on_the_go
          @running = pots
        end

        def show(record)
          @record = record
          @walk = Stores::Walks.walk(record.reload)
          @title = record.name
          return recorded(record) if @walk.over?

          @keys = BenchPage::KEYS
          shown = BenchPage.new(@walk, @walk.clock(now), wording, devices: devices, now: now, beside: beside(record),
            px_per_mm: settings_row.px_per_mm, tins: (tins_of(@walk) if @walk.step.name == :tins),
            complaint: @complaint, typed: typed, rose: rose?(@walk), silent: silent?(record))
          erb :"bench/walk", layout: live? ? false : :bench_layout, locals: { page: shown }
        end

        # @return [BenchTins] it may be mixed from
        def tins_of(walk)
          BenchTins.new(walk, settings_row, wording, zone: zone)
        end

        def recorded(record)
          erb :"book/record", locals: { page: RecordBook.new(record, @walk, wording, zone, settings_row, typed: typed) }
        end

        # To walk a batch, or to type it in where that is asked for.
        def to_walk_or_card(id)
          "/bench/#{id}#{"/card" if word("card") == "1"}"
        end

        # @param form [Document::BenchCard, nil] as it was typed and not taken
        def card(record, form = nil, code = 200)
          @record = record
          @walk = Stores::Walks.walk(record)
          redirect("/bench/#{record.id}", 303) unless Document::BenchCard.for?(@walk)

          status code
          @title = record.name
          shown = form || card_of(@walk, Document::BenchCard.standing(@walk, wording, zone))
          erb :"bench/card", locals: { page: CardPage.new(shown, @walk.recipe, wording, tins: tins_of(@walk)) }
        end

        def card_of(walk, told)
          Document::BenchCard.new(walk, told, wording, zone: zone, now: zone.at(Stores::Now.wall), tins: tins_of(walk).all)
        end

        def write_down(record)
          walk = Stores::Walks.walk(record)
          redirect(after_card(record), 303) unless Document::BenchCard.for?(walk)
          form = card_of(walk, typed)
          return card(record, form, 422) unless form.valid?

          once { keep_card(record, form) }
        rescue Stores::Batch::Overtaken
          @complaint = "Already done, here or on another device. It stands as shown now."
          card(record.reload, form, 409)
        end

        # Where it goes on: the job it is of, or its own page.
        def after_card(record)
          record.job_id ? "/jobs/#{record.job_id}" : "/bench/#{record.id}"
        end

        # @return [String] where it goes on
        def keep_card(record, form)
          set = Stores::Now.jump_s.round(2)
          happened = form.events.map { |kind, at, data| [kind, at - set, set.zero? ? data : { **data, set_s: set }] }
          Stores::Database.writing do
            Stores::Batch.transaction do
              record.note_all(after: word("after").to_i, happened: happened, by: by)
              record.stand(Stores::Walks.walk(record.reload))
            end
          end
          Stores::Learned.renew_stale
          after_card(record)
        end

        # Does its tin still say nothing of time?
        def silent?(record)
          @walk.recipe.sheet.silent? && !Stores::FirstTime.silent(record).nil?
        end

        # Who has this batch with them, away from the shop.
        # @return [Array<String>]
        def taken_along
          Stores::Taking.elsewhere(@record.id, device).map do |one|
            "#{one.who} took it along (#{wording.dates.moment(one.taken_at.in_time_zone(zone))}). Whoever hands it in first counts; what " \
              "comes second is kept as a note."
          end
        end

        # Other pots whose time runs.
        # @return [Array<RunningCup>]
        def beside(record)
          Stores::Batch.running.where.not(id: record.id).includes(:events).filter_map do |other|
            cup = RunningCup.new(other, Stores::Walks.walk(other), wording, now)
            cup if cup.pressing?
          end
        end

        # The scale rose: the hardener is meeting the resin, and the clock starts now, not when somebody presses. The page that sees it
        # says so; looking at a page writes nothing.
        def notice_touch(record, walk)
          return unless rose?(walk)

          Stores::Database.writing do
            record.events.create!(number: (record.events.maximum(:number) || 0) + 1, kind: "touched", at: now, data: heard,
              **by.columns)
            record.stand(Stores::Walks.walk(record.reload))
          end
        rescue ActiveRecord::RecordNotUnique
          nil
        end

        def rose?(walk)
          reading = devices.reading(:scale)
          walk.step&.name == :second && walk.recipe.weighed? && walk.times.met_at.nil? && reading&.usable? &&
            reading.value > walk.contents.last_reading + (10 * walk.recipe.resolution_g)
        end

        def act(record)
          walk = Stores::Walks.walk(record)
          return notice_touch(record, walk) if word("act") == "touched"
          return if word("act") == "stay" || record.done?(press)

          at = pressed_at(walk)
          deed = Document::BenchDeed.new(walk, typed, scale_then, wording, at, pretended: devices.pretended?(:scale),
            **(walk.step&.name == :tins ? tins_of(walk).then { |tins| { tins: tins.all, paired: tins.paired? } } : {}))
          @complaint = deed.complaint
          return if @complaint

          note(record, deed, at, walk.step&.name == :second ? heard : {})
          @complaint = deed.asks unless deed.asks.to_s.empty?
        rescue Stores::Batch::Overtaken
          @complaint = "Already done, here or on another device. It stands as shown now."
        end

        # What tells one press from all others, however often it is sent.
        def press
          word("deed_id")[0, 40]
        end

        # A press that had to wait says how long ago it was: it counts from then, but never from before what was done before it.
        # @return [Float] seconds
        def pressed_at(walk)
          [now - ago_s, walk.events.last&.at || -Float::INFINITY].max
        end

        # What the scale shows now is not what it showed when a press that waited was pressed.
        def scale_then
          ago_s > STALE_S ? nil : devices.reading(:scale)
        end

        def note(record, deed, at, heard)
          set = Stores::Now.jump_s.round(2)
          data = { **deed.data, **heard, **(press.empty? ? {} : { press: press }), **(set.zero? ? {} : { set_s: set }) }
          Stores::Database.writing do
            Stores::Batch.transaction do
              record.note(after: word("after").to_i, kind: deed.kind, at: at, data: data, by: by)
              record.stand(walk = Stores::Walks.walk(record.reload))
              Stores::FirstTime.new(record, walk).tell if deed.kind == :timed
            end
          end
          Stores::Learned.renew_stale
        end

        # What the thermometers say as the parts meet: the clock goes by that, not by the plan; never by a simulated one.
        def heard
          { room_c: devices.measured_c(:room), tins_c: devices.measured_c(:tins) }.compact
        end

        def command(walk)
          word = COMMANDS[word("command")]
          return devices.tell(:scale, "cup 0") && devices.tell(:scale, "tare") if word == "tare"

          devices.tell(:scale, word == "pour" ? "pour #{walk.pouring.part || :resin}" : word) if word
        end
      end
    end
  end
end
