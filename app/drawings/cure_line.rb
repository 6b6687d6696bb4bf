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
      ROOM_TOP = 142
      ROOM_HIGH = 44
      HEIGHT = 214
      FLAGS = { recoat_opens: "tacky", recoat_closes: "recoat closes", sandable: "hard" }.freeze

      # @param plan [Line::CoatPlan]
      # @param start [Time] when the first cup is mixed
      # @param wording [Desk::Wording]
      # @param now [Time]
      def initialize(plan, start:, wording:, now:)
        @plan = plan
        @lane = Line::Lane.new(plan)
        @wording = wording
        @now = now
        @axis = TimeAxis.new(start, @lane.until_min, left: LEFT, right: RIGHT)
      end

      def to_s
        svg = Svg.new(WIDTH, HEIGHT, label: "Cure line from #{@axis.start.strftime("%a %H:%M")}", css: "drawing cure-line")
        draw_grid(svg)
        draw_room(svg)
        draw_lane(svg)
        draw_flags(svg)
        draw_now(svg)
        svg.to_s
      end

      private

      def draw_grid(svg)
        @axis.midnights.map { |minute, _time| @axis.x(minute) }.each { |x| svg.line(x, 20, x, HEIGHT - 22, stroke: Ramp::RULE, stroke_width: 2) }
        @axis.ticks.each do |minute, time|
          x = @axis.x(minute)
          svg.line(x, LANE_TOP - 6, x, HEIGHT - 22, stroke: Ramp::GRID)
          svg.text(x, HEIGHT - 6, time.strftime(@axis.until_min > 2880 * 2 ? "%a %-d" : "%H:%M"), text_anchor: "middle", class: "t-small")
        end
        day_names(svg)
      end

      def day_names(svg)
        starts = [[0.0, @axis.start], *@axis.midnights]
        starts.each_with_index do |(minute, time), i|
          following = starts[i + 1]&.first || @axis.until_min
          wide = @axis.x(following) - @axis.x(minute)
          next if wide < 74

          svg.text(@axis.x(minute) + 6, 13, time.strftime(wide < 160 ? "%a %-d %b" : "%A %-d %B"), class: "t-label")
        end
      end

      def draw_lane(svg)
        svg.text(LEFT - 10, LANE_TOP + 22, "1 coat", text_anchor: "end", class: "t-label")
        @lane.stretches.each do |stretch|
          to = stretch.to || @axis.until_min
          svg.group(class: "stretch") do
            svg.note("#{Ramp::BY_STATE.fetch(stretch.state).label} from #{clock(stretch.from)}#{stretch.to ? " to #{clock(stretch.to)}" : " on"}")
            svg.rect(@axis.x(stretch.from), LANE_TOP, @axis.x(to) - @axis.x(stretch.from), LANE_HIGH, fill: Ramp.fill(stretch.state), stroke: Ramp::INK)
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
          band = @plan.stage(stage) || (stage == :sandable ? @plan.stage(:handle) : nil)
          next unless band&.early && band.early < @axis.until_min

          ["#{word} #{clock(band.early)}–#{band.late ? clock(band.late, after: band.early) : "?"}", @axis.x(band.early), @axis.x(band.late || @axis.until_min)]
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
        level = ->(temp) { ROOM_TOP + ROOM_HIGH - 6 - ((ROOM_HIGH - 12) * (temp - low) / (high - low)) }
        svg.text(LEFT - 10, ROOM_TOP + 18, "room", text_anchor: "end", class: "t-label")
        svg.text(LEFT - 10, ROOM_TOP + 33, @wording.span_of_degrees(points.map(&:last).minmax), text_anchor: "end", class: "t-small")
        svg.shape(points.map { |minute, temp| [@axis.x(minute), level.call(temp)] }, closed: false, fill: "none", stroke: Ramp::INK, stroke_width: 1.6)
      end

      def room_points
        room = @plan.order.room
        inside = room.points.map(&:first).select { |minute| minute.positive? && minute < @axis.until_min }
        [0.0, *inside, @axis.until_min].map { |minute| [minute, room.at(minute)] }
      end

      def draw_now(svg)
        minute = (@now - @axis.start) / 60
        return unless minute.between?(0, @axis.until_min)

        x = @axis.x(minute)
        svg.line(x, 18, x, HEIGHT - 22, stroke: Ramp::STOP, stroke_width: 2)
        svg.text(x + 5, HEIGHT - 26, "now #{@now.strftime("%H:%M")}", class: "t-small")
      end

      def clock(minute, after: nil)
        time = @axis.start + (minute * 60)
        before = after && (@axis.start + (after * 60))
        same_day = before ? before.to_date == time.to_date : time.to_date == @axis.start.to_date
        time.strftime(same_day ? "%H:%M" : "%a %H:%M")
      end
    end
  end
end
