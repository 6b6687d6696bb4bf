# frozen_string_literal: true

require_relative "../base/value"
require_relative "../base/figure"

module Dakren
  module Geometry
    # The work in section, as it is cut through: mm, y upwards. Whoever draws it keeps the scale; only heights may be drawn larger.
    #
    # says: what it shows; outlines; lines: open ones, each a list of points; sizes: widths to be written; texts; notes: sentences below;
    # most_up: how many times higher than wide it may be drawn; px_per_mm: the largest scale that makes sense, nil for any.
    CutView = Value.define(:says, :outlines, lines: [].freeze, sizes: [].freeze, texts: [].freeze, notes: [].freeze, most_up: 1,
      px_per_mm: nil)

    # Parts of a CutView.
    class CutView
      # One material: points, and of what: :resin, :cloth, :cloth_other, :runny, :old, :ground.
      Outline = Value.define(:points, :of)
      # A width from and to, below the drawing.
      Size = Value.define(:from, :to, :quantity)
      # Words at a place, with quantities put in; for a part that is at least so high.
      Text = Value.define(:x, :y, :says, high_mm: 0)

      # A rectangle from its corners.
      # @return [Outline]
      def self.block(x0, y0, x1, y1, of)
        Outline.new(points: [[x0, y0], [x1, y0], [x1, y1], [x0, y1]], of: of)
      end

      # Every ply of a stack, the first one down at the bottom.
      # @param stack [Object] answers stack, thickness_mm, ply_mm, plies
      # @return [CutView]
      def self.of_plies(stack)
        high = stack.thickness_mm
        wide = [high * 1.6, stack.ply_mm * 6].max
        plies = stack.stack.first(MOST_PLIES)
        CutView.new(says: says("%{plies} in section, %{thick} thick", plies: [stack.plies, :ply], thick: [high, :mm]),
          px_per_mm: 24.0 / stack.ply_mm,
          outlines: [*plies.each_with_index.map { |(_, from, to), i| block(0, from, wide, to, i.even? ? :cloth : :cloth_other) },
            block(0, -high * 0.06, wide, 0, :ground)],
          texts: plies.each_with_index.map do |(layer, from, to), i|
            Text.new(x: wide * 1.03, y: (from + to) / 2, high_mm: to - from,
              says: says("#{i + 1}  %{areal} #{layer.direction}".strip, areal: [layer.areal_g_m2, :"g/m2"]))
          end,
          notes: [says("%{plies}, %{thick}, first one down lowest", plies: [stack.plies, :ply], thick: [high, :mm])])
      end

      # More than these cannot be told apart.
      MOST_PLIES = 40

      # A sentence with its quantities, e.g. says("%{wide} wide", wide: [3, :mm]).
      # @return [Working]
      def self.says(words, **parts)
        Working.new(says: words, parts: parts.transform_values { |value, unit| Quantity.new(value: value, unit: unit) })
      end

      # @return [Array(Float, Float, Float, Float)] left, bottom, right, top of everything that is drawn
      def box
        points = outlines.flat_map(&:points) + lines.flatten(1)
        [*points.transpose.map(&:min), *points.transpose.map(&:max)]
      end
    end
  end
end
