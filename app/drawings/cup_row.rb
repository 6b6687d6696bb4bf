# frozen_string_literal: true

require_relative "ramp"

module Dakren
  module Drawings
    # Every cup of a plan, drawn to scale with the heights its two parts really reach.
    class CupRow
      HEIGHT = 76.0
      WIDEST = 96.0
      GAP = 18
      # A line of text, and a figure of it, px.
      TEXT_HIGH = 13
      FIGURE_WIDE = 7.3
      LEFT = 64
      ROOM = 300
      COLOURS = { resin: Ramp::RESIN, hardener: Ramp::HARDENER, mix: "#d9d3c0" }.freeze

      # @param plan [Plan::CoatPlan]
      # @param wording [Words::Wording]
      # @param stands [#call, nil] from the number of a batch to how it stands: address of its record, words, and whether it is used up; nil
      #   where it was not taken to the bench
      def initialize(plan, wording, key: "c", step_g: 0.1, stands: ->(_) {})
        @stands = stands
        @step_g = step_g
        @plan = plan
        @wording = wording
        @key = key
        @cup = plan.portions.first.cup
        @scale = [HEIGHT / @cup.height_mm, WIDEST / @cup.top_mm].min
        @cup_wide = @cup.top_mm * @scale
        @cup_high = @cup.height_mm * @scale
      end

      def to_s
        shown = @plan.batches.first(fitting)
        more = @plan.batches.size - shown.size
        width = LEFT + (shown.size * pitch) + (more.positive? ? 64 : 4)
        svg = Svg.new(width, @cup_high + (several? ? 42 : 28),
          label: "#{wording_of_cups} to scale, #{"each " if @plan.batches.size > 1}filled #{deep} deep " \
                 "in a #{@wording.vessel(@cup.name)}",
          role: linked? ? "group" : "img")
        shown.each_with_index { |batch, i| draw(svg, batch, LEFT + (i * pitch), first: i.zero?) }
        svg.text(LEFT + (shown.size * pitch), 8 + (@cup_high / 2), "+ #{more} more", class: "t-text") if more.positive?
        svg.to_s
      end

      private

      def deep
        @wording.show(Quantity.new(value: @plan.portions.first.fill_mm.round, unit: :mm))
      end

      def several?
        @plan.batches.size > 1
      end

      def wording_of_cups
        @wording.counted(@plan.batches.size, :batch)
      end

      # From one cup to the next: what is written below them stands apart too.
      def pitch
        @pitch ||= [@cup_wide + GAP, (@plan.batches.map { |batch| mass(batch).length }.max * FIGURE_WIDE) + 6].max
      end

      # How many cups stand side by side in the room there is.
      def fitting
        count = ((ROOM - LEFT) / pitch).floor
        @plan.batches.size <= count ? count : [((ROOM - LEFT - 60) / pitch).floor, 1].max
      end

      # Does any of them lead to its record?
      def linked?
        @plan.batches.any? { |batch| @stands.call(batch.number)&.first }
      end

      def draw(svg, batch, x, first:)
        address, words, used = @stands.call(batch.number)
        drawn = -> { draw_batch(svg, batch, x, words, used) }
        address ? svg.link(address, &drawn) : drawn.call
        draw_heights(svg, batch, x) if first
      end

      # One that is used up is empty.
      def draw_batch(svg, batch, x, words, used)
        svg.group(class: "batch", data_batch: "#{@key}-#{batch.number}") do
          svg.note("Batch #{batch.number}: #{mass(batch)} in a #{@wording.vessel(@cup.name)}#{", #{words}" if words}")
          layers(batch).each { |name, from, to| draw_layer(svg, x, from, to, name) } unless used
          draw_cup(svg, x)
          svg.text(x + (@cup_wide / 2), 12 + (@cup_high / 2), words, text_anchor: "middle", class: "t-small") if words
          svg.text(x + (@cup_wide / 2), @cup_high + 24, mass(batch), text_anchor: "middle", class: "t-figure")
          svg.text(x + (@cup_wide / 2), @cup_high + 38, "batch #{batch.number}", text_anchor: "middle", class: "t-small") if several?
        end
      end

      # The part that goes in first lies below. Which, is the method's: thin part first in a graduated cup.
      def layers(batch)
        fill = batch.portion.fill_mm
        return [[:mix, 0.0, fill]] unless batch.split.resin_ml && batch.split.hardener_ml

        first, second = @plan.order.way.order
        between = @cup.fill_mm(batch.split[:"#{first}_ml"].to_f)
        both = @plan.order.need.powder ? @cup.fill_mm(batch.split.total_ml.to_f) : fill
        [[first, 0.0, between], [second, between, both], ([:mix, both, fill] if both < fill)].compact
      end

      def draw_layer(svg, x, from, to, name)
        svg.shape(corners(x, from, to), fill: COLOURS.fetch(name))
      end

      def draw_cup(svg, x)
        left, right = corners(x, 0, @cup.height_mm).then { |c| [[c[3], c[0]], [c[1], c[2]]] }
        svg.shape([left[0], left[1], right[0], right[1]], closed: false, fill: "none", stroke: Ramp::INK, stroke_width: 2)
      end

      def corners(x, from, to)
        middle = x + (@cup_wide / 2)
        low = @cup.width_at(from) * @scale / 2
        high = @cup.width_at(to) * @scale / 2
        [[middle - low, level(from)], [middle + low, level(from)], [middle + high, level(to)], [middle - high, level(to)]]
      end

      def level(fill_mm)
        8 + @cup_high - (fill_mm * @scale)
      end

      def draw_heights(svg, batch, x)
        apart(layers(batch).map(&:last)).each do |fill|
          svg.line(x - 8, level(fill), corners(x, 0, fill)[3][0], level(fill), stroke_dasharray: "2 2")
          svg.text(x - 10, level(fill) + 4, @wording.show(Quantity.new(value: fill.round, unit: :mm)), text_anchor: "end", class: "t-small")
        end
      end

      # From the top down, what stands clear of the one above it.
      def apart(heights)
        heights.reverse.each_with_object([]) { |fill, kept| kept << fill if kept.empty? || (kept.last - fill) * @scale >= TEXT_HIGH }
      end

      def mass(batch)
        if @plan.amounts.weighed?
          @wording.weight(batch.split.total_g, resolution_g: @step_g).join(" ")
        else
          @wording.volume(batch.split.total_ml)
            .join(" ")
        end
      end
    end
  end
end
