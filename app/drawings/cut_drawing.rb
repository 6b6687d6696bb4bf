# frozen_string_literal: true

require_relative "ramp"

module Dakren
  module Drawings
    # The work in section, to scale; where heights are drawn larger than widths, the factor is stated.
    class CutDrawing
      WIDTH = 300
      LEFT = 12
      TOP = 12
      ROOM = [190.0, 130.0].freeze
      FILLS = { resin: Ramp.fill(:thickening), runny: Ramp.fill(:runny), cloth: "#d9c9a3", cloth_other: "#e9dfc4", old: "#c9cfcb",
                ground: Ramp::WOOD }.freeze
      # Lower than this a part has no room for words.
      WORDS_PX = 11

      # @param view [Geometry::CutView] @param wording [Words::Wording]
      def initialize(view, wording)
        @view = view
        @wording = wording
        @box = view.box
        wide = @box[2] - @box[0]
        high = @box[3] - @box[1]
        @px = [*(view.px_per_mm if view.px_per_mm), (view.texts.any? ? ROOM[0] : WIDTH - (2 * LEFT)) / wide,
          (ROOM[1] / high if view.most_up == 1)].compact.min
        @up = [@px * view.most_up, ROOM[1] / high].min
        @up = @px if view.most_up == 1
      end

      # @return [String] SVG
      def to_s
        @y = base
        svg = Svg.new(WIDTH, base + below, label: @wording.fill(@view.says))
        @view.outlines.each { |one| svg.shape(placed(one.points), fill: FILLS.fetch(one.of), stroke: Ramp::INK, stroke_width: 1) }
        @view.lines.each { |line| svg.shape(placed(line), closed: false, fill: "none", stroke: Ramp::INK, stroke_width: 3) }
        texts(svg)
        sizes(svg)
        notes(svg)
        svg.to_s
      end

      private

      def base
        TOP + ((@box[3] - @box[1]) * @up)
      end

      def below
        12 + (@view.sizes.any? ? 22 : 0) + (18 * notes_told.size) + (true_scale? ? 20 : 0)
      end

      def true_scale?
        @view.most_up == 1
      end

      def placed(points)
        points.map { |x, y| [LEFT + ((x - @box[0]) * @px), base - ((y - @box[1]) * @up)] }
      end

      def texts(svg)
        @view.texts.each do |text|
          next if text.high_mm.positive? && text.high_mm * @up < WORDS_PX

          x, y = placed([[text.x, text.y]]).first
          svg.text(x, y + 4, @wording.fill(text.says), class: "t-small")
        end
      end

      def sizes(svg)
        return if @view.sizes.empty?

        @view.sizes.each do |size|
          from, to = placed([[size.from, 0], [size.to, 0]]).map(&:first)
          svg.line(from, @y + 8, to, @y + 8)
          svg.text((from + to) / 2, @y + 21, @wording.show(size.quantity), text_anchor: "middle", class: "t-small")
        end
        @y += 22
      end

      def notes(svg)
        notes_told.each { |words| svg.text(LEFT, @y += 18, words, class: "t-small") }
        ScaleBar.draw(svg, LEFT, @y + 12, @px, @wording) if true_scale?
      end

      def notes_told
        factor = @up / @px
        told = @view.notes.map { |note| @wording.fill(note) }
        factor > 1.05 ? [*told[0..-2], "#{told.last}; thickness not to scale (× #{@wording.significant(factor)})"] : told
      end
    end
  end
end
