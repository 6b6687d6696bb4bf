# frozen_string_literal: true

module Dakren
  module Rooms
    # Small changes that would make a plan keep all its windows, each tried on the real job, with what it costs.
    class Offers
      # words: what is changed; cost: what comes of it; key: to take it; document: the job after it.
      Offer = Value.define(:key, :words, :cost, :document, :over_min)
      MOST = 6
      WARMER_C = [2, 4, 6, 8].freeze
      LONGER_H = [1, 2, 3].freeze
      # Seconds after which no further change is tried.
      PATIENCE_S = 1.5

      attr_reader :stopped_early

      KEPT = Memo.new(60)

      # What would make a job fit, looked for beside all else while its page is read.
      # @param planning [Stores::Planning] of the job
      # @return [Offers, nil] nil while it is looked for
      def self.soon(desk, wording, planning)
        key = [desk.document, planning.stamp, wording.key]
        return KEPT.known(key) if KEPT.known(key)

        looked = lambda do |go_on|
          found = new(desk, wording, planning.named_sheets, go_on: go_on) { |document| planning.apart.desk_of(document) }
          KEPT.keep(key, found) if found.all && go_on.call
        end
        Stores::Further.looking?([:offers, planning.job_id], key, &looked)
        KEPT.known(key)
      end

      # @param desk [Document::JobDesk] @param wording [Words::Wording] @param sheets [Array<Array(String, Sheet)>] id and sheet of the
      #   shelf @param go_on [#call] is it still wanted?
      # @yieldparam document [Hash] @yieldreturn [Document::JobDesk]
      def initialize(desk, wording, sheets, go_on: -> { true }, &make)
        @desk = desk
        @wording = wording
        @sheets = sheets
        @go_on = go_on
        @make = make
      end

      # @return [Array<Offer>] the soonest first
      def all
        @all ||= found_in_time
      end

      # @param key [String] of an offer
      # @return [Hash, nil] the document with that change
      def document(key)
        changes.flat_map(&:to_a).find { |name, *| name == key }&.last
      end

      private

      def found_in_time
        deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + PATIENCE_S
        found = []
        changes.each do |group|
          if Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline || !@go_on.call
            @stopped_early = true
            break
          end
          found << group.lazy.filter_map { |key, words, document| tried(key, words, document) }.first
        end
        found.compact.sort_by { |offer| offer.over_min || Cure::HORIZON_MIN }.first(MOST)
      end

      # Groups of changes; of each the smallest that works is offered.
      def changes
        [abrading, warmer, longer, earlier, *hardeners, *blends, helper, off_days]
      end

      def tried(key, words, document)
        desk = @make.call(document)
        return unless desk.schedule&.kept? && desk.coats.size >= @desk.coats.size && in_time?(desk)

        Offer.new(key: key, words: words, cost: cost(desk), document: document, over_min: desk.schedule.hand_over_min)
      end

      def in_time?(desk)
        !desk.back? || desk.deadline.nil? || (desk.schedule.hand_over_min && desk.schedule.hand_over_min <= desk.minute_of(desk.deadline))
      end

      def cost(desk)
        parts = ["ready #{Words::Because.new(desk, @wording).hand_over}"]
        sanding = desk.schedule.sanding_min - @desk.schedule.sanding_min
        parts << "#{@wording.minutes(sanding)} more sanding" if sanding >= 1
        cups = desk.coats.sum { |coat| coat.plan.batches.size } - @desk.coats.sum { |coat| coat.plan.batches.size }
        parts << "#{cups.abs} #{cups.positive? ? "more" : "fewer"} #{cups.abs == 1 ? "batch" : "batches"}" unless cups.zero?
        parts.join(", ")
      end

      def document_with(**changes)
        @desk.document.merge(changes.transform_keys(&:to_s))
      end

      def figure(value, bare = nil)
        Document::AsTyped.new(typed: Check.plain(value), bare: bare).to_kept
      end

      def abrading
        strict = @desk.tasks.reject { |task| task.school == :either }
        return [] if strict.empty?

        [["abrade", "sand where the window is missed",
          strict.reduce(@desk.document) { |made, task| Document::Part.of(made, task.id).with("school" => "either") }]]
      end

      # The room held warmer until the last coat is hard.
      def warmer
        mean = @desk.room.at(0)
        bare = @wording.bare_temperature
        WARMER_C.map do |by|
          to = Measure::Units.from_core((mean + by).to_f, bare).round
          spell = { "heats" => (@desk.document["heats"] || []) + [[figure(0, :h), figure(24 * 7, :h), figure(to, bare)]] }
          ["warm-#{by}", "heat to at least #{to} °#{bare} for a week", @desk.document.merge(spell)]
        end
      end

      def longer
        LONGER_H.map { |hours| ["longer-#{hours}", "work #{hours} h longer in the evening", document_with(hours: Document::Crew.later_end(@desk.hours.bands, hours * 60))] }
      end

      # Begin in the morning of the same day, or the next; not where something has begun already.
      def earlier
        return [] if @desk.tasks.any? { |task| task.real.each_value.any? { |marks| marks.key?(:began) } }

        first = @desk.hours.bands.first[0]
        day = @desk.start
        morning, following = [day, day + 86_400].map { |time| @desk.zone.local(time.year, time.month, time.day, first / 60, first % 60) }
        [morning, following].reject { |time| time == day }.map do |time|
          ["begin-#{time.strftime("%d%H")}", "begin #{@wording.clock(time)}", document_with(start: time.strftime("%Y-%m-%dT%H:%M"))]
        end
      end

      # The other hardeners of each task's resin.
      def hardeners
        @desk.tasks.filter_map(&:sheet).uniq.first(2).flat_map do |sheet|
          @sheets.select { |_, other| other.resin == sheet.resin && other.hardener != sheet.hardener }.map do |id, other|
            tasks = @desk.tasks.select { |task| task.sheet && task.sheet.name == sheet.name }
            [["sheet-#{id}", "take #{other.name}", Document::JobDocument.with_sheet(@desk.document, tasks.map(&:id), id)]]
          end
        end
      end

      # Half of each of two hardeners of a resin.
      def blends
        @desk.tasks.filter_map(&:sheet).uniq.first(1).flat_map do |sheet|
          same = @sheets.select { |_, other| other.resin == sheet.resin }
          tasks = @desk.tasks.select { |task| task.sheet&.resin == sheet.resin }
          same.combination(2).map do |(one, first), (two, second)|
            id = "blend-#{one}-#{two}-50"
            [["sheet-#{id}", "blend #{first.hardener} and #{second.hardener}, half and half",
              Document::JobDocument.with_sheet(@desk.document, tasks.map(&:id), id)]]
          end
        end
      end

      def helper
        [["people-#{@desk.people + 1}", "#{@desk.people + 1} people instead of #{@desk.people}",
          document_with(people: figure(@desk.people + 1))]]
      end

      def off_days
        [["no-days-off", "work through the days off", document_with(every_day: "yes")]]
      end
    end
  end
end
