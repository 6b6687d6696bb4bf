# frozen_string_literal: true

require "digest"
require "forwardable"
require "json"
require_relative "others"
require_relative "shop_rows"

module Dakren
  module Stores
    # Plans of this shop: what the shop is now, fetched once, and the desk of any document with it.
    #
    #   planning = Planning.new
    #   planning.desk_of(record.document).coats
    #   planning.stamp                            # => changes when anything a plan hangs on does
    class Planning
      # Plans of late: a document is planned once, however often it is looked at.
      DESKS = Memo.new(70)
      # What no plan reads: what a job is called, how it stands and what was noted beside it.
      UNPLANNED = /\A(?:name|note|state|c\d+-note)\z/
      # Plans of what a plan reads, and what pages made of them.
      MADE = Memo.new(70)
      READ = Memo.new(70)
      PRINTED = Memo.new(70)
      # What a job keeps clear of, that has to.
      CLEAR = Memo.new(40)
      # Ours: so often a job is moved out of the way of what others do with the things it shares.
      TRIES = 6
      FORECAST_S = 600

      extend Forwardable

      attr_reader :job_id
      # @return [Boolean, nil] was anything of it moved out of the way of a thing that is shared?
      attr_reader :gave_way

      # @param settings [Settings] @param job_id [Integer, nil] whose plan it is: its own times do not keep it from itself
      # @param rows [ShopRows, nil] @param mixed [Mixed, nil] where they were asked already
      def initialize(settings = nil, job_id: nil, rows: nil, mixed: nil)
        @settings = settings
        @job_id = job_id
        @rows = rows
        @mixed = mixed
      end

      # Nothing is remembered any more.
      def self.forget
        [DESKS, MADE, READ, PRINTED, CLEAR].each(&:clear)
      end

      # The same for another thread.
      def apart
        Planning.new(settings, job_id: @job_id, rows: rows, mixed: mixed)
      end

      # @param document [Hash]
      # @return [Document::JobDesk]
      def desk_of(document)
        DESKS.recall(key(document)) { planned_alike(document) }
      end

      # The same as far as it is ready soon: a plan that takes longer is gone on with beside all else, and the desk is without it so long.
      # @return [Document::JobDesk]
      def desk_soon(document)
        DESKS.known(key(document)) || Works.soon([:plan, key(document)]) { apart.desk_of(document) } ||
          planned(document, plan: false)
      end

      # Is a better plan still looked for? It is begun to be, where the first one may be worse than what there is.
      # @param desk [Document::JobDesk] as it is shown
      def looking?(desk)
        return false if @job_id.nil? || !desk.further?

        key = key(desk.document)
        Further.looking?(@job_id, key) { |go_on| apart.better(desk.document, key, go_on) }
      end

      # The best plan there is time for, kept instead of the first.
      # @param go_on [#call] is there time left?
      def better(document, key, go_on)
        desk = planned(document, go_on: go_on)
        return unless go_on.call || desk.schedule

        DESKS.keep(key, desk)
        part = key(planned_part(document))
        MADE.keep(part, desk.made)
        READ.forget(part)
        PRINTED.forget(part)
        said = Summary.of(desk)
        Database.writing do
          record = Job.find_by(id: @job_id)
          record.summarise(said, stamp) if record && record.document == document
        end
      end

      # Planned for itself, and not kept for the next page.
      # @return [Document::JobDesk]
      def fresh_desk_of(document)
        planned(document)
      end

      # The same with sheets that are not on the shelf.
      # @param extra [Hash{String=>Sheet}]
      # @return [Document::JobDesk] without looking for other sheets that would suit
      def tried(document, extra)
        Document::JobDesk.new(document, sheets: ->(id) { extra[id] || finder.call(id) }, tools: tools, own: own, shop: shop(document),
          forecast: Forecasts.method(:at))
      end

      # Everything of the shop a plan hangs on, as it stands now.
      # @return [String]
      def stamp
        @stamp ||= Digest::SHA256.hexdigest(JSON.generate([Summary::VERSION, rows.stamp, settings.updated_at.to_f, zone.name]))[0, 20]
      end

      # Plans a job where what was kept of it is stale, and keeps that.
      # @param record [Job]
      # @return [Job] the same
      def renew(record)
        return Planning.new(settings, job_id: record.id, rows: rows).renew(record) unless record.id == @job_id

        record.tap { record.summarise(Summary.of(fresh_desk_of(record.document)), stamp) if record.stale?(stamp) }
      end

      # A job's calendar as it was written last, or written now.
      # @param record [Job]
      # @return [String]
      def calendar(record)
        record.calendar || Formats::Calendar.new(record, zone, Words::Wording.new(settings.units, settings.dates)).to_s.tap { |text| record.keep_calendar(text) }
      end

      # How this job's planned batches stand.
      # @return [Mixed]
      def mixed
        @mixed ||= Mixed.of(@job_id)
      end

      def finder
        @finder ||= begin
          known = {}
          found = Shelf.finder { |id| rows.sheet(id.to_i) }
          ->(id) { known.fetch(id) { known[id] = found.call(id) } }
        end
      end

      def_delegators :rows, :tools, :own_steps, :sheet_choices, :findings

      # What the shop found for itself, but not on this very job: that goes on as it was planned.
      # @return [Work::Own]
      def own
        rows.own(job_id)
      end

      def zone
        @zone ||= Document::Zones.of(settings.zone)
      end

      # Sheets of the shelf with their ids, those whose numbers can be used.
      # @return [Array<Array(String, Sheet)>]
      def named_sheets
        @named_sheets ||= records.filter_map { |record| (sheet = usable(record)) && [record.id.to_s, sheet] }
      end

      # @param id [String] of a sheet
      # @return [String] "" where there is none
      def called(id)
        rows.sheet(id.to_i)&.name.to_s
      end

      # @param id [String] of a sheet
      # @return [String, nil] what it is called, where it is out of the way
      def retired(id)
        record = id.match?(/\A\d{1,15}\z/) ? rows.sheet(id.to_i) : nil
        record.name if record&.retired
      end

      # The same with what suits a work first.
      # @param kind [Work::Kind]
      def suited_choices(kind)
        best = records.group_by(&:resin).transform_values { |all| all.filter_map { |one| kind.suited(one.purposes.map(&:to_sym)) }.min }
        sheet_choices.sort_by.with_index { |(resin, _), i| [best[resin] || Float::INFINITY, i] }.to_h
      end

      # When the shop works, and with how many.
      # @return [Document::Crew]
      def crew
        @crew ||= Document::Crew.of(settings)
      end

      # @return [Array<Sheet>]
      def shelf
        named_sheets.map(&:last)
      end

      # When other jobs leave fewer hands than this one works with: as it was kept when those were planned.
      # @param document [Hash]
      # @return [Others::Taken]
      def taken(document)
        Others.taken(others, crew, document)
      end

      # A job planned around what others do, and not kept: off their hands, off what they share with it and off the dust of either, where
      # that costs no window.
      # @param works [Array<Plan::Together::Work>] of others
      # @return [Document::JobDesk]
      def desk_around(document, works)
        around(document, works).last
      end

      # @return [Settings]
      def settings
        @settings ||= rows.settings
      end

      # @return [ShopRows]
      def rows
        @rows ||= ShopRows.now
      end

      private

      # Those that a new job may take.
      def records
        rows.sheets.reject(&:retired)
      end

      def usable(record)
        Shelf.core(record)
      rescue InputError
        nil
      end

      def others
        @others ||= Others.works(Job.beside(@job_id))
      end

      def shop(document, found = nil)
        found ||= document["chain"] == "yes" ? clear_of_others(document) : Others::NOTHING
        Document::Crew.of(settings, taken: rows.appointments + found.spans, named: found.named)
      end

      # What a job keeps clear of that is to keep clear of others.
      # @return [Others::Taken]
      def clear_of_others(document)
        CLEAR.recall([planned_part(document), stamp, mixed.digest, taken(document), others.select(&:thing), Others.shared]) do
          found, desk = around(document, others)
          # Planned so already: not once more.
          MADE.keep(key(planned_part(document)), desk.made)
          found
        end
      end

      # @return [Array(Others::Taken, Document::JobDesk)] what it keeps clear of, and its plan so
      def around(document, works)
        shared = Others.shared
        first = ways = [taken = Others.taken(works, crew, document), desk_clear_of(document, taken)]
        TRIES.times do
          span = Others.in_the_way(things_of(ways.last), works, shared) or break
          @gave_way = true
          ways = [taken = taken.and_not(*span), desk_clear_of(document, taken)]
        end
        kept?(ways.last) || !kept?(first.last) ? ways : first
      end

      def kept?(desk)
        desk.schedule&.kept?
      end

      def desk_clear_of(document, taken)
        (@clear_of ||= {})[[document, taken]] ||= planned(document, taken: taken)
      end

      # What it is still to take of things that are shared.
      def things_of(desk)
        @things_of ||= {}.compare_by_identity
        @things_of[desk] ||= (Summary.of(desk)["events"] || []).reject { |event| event["real"] }
          .flat_map { |event| Others.things(@job_id || 0, event, event["key"]) }
      end

      def key(document)
        [document, stamp, mixed.digest, (taken(document) if document["chain"] == "yes"),
          (Time.now.to_i / FORECAST_S if document["room_mode"] == "weather")]
      end

      # Read and planned once for all documents that plan the same.
      def planned_alike(document)
        desk = READ.recall(key(planned_part(document))) { planned(document) }
        desk.document == document ? desk : desk.called(document)
      end

      def planned(document, plan: true, go_on: nil, taken: nil)
        Document::JobDesk.new(document, sheets: finder, tools: tools, shelf: -> { shelf }, own: own, shop: shop(document, taken),
          forecast: Forecasts.method(:at), happened: mixed.happened, measured: mixed.measured, off: mixed.all_off, plan: plan, go_on: go_on,
          **(plan && go_on.nil? && taken.nil? ? remembered(document) : {}))
      end

      # What is known already of a document that plans the same: its plan, and what pages made of it.
      def remembered(document)
        part = key(planned_part(document))
        { made: ->(&plan_it) { MADE.recall(part, &plan_it) }, kept: PRINTED.recall(part) { Memo.new(Document::JobDesk::MOST_KEPT) } }
      end

      # What a plan is made from.
      def planned_part(document)
        document.reject { |name, _| UNPLANNED.match?(name) }
      end
    end
  end
end
