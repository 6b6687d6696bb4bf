# frozen_string_literal: true

module Dakren
  module Drawings
    # Time to the right: the coat's states as it ages, each change with its early and late, the room's
    # temperature below, and where now is.
    class CureLine
      WIDTH = 1216
      LEFT = 92
      RIGHT = 1196
      LANE_TOP = 86
      LANE_HIGH = 34
      SLIM_TOP = 28
      # Height and gap of a lane, by how many there are at most.
      SLIM = { 3 => [24, 8], 5 => [17, 6], 12 => [14, 5], Float::INFINITY => [10, 4] }.freeze
      ROOM_HIGH = 30
      WORDS_LONGEST = 12
      LONG_WAIT_MIN = 600
      # A break that is no night.
      LONG_NIGHT_MIN = 240
      MOST_BATCHES = 80
      OFF = "#dfe4e1"
      FLAGS = { recoat_opens: "tacky", recoat_closes: "recoat closes", sandable: "hard" }.freeze

      # @param coats [Array<Plan::Entry>] one lane each
      # @param room [Cure::Profile] from the start of the job
      # @param start [Time] when the first cup is mixed
      # @param wording [Words::Wording]
      # @param now [Time] @param zone [#local] the job is in
      def initialize(coats, room:, start:, wording:, now:, hours: nil, entries: [], zone: Time)
        @coats = coats
        @room = room
        @hours = hours
        @steps = entries.reject(&:coat?)
        @lanes = coats.map { |coat| Plan::Lane.of(coat) }
        @slim = SLIM.find { |most, _| coats.size <= most }.last
        @room_top = lane_top(coats.size - 1) + lane_high + 14
        @height = @room_top + ROOM_HIGH + 20
        @wording = wording
        @now = now
        @start = start
        # A job that begins days on is drawn from where it begins, one that was begun sooner from there.
        first = [*coats, *@steps].map(&:from_min).min
        @zero = first > LONG_WAIT_MIN ? first - 60 : [first, 0.0].min
        until_min = coats.zip(@lanes).map { |coat, lane| coat.from_min + lane.until_min }.max
        # Where no clock is changed on the way, minutes need only be counted on.
        @even_clock = start.utc_offset == (start + (until_min * 60)).utc_offset
        @axis = TimeAxis.new(start + (@zero * 60), until_min - @zero, left: LEFT, right: RIGHT, zone: zone)
      end

      # @return [String] the key to it
      def legend
        Ramp.legend(assumed: @lanes.any?(&:assumed?))
      end

      def to_s
        svg = Svg.new(WIDTH, @height,
          label: "Cure line from #{@wording.clock(@axis.start)}, #{@coats.size} #{@coats.size == 1 ? "lane" : "lanes"}",
          css: "drawing cure-line")
        draw_hours(svg) if @hours
        draw_grid(svg)
        draw_room(svg)
        @coats.each_index { |i| draw_lane(svg, i) }
        @steps.each { |entry| draw_step(svg, entry) }
        @coats.each_index { |i| draw_batches(svg, i) }
        single? ? draw_flags(svg) : @coats.each_index { |i| draw_doubt(svg, i) }
        draw_now(svg)
        svg.to_s
      end

      private

      # Pixel of a minute of the job.
      def x(minute)
        @axis.x(minute - @zero)
      end

      def until_min
        @axis.until_min + @zero
      end

      def single?
        @coats.size == 1
      end

      def lane_top(index)
        single? ? LANE_TOP : SLIM_TOP + (index * @slim.sum)
      end

      def lane_high
        single? ? LANE_HIGH : @slim[0]
      end

      def draw_grid(svg)
        @axis.midnights.map { |minute, _time| @axis.x(minute) }.each do |x|
          svg.line(x, 20, x, @height - 16, stroke: Ramp::RULE, stroke_width: 2)
        end
        top = lane_top(0) - 6
        @axis.ticks.each do |minute, time|
          x = @axis.x(minute)
          svg.line(x, top, x, @height - 16, stroke: Ramp::GRID)
          words = @axis.by_days? ? time.strftime("%a %-d") : @wording.dates.hour(time)
          svg.text(x, @height - 4, words, text_anchor: "middle", class: "t-small")
        end
        day_names(svg)
      end

      def day_names(svg)
        starts = [[0.0, @axis.start], *@axis.midnights]
        starts.each_with_index do |(minute, time), i|
          following = starts[i + 1]&.first || @axis.until_min
          wide = @axis.x(following) - @axis.x(minute)
          next if wide < 74

          svg.text(@axis.x(minute) + 6, 13, (wide < 160 ? @wording.dates.day(time) : @wording.dates.long_day(time)), class: "t-label")
        end
      end

      def draw_lane(svg, index)
        coat = @coats[index]
        top = lane_top(index)
        svg.text(LEFT - 10, top + (lane_high / 2) + 5, lane_name(index), text_anchor: "end", class: "t-label")
        svg.group(class: coat.real ? "lane" : "lane drag", data_drag: "f-wi_start", data_step: px_an_hour, data_along: "x") do
          @lanes[index].stretches.each { |stretch| draw_stretch(svg, coat, stretch, top) }
        end
      end

      def draw_stretch(svg, coat, stretch, top)
        from = coat.from_min + stretch.from
        to = coat.from_min + stretch.to if stretch.to
        return if from >= until_min

        Ramp.stretch(svg, stretch, from: clock(from), to: to && clock(to), at: [x(from), top, x(to || until_min) - x(from), lane_high])
      end

      # Pixels an hour takes.
      def px_an_hour
        x(@zero + 60) - x(@zero)
      end

      # Nights, breaks and days off.
      def draw_hours(svg)
        at = @zero
        spans = @hours.open_until(until_min).select { |_, to| to > @zero }
        return if spans.empty? || (spans.first[0] <= @zero && spans.first[1] >= until_min)

        [*spans, [until_min, nil]].each do |from, to|
          svg.rect(x(at), lane_top(0) - 6, x(from) - x(at), @room_top + ROOM_HIGH - lane_top(0) + 6, fill: OFF) if from > at
          evening(svg, x(at)) if from - at > LONG_NIGHT_MIN && at > @zero
          at = to || from
        end
      end

      # The end of a day's work: dragged, the day is longer.
      def evening(svg, left)
        top = lane_top(0) - 6
        svg.group(class: "drag evening", data_drag: "f-wi_late", data_step: px_an_hour, data_along: "x") do
          svg.note("the end of the day: drag it to work longer")
          svg.rect(left - 4, top, 8, @room_top + ROOM_HIGH - top, fill: "transparent")
          svg.rect(left - 1.5, top, 3, 14, fill: Ramp::PRESS)
        end
      end

      # What is done beside the coats, as a mark on the lane of its task.
      def draw_step(svg, entry)
        index = @coats.rindex { |coat| coat.task.equal?(entry.task) && coat.number == entry.number && coat.section == entry.section } ||
          @coats.rindex { |coat| coat.task.equal?(entry.task) } or return
        return if entry.from_min > until_min

        left = x([entry.from_min, 0].max)
        wide = [x(entry.to_min) - left, 3].max
        svg.group(class: "stretch") do
          svg.note("#{entry.label} #{clock(entry.from_min)}")
          svg.rect(left, lane_top(index) - 5, wide, 5, fill: entry.missed ? Ramp::STOP : Ramp::INK)
        end
      end

      # Each batch from mixing to the work, thin on the lane's foot.
      def draw_batches(svg, index)
        coat = @coats[index]
        coat.plan.batches.first(MOST_BATCHES).each do |batch|
          from = x(coat.from_min + batch.mix_from)
          svg.group(class: "batch", data_batch: "#{coat.task.id}-#{coat.number}-#{coat.section}-#{batch.number}") do
            svg.note("batch #{batch.number} mixed #{clock(coat.from_min + batch.mix_from)}, on the work " \
                     "#{clock(coat.from_min + batch.done_at)}")
            svg.rect(from, lane_top(index), [x(coat.from_min + batch.done_at) - from, 2].max, lane_high, fill: "transparent")
          end
        end
      end

      def lane_name(index)
        return @coats.first.task.kind.pours ? "1 pour" : "1 coat" if single?

        coat = @coats[index]
        number = coat.of > 1 ? " #{coat.number}" : ""
        "#{index + 1} #{short(coat.task.kind.label.split(",").first, WORDS_LONGEST - number.size)}#{number}"
      end

      # As many whole words as there is room for.
      def short(words, most)
        words.split.inject { |so_far, word| so_far.size + word.size < most ? "#{so_far} #{word}" : (break so_far) }
      end

      # When it opens, closes and hardens: early to late as a thin bar under the lane.
      def draw_doubt(svg, index)
        coat = @coats[index]
        y = lane_top(index) + lane_high + 3
        FLAGS.each_key do |stage|
          band = coat.stage(stage)
          next unless band&.early && band.early < until_min

          to = band.late || until_min
          svg.group(class: "stretch") do
            svg.note("#{FLAGS.fetch(stage)} #{clock(band.early)} to #{band.late ? clock(band.late) : "?"}")
            svg.line(x(band.early), y, x(to), y, stroke_width: 2)
            svg.line(x(band.early), y - 2, x(band.early), y + 2, stroke_width: 1.5)
            svg.line(x(to), y - 2, x(to), y + 2, stroke_width: 1.5)
          end
        end
      end

      # Early to late as a bracket over the lane, words above it, on the first row that is free.
      def draw_flags(svg)
        taken = Array.new(3, -1000.0)
        flags.each do |words, from, to|
          at = [from, RIGHT - (words.length * 7.0)].min
          row = taken.index { |end_| end_ < at } || (taken.size - 1)
          taken[row] = [to, at + (words.length * 7.2)].max + 8
          bracket(svg, from, to, 28 + (row * 18))
          svg.text(at, 26 + (row * 18), words, class: "t-small")
        end
      end

      # Words, and where they begin and end, of each flag that falls into the drawing.
      def flags
        FLAGS.filter_map do |stage, word|
          coat = @coats.first
          band = stage == :sandable ? coat.hard : coat.stage(stage)
          next unless band&.early && band.early < until_min

          ["#{word} #{clock(band.early)}–#{band.late ? clock(band.late, after: band.early) : "?"}", x(band.early),
            x(band.late || until_min)]
        end
      end

      def bracket(svg, from, to, y)
        svg.line(from, y + 3, to, y + 3, stroke_width: 2)
        svg.line(from, y + 3, from, LANE_TOP, stroke_width: 1)
        svg.line(to, y + 3, to, LANE_TOP, stroke_width: 1, stroke_dasharray: "2 2")
      end

      def draw_room(svg)
        points = room_points
        low, high = points.map(&:last).minmax
        if high - low < 2
          low -= 1
          high += 1
        end
        level = ->(temp) { @room_top + ROOM_HIGH - 6 - ((ROOM_HIGH - 12) * (temp - low) / (high - low)) }
        svg.text(LEFT - 10, @room_top + 14, "room", text_anchor: "end", class: "t-label")
        svg.text(LEFT - 10, @room_top + 28, @wording.span_of_degrees(points.map(&:last).minmax), text_anchor: "end", class: "t-small")
        line = points.map { |minute, temp| [x(minute), level.call(temp)] }
        svg.group(class: "drag", data_drag: "f-wi_room", data_step: -(ROOM_HIGH - 12) / (high - low).to_f.clamp(1, 12), data_along: "y") do
          svg.note("the room: drag it up or down to try a temperature")
          svg.shape(line, closed: false, fill: "none", stroke: "transparent", stroke_width: 16)
          svg.shape(line, closed: false, fill: "none", stroke: Ramp::INK, stroke_width: 1.6)
          svg.tag(:circle, cx: line.first[0], cy: line.first[1], r: 5, fill: "white", stroke: Ramp::PRESS, stroke_width: 2.5)
        end
      end

      def room_points
        inside = @room.points.map(&:first).select { |minute| minute > @zero && minute < until_min }
        [@zero, *inside, until_min].map { |minute| [minute, @room.at(minute)] }
      end

      def draw_now(svg)
        minute = (@now - @start) / 60
        return unless minute.between?(@zero, until_min)

        left = x(minute)
        svg.line(left, 18, left, @height - 16, stroke: Ramp::STOP, stroke_width: 2)
        svg.text(left + 5, @height - 20, "now #{@wording.dates.hour(@now)}", class: "t-small")
      end

      # "14:10", with the day where it is another than the first one drawn, or than that of another minute.
      def clock(minute, after: nil)
        return zoned_clock(minute, after) unless @even_clock

        day, minute_of_day = day_and_minute(minute)
        words = @wording.dates.minute_of_day(minute_of_day)
        day == day_and_minute(after || @zero)[0] ? words : "#{Date::ABBR_DAYNAMES[(@start.wday + day) % 7]} #{words}"
      end

      # Days since the start's own, and minutes since midnight.
      def day_and_minute(minute)
        ((@start.hour * 3600) + (@start.min * 60) + @start.sec + (minute * 60)).floor.div(60).divmod(1440)
      end

      def zoned_clock(minute, after)
        time = @start + (minute * 60)
        before = after ? @start + (after * 60) : @axis.start
        before.to_date == time.to_date ? @wording.dates.hour(time) : @wording.clock(time)
      end
    end
  end
end
