# frozen_string_literal: true

require_relative "room"
require_relative "job_keeping"
require_relative "drawing_deeds"

module Dakren
  module Rooms
    # Jobs: the list, and the job sheet that saves and plans while it is typed.
    class Jobs < Room
      at "/", name: "Jobs", order: 1

      # Of so many days the first clashes are told above the list.
      AHEAD_DAYS = 7
      CLASHES_TOLD = 2
      # How often a change is tried again where others are quicker.
      MOST_TRIES = 20
      # When and where jobs are done, as it was printed of late.
      WHERE = Memo.new(200)
      # What was told of places, as it was printed of late.
      TOLD = Memo.new(300)
      # Plans as they were shown of late, by job and by what had happened to it.
      SHOWN = Memo.new(70)
      # Where a ticket has its note, and the job its own.
      NOTE = "<!-- note -->"
      # What is pressed that asks for a plan before it can be kept.
      PLANNED_ACTS = %w[offer: keep-what-if].freeze

      get "/" do
        @title = "Jobs"
        @templates = Stores::Job.kept.where(template: true).latest.limit(Stores::JobList::PAGE).to_a
        @binned = Stores::Bin.jobs.count + Stores::Bin.pictures.count(:id)
        @list = Stores::JobList.new(word("show"), word("sort"), word("page"))
        erb :"jobs/list"
      end

      post %r{/jobs/(\d{1,15})/state} do |id|
        record = find(id)
        wanted = word("to").empty? ? word("state") : word("to")
        record.update!(state: wanted) if Stores::Job::STATES.key?(wanted)
        redirect "/jobs/#{id}", 303
      end

      get "/jobs/new" do
        @title = "What are you doing?"
        erb :"jobs/begin"
      end

      post "/jobs" do
        once do
          begun = Beginning.document(blank_document, word("kind"), Stores::Planning.new(settings_row).named_sheets)
          Stores::Database.writing do
            untouched = Stores::Job.where(name: "", revision: 1).order(:id).last
            untouched = nil if untouched && !Document::JobDocument.same_work?(untouched.document, begun)
            record = untouched || Stores::Job.new.tap { |job| job.write(begun) }
            "/jobs/#{record.id}"
          end
        end
      end

      get %r{/jobs/(\d{1,15})} do |id|
        show(find(id))
      end

      # Has anything happened to it since? Asked by every page that shows it, and never planned for.
      get %r{/jobs/(\d{1,15})/happens} do |id|
        content_type "text/plain"
        Stores::History.stamp(id.to_i)
      end

      post %r{/jobs/(\d{1,15})} do |id|
        @record = record = find(id)
        before = record.document
        save(record)
        @opened = record.document.keys.reject { |key| before.key?(key) }.flat_map { |key| key.scan(/[pcs]\d+/) }.uniq
        live? || @complaint || @both.any? ? show(record, before: before) : redirect("/jobs/#{id}", 303)
      end

      helpers JobKeeping
      helpers DrawingDeeds

      helpers do
        # What is printed of a ticket or a place hangs on the plan alone, and is printed once. Of a ticket that is shut in the page that
        # asks only the head is printed, and of what is folded away nothing that takes long to work out: it asks again when somebody looks.
        def ticket_part(page, ticket)
          shut = shut?("t-#{ticket.id}")
          folded = shut?("d-#{ticket.part.key("more")}")
          printed = page.desk.kept([:ticket, ticket.id, ticket.open?, shut, folded, figures_open, @record.id, wording.key, said_now,
            ticket.batches.stamp]) do
            part :"jobs/ticket", ticket: ticket, unprinted: shut, folded: folded
          end
          # No plan reads what was noted: it is put in where the rest was printed before.
          printed.sub(NOTE) { field(ticket.asked.note) }
        end

        def shut?(id)
          live? && (@shut ||= request.get_header("HTTP_X_SHUT").to_s.split).include?(id)
        end

        # A figure that opens to its arithmetic, or words alone. The arithmetic of one that is shut in the page that asks is left out.
        # @param answer [Answer] @param of [String] the task it belongs to, or the job
        def figure(answer, of = "job")
          return part(:"parts/plain_figure", answer: answer) if answer.text

          number, unit = answer.read(wording)
          id = "w-#{of}-#{answer.label.tr("^a-zA-Z0-9", "-")}"
          part :"parts/figure", answer: answer, number: number, unit: unit, id: id, shown: figures_open.nil? || figures_open.include?(id)
        end

        # Figures that are open in the page that asks; nil where a whole page is asked for.
        # @return [Array<String>, nil]
        def figures_open
          @figures_open ||= request.get_header("HTTP_X_OPEN").to_s.split if live? && request.get_header("HTTP_X_OPEN")
        end

        # Fields that stand in a sentence of the page that asks; nil where a whole page is asked for.
        # @return [Array<String>, nil]
        def said_now
          @said_now ||= request.get_header("HTTP_X_SAID").to_s.split if live? && request.get_header("HTTP_X_SAID")
        end

        # When and where: printed once for what was told of the job itself, whatever its tasks and places come to.
        def whereabouts_part(page)
          printed = WHERE.recall([page.whereabouts.reads, @record.id, wording.key, said_now, planning.stamp]) do
            part :"jobs/whereabouts", page: page.whereabouts
          end
          printed.sub(NOTE) { field(page.whereabouts.note) }
        end

        # @return [ShortPage]
        def short
          @short ||= ShortPage.new(@record.id, wording, zone: zone, rows: planning.rows)
        end

        def answers_part(page)
          page.shown.kept([:answers, figures_open, wording.key]) { part :"jobs/answers", page: page }
        end

        def place_part(page, place)
          shut = shut?("d-#{place.id}") && !place.open?
          page.desk.kept([:place, place.id, place.state, shut, @record.id, wording.key, said_now]) do
            part :"jobs/place", place: place, unprinted: shut
          end
        end

        # What is told of a place, below its drawing: printed once for what it reads, whatever its tasks come to.
        def place_told(place)
          TOLD.recall([place.reads, @record.id, wording.key, said_now]) { part :"jobs/place_told", place: place }
        end

        def job_row(record)
          JobRow.new(record, wording.seen_from(Time.at(Stores::Now.wall)), zone)
        end

        # Is the second place for copies away, or was the last one long ago?
        # @return [String, nil]
        def copies_told
          place = Stores::SecondPlace.of_shop
          CopiesPage.second_words(place, wording, zone, Time.now) if place.named? && !CopiesPage.safe?(place, Time.now)
        end

        def slot
          Stores::Now.wall.to_i / SLOT_S
        end

        # Where more hands are wanted in the next days than there are.
        # @return [Array<WeekPage::Told>]
        def clashes_ahead
          week = Stores::Week.new(today, AHEAD_DAYS, zone: zone, people: settings_row.crew)
          WeekPage.new(week, settings_row, wording, now: zone.at(Stores::Now.wall), zone: zone).clashes.first(CLASHES_TOLD)
        end

        def now_list
          @now_list ||= now_page
        end

        # Keeps what was typed, then does what was pressed. What that comes to is worked out before the writer's turn is taken; where
        # another device was quicker it is worked out again within a turn, lest others are quicker for ever, unless it asks for a plan.
        def save(record)
          MOST_TRIES.times do |tries|
            before = if tries.zero? || act_once.start_with?(*PLANNED_ACTS) then saved(record)
                     else Stores::Database.writing { saved(record.reload) }
                     end
            next record.reload unless before

            Stores::OwnStep.remember(record.document, before)
            return sum_up(record)
          end
          raise ActiveRecord::StatementInvalid, "database is locked"
        end

        # @return [Hash, nil] the document as it was before; nil where another device has written since it was read
        def saved(record)
          merged, both = typed_into(record)
          @both = both.to_h { |key| [key, record.document[key]] }
          before = record.document
          after = changed(Document::JobDocument.unknown_again(merged, before))
          before if keep(record, Document::UsualPowder.new(Stores::Shelf.finder).settled(after, before))
        end

        # The document after what was pressed.
        def changed(document)
          act = act_once
          return offered(document, act.delete_prefix("offer:")) if act.start_with?("offer:")
          return asked_what_if.document(document, desk_of(document)) if act == "keep-what-if"
          return shelved(document, act.delete_prefix("shelf:")) if act.start_with?("shelf:")
          return mixed_from(document, act.delete_prefix("system:")) if act.start_with?("system:")

          if (drawn = drawn_into(document, act))
            return drawn
          end

          deed = Document::JobDeed.new(document, packs: ->(sheet) { Stores::Shelf.finder.call(sheet)&.limits&.pack_ml },
            now: Document::Zones.of(document["zone"]).at(Stores::Now.wall),
            own: ->(number) { Stores::OwnStep.find_by(id: number)&.then { |step| [step.list, step.row] } })
          deed.done(act).tap { @complaint = deed.complaint }
        end

        # Every task of a resin mixed with another of its hardeners.
        def mixed_from(document, id)
          resin = Stores::Shelf.finder.call(id)&.resin or return document
          tasks = Document::JobDocument.ids(document, "tasks").select do |task|
            Stores::Shelf.finder.call(Document::Part.of(document, task).sheet)&.resin == resin
          end
          Document::JobDocument.with_sheet(document, tasks, id)
        rescue InputError
          document
        end

        # A resin system put onto the shelf from its ratio and pot life, and this task mixed from it.
        def shelved(document, id)
          return document unless Document::JobDocument.ids(document, "tasks").include?(id)

          kind = Work::Kinds::ALL.fetch(Document::Part.of(document, id).choice("kind").to_sym)
          told = Document::NewSystem.new(typed, id, page_system, kind.purposes) do |resin, hardener|
            Stores::Sheet.exists?(resin: resin, hardener: hardener)
          end
          @complaint = told.complaint or return Document::JobDocument.with_sheet(document, [id], Stores::Sheet.create!(told.columns).id.to_s)
          document
        end

        # The document with an offer taken; as it is where the offer is none of this plan's.
        def offered(document, key)
          desk = desk_of(document)
          return document unless desk.schedule

          Offers.new(desk, wording, planning.named_sheets) { |other| desk_of(other) }.document(key) || document
        end

        def asked_what_if
          @asked_what_if ||= Document::WhatIf.new(typed, bare: wording.bare_temperature)
        end

        # What somebody tries, unless it was just kept or dropped.
        def tried(desk)
          asked = %w[keep-what-if drop-what-if].include?(word("act")) ? Document::WhatIf.new({}) : asked_what_if
          WhatIfPage.new(desk, asked, wording) { |document| desk_of(document) }
        end

        def offers_of(desk)
          desk.broken? ? Offers.soon(desk, wording, planning) : nil
        end

        # The plan as this page, or the one that was looked at last here, showed it, where something has happened since.
        # @return [Document::JobDesk, nil]
        def shown_before(record, desk)
          stamp = Stores::History.stamp(record.id, planning.mixed, record.last_event)
          session = request.env["rack.session"]
          seen = word("happens").empty? && session["job_seen"].is_a?(Array) ? session["job_seen"] : [record.id, word("happens")]
          session["job_seen"] = [record.id, stamp]
          SHOWN.forget([record.id, stamp])
          SHOWN.recall([record.id, stamp]) { desk }
          SHOWN.known(seen) if seen.first == record.id && seen.last != stamp
        end

        def show(record, before: nil)
          @record = record
          desk = desk_of(record.document)
          was = before && before != record.document ? desk_of(before) : shown_before(record, desk)
          moved = was && !was.equal?(desk) ? Words::Moved.new(was, desk, wording).words : []
          job = JobPage.new(record, desk, wording.seen_from(desk.start), planning, opened: @opened || [], moved: moved, both: @both || {},
            what_if: tried(desk), offers: offers_of(desk), complaint: @complaint, said: said_now)
          @keys = JobPage::KEYS
          @title = job.head.title
          erb :"jobs/job", layout: !live?, locals: { page: job }
        end
      end
    end
  end
end
