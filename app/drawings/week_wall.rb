# frozen_string_literal: true

module Dakren
  module Drawings
    # All jobs on one wall of time: whose hands are taken when, above; a lane for each coat, from when it is laid until it is ready, below.
    class WeekWall
      WIDTH = 1216
      LEFT = 168
      RIGHT = 1204
      TOP = 26
      HAND_HIGH = 24
      LANE_HIGH = 11
      LANE_STEP = 16.5
      JOB_GAP = 7
      JOB_LEAST = 37
      FOOT = 22
      READY_WIDE = 7
      MOST_LANES = 14
      NAME_LONGEST = 23
      PRESS_HIGH = 32
      # A label on a stretch of work needs so much for each letter, px.
      LETTER = 7.2
      NIGHT = "#dce3df"
      CLASH = "#f1d3d6"
      NAMES = ["you", "second pair", "third pair", "fourth pair", "fifth pair"].freeze

      # @param week [Stores::Week] @param bands [Array<Array(Integer, Integer)>] working hours @param zone [ActiveSupport::TimeZone]
      # @param now [Time] @param paper [Boolean] is it for paper, where nothing is pressed or dragged?
      def initialize(week, bands, wording, zone:, now:, paper: false)
        @paper = paper
        @week = week
        @wording = wording
        @zone = zone
        @now = now
        @axis = DayAxis.new(week.first, week.days, bands, zone: zone, left: LEFT, right: RIGHT)
        @rows = week.together.rows
        @jobs_top = TOP + (@rows.size * HAND_HIGH) + 14
      end

      def to_s
        svg = Svg.new(WIDTH, height, label: "#{@week.jobs.size} jobs from #{@wording.dates.day(@week.from)} on, #{@week.days} days",
          css: "drawing week-wall", role: "group", data_axis: JSON.generate(@axis.points.map { |time, x| [time.to_i, x.round(2)] }),
          data_zone: @zone.tzinfo.name, data_halves: @wording.dates.hour(@now).match?(/m/i).to_s)
        draw_days(svg)
        @week.together.clashes.each { |clash| draw_clash(svg, clash) }
        @rows.each_with_index { |row, i| draw_hands(svg, row, i) }
        svg.line(0, @jobs_top - 8, RIGHT, @jobs_top - 8, stroke_width: 2)
        each_job { |line, top, high| draw_job(svg, line, top, high) }
        draw_now(svg)
        svg.to_s
      end

      private

      # @yieldparam line [Stores::Week::Line] @yieldparam top [Numeric] @yieldparam high [Numeric]
      def each_job
        top = @jobs_top
        @week.jobs.each do |line|
          high = [([lanes(line).size, 1].max * LANE_STEP) + JOB_GAP, JOB_LEAST].max
          yield line, top, high if block_given?
          top += high
        end
        top
      end

      def lanes(line)
        line.coats.first(MOST_LANES)
      end

      def height
        @height ||= each_job + FOOT
      end

      def draw_days(svg)
        @axis.nights.each { |from, to| svg.rect(from, TOP - 4, to - from, height - TOP - FOOT + 8, fill: NIGHT) }
        @axis.ticks.each do |time, x|
          svg.line(x, TOP - 4, x, height - FOOT + 4, stroke: Ramp::GRID)
          svg.text(x, height - 6, @wording.dates.hour(time).delete_suffix(":00"), text_anchor: "middle", class: "t-small")
        end
        @axis.midnights.each_cons(2) do |(day, from), (_, to)|
          words = to - from > 120 ? @wording.dates.day(midnight(day)) : midnight(day).strftime("%a %-d")
          svg.text((from + to) / 2, 14, words, text_anchor: "middle", class: "t-label")
        end
      end

      def midnight(day)
        @zone.local(day.year, day.month, day.day)
      end

      # Where more hands are wanted than there are: a place in time.
      def draw_clash(svg, clash)
        from, to = span(clash.from, clash.to, 3)
        svg.group(class: "clash") do
          svg.note("#{@wording.clock(time(clash.from))}: #{clash.wanted} pairs of hands wanted, #{clash.there} there")
          svg.rect(from, TOP - 4, to - from, height - TOP - FOOT + 8, fill: CLASH)
        end
      end

      def draw_hands(svg, row, index)
        top = TOP + (index * HAND_HIGH)
        svg.text(0, top + 16, row.name || pair(index), class: "t-label")
        row.taken.each { |taken| draw_taken(svg, taken, top) }
      end

      # A pair of hands nobody has named.
      def pair(index)
        unnamed = index - @rows.count(&:name)
        (NAMES[unnamed] || "pair #{unnamed + 1}").sub(/\A./, &:upcase)
      end

      def draw_taken(svg, taken, top)
        from, to = span(taken.from, taken.to, 2)
        what = called(taken.work)
        svg.group(class: "stretch") do
          svg.note("#{what} #{@wording.clock(time(taken.from))} to #{@wording.dates.hour(time(taken.to))}" \
                   "#{", wanted elsewhere too" if taken.twice}")
          svg.rect(from, top + 1, to - from, HAND_HIGH - 6, **look(taken))
          words = short_name(taken.work)
          room = to - from > (words.length * LETTER) + 6
          if room
            svg.text((from + to) / 2, top + 15, words, text_anchor: "middle", class: "t-small",
**(light?(taken) ? { fill: Ramp::PAPER } : {}))
          end
        end
      end

      # What is wanted twice is hatched in red, an appointment only outlined.
      def look(taken)
        return { fill: Ramp.fill(:mixing), stroke: Ramp::STOP, stroke_width: 2 } if taken.twice

        light?(taken) ? { fill: Ramp::INK } : { fill: Ramp::PAPER, stroke: Ramp::INK, stroke_dasharray: "3 2" }
      end

      def light?(taken)
        !taken.twice && !taken.work.job.nil?
      end

      def called(work)
        return work.about.label if work.job.nil?

        line, event = work.about
        "#{line.job.title(40)}: #{event["label"]}"
      end

      def short_name(work)
        name = work.job.nil? ? work.about.label : work.about.first.job.title(40)
        name[/\A[^,:]{0,24}/].split.last.to_s
      end

      def draw_job(svg, line, top, high)
        svg.line(0, top + high - 6, RIGHT, top + high - 6, stroke: Ramp::RULE)
        name = -> { svg.text(0, top + 13, shortened(line.job.title(60)), class: "t-label week-name") }
        @paper ? name.call : svg.link("/jobs/#{line.job.id}") { pressed(svg, top).then { name.call } }
        svg.text(0, top + 28, sub(line), class: "t-small")
        lanes(line).each_with_index { |coat, i| draw_lane(svg, line, coat, top + (i * LANE_STEP), lead: coat.equal?(line.coats.first)) }
        line.steps.each { |step| draw_step(svg, step, top + (row_of(line, step) * LANE_STEP)) }
        more = line.coats.size - MOST_LANES
        svg.text(LEFT, top + high - 10, "and #{more} more coats", class: "t-small") if more.positive?
      end

      # As large as a finger wants it, also where the wall is drawn smaller.
      def pressed(svg, top)
        svg.rect(0, top, LEFT - 6, PRESS_HIGH, fill: "transparent")
      end

      def shortened(words)
        return words if words.length <= NAME_LONGEST

        head = words.split(",").first
        head.length <= NAME_LONGEST ? head : "#{words[0, NAME_LONGEST - 1].sub(/[\s,]+\S*\z/, "")} …"
      end

      # "3 coats · next 09:00"
      def sub(line)
        following = line.events.find { |event| !event["real"] && event["from"] >= @now.to_i }
        coats = line.coats.map { |coat| coat.values_at("task", "coat") }.uniq.size
        ["#{coats} #{coats == 1 ? "coat" : "coats"}", following && "next #{@wording.clock(time(following["from"]))}"].compact.join(" · ")
      end

      # The lane a step stands at: the last coat that was begun before it.
      def row_of(line, step)
        lanes(line).rindex { |coat| coat["from"] <= step["from"] } || 0
      end

      def draw_lane(svg, line, coat, top, lead:)
        fixed = coat["real"] || @paper
        on = fixed ? {} : handle(line, coat, lead)
        draw_window(svg, coat, top)
        svg.group(class: fixed ? "week-lane" : "week-lane drag", **on) do
          coat["lane"].each { |state, from, to, assumed| draw_stretch(svg, coat, [state.to_sym, from, to, assumed], top) }
          draw_ready(svg, coat, top)
        end
      end

      # What is taken hold of: by mouse, finger or keys.
      def handle(line, coat, lead)
        says = "#{line.job.title(40)}, #{coat["label"]}, #{@wording.clock(time(coat["from"]))}"
        says += ": arrow keys move it, Enter drops it"
        says += "; the whole job goes with it" if lead && !line.begun?
        { tabindex: 0, role: "button", aria_label: says, data_job: line.job.id, data_task: coat["task"], data_coat: coat["coat"],
          data_section: coat["section"], data_from: coat["from"] }
      end

      def draw_stretch(svg, coat, stretch, top)
        state, from, to, assumed = stretch
        ends = to || [coat["ready"], from].compact.max
        return if from >= @week.to.to_i || ends <= @week.from.to_i || ends <= from

        left, right = span(from, ends, 1)
        svg.group(class: "stretch") do
          svg.note("#{coat["label"]} #{Ramp::BY_STATE.fetch(state).label} #{@wording.clock(time(from))} to #{@wording.clock(time(ends))}" \
                   "#{", as is usual for such mixes" if assumed}")
          svg.rect(left, top, right - left, LANE_HIGH, fill: Ramp.fill(state), stroke: Ramp::INK,
**(assumed ? { fill_opacity: Ramp::PALE } : {}))
        end
      end

      # When it may go on: a bracket at its foot.
      def draw_window(svg, coat, top)
        return unless coat["opens"] && coat["shut"] && coat["shut"] > @week.from.to_i && coat["opens"] < @week.to.to_i

        left, right = span(coat["opens"], coat["shut"], 2)
        y = top + LANE_HIGH + 3
        svg.group(class: "stretch") do
          svg.note("window #{@wording.clock(time(coat["opens"]))} to #{@wording.clock(time(coat["shut"]))}")
          svg.line(left, y, right, y, stroke_width: 1.5)
          [left, right].each { |x| svg.line(x, y - 3, x, y + 3, stroke_width: 1.5) }
        end
      end

      def draw_ready(svg, coat, top)
        ready = coat["ready"]
        return unless ready&.between?(@week.from.to_i, @week.to.to_i)

        svg.group(class: "stretch") do
          svg.note("#{coat["label"]} surely hard #{@wording.clock(time(ready))}")
          svg.rect(@axis.x(ready), top - 1, READY_WIDE, LANE_HIGH + 2, fill: Ramp.fill(:hard))
        end
      end

      def draw_step(svg, step, top)
        left, right = span(step["from"], step["to"], 2)
        svg.group(class: "stretch") do
          svg.note("#{step["label"]} #{@wording.clock(time(step["from"]))}")
          svg.rect(left, top - 4, right - left, 3, fill: Ramp::INK)
        end
      end

      def draw_now(svg)
        return unless @now.between?(@week.from, @week.to)

        x = @axis.x(@now)
        svg.line(x, TOP - 8, x, height - FOOT + 6, stroke: Ramp::STOP, stroke_width: 2)
        svg.text(x + 4, height - FOOT + 2, "now #{@wording.dates.hour(@now)}", class: "t-small")
      end

      # @return [Array(Float, Float)] pixels, never less than so wide
      def span(from, to, least)
        left = @axis.x(from)
        [left, [@axis.x(to), left + least].max]
      end

      def time(seconds)
        @zone.at(seconds)
      end
    end
  end
end
