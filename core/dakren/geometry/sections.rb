# frozen_string_literal: true

require_relative "shape"
require_relative "../base/value"
require_relative "cut_view"
require_relative "plane"

module Dakren
  module Geometry
    # Sections of a bead, a groove or a fillet: area in mm2 and the corners to draw it by.
    module Sections
      Section = Value.define(:name, :label, :needs)
      KINDS = [
        Section.new(name: :round, label: "round bead", needs: %i[across]),
        Section.new(name: :half_round, label: "half-round", needs: %i[across]),
        Section.new(name: :box, label: "rectangular", needs: %i[wide deep]),
        Section.new(name: :vee, label: "V-shaped", needs: %i[wide deep])
      ].to_h { |section| [section.name, section] }.freeze
      # Ours: what can be asked.
      SIZE_MM = (0.1..1000)
      RADIUS_MM = (0.5..500)
      CORNER_DEG = (20..160)

      module_function

      # @param name [Symbol] key of KINDS
      # @param across [Numeric, nil] mm @param wide [Numeric, nil] mm @param deep [Numeric, nil] mm
      # @return [Float] mm2
      # @raise [InputError]
      def area_mm2(name, across: nil, wide: nil, deep: nil)
        kind = KINDS.fetch(name) { raise InputError.new(:section, "must be one of #{KINDS.keys.join(", ")}") }
        sizes = { across: across, wide: wide, deep: deep }.slice(*kind.needs).to_h do |field, value|
          [field, Check.number(field, value, SIZE_MM, "mm")]
        end
        case name
        when :round then Math::PI * (sizes[:across]**2) / 4
        when :half_round then Math::PI * (sizes[:across]**2) / 8
        when :box then sizes[:wide] * sizes[:deep]
        else sizes[:wide] * sizes[:deep] / 2
        end
      end

      # How much of a groove's or bead's edge lies on the work, across, mm: both sides and the floor, or the flat of it.
      # @return [Float]
      def wetted_mm(name, across: nil, wide: nil, deep: nil)
        case name
        when :round, :half_round then across.to_f
        when :box then wide.to_f + (2 * deep.to_f)
        else 2 * Math.hypot(wide.to_f / 2, deep.to_f)
        end
      end

      # A fillet in a corner, its hollow face tangent to both sides.
      #
      # Rule: r2 (cot(t/2) - (pi - t)/2).
      # @param radius_mm [Numeric] 0.5 to 500 @param corner_deg [Numeric] 20 to 160
      # @return [Float] mm2
      # @raise [InputError]
      def fillet_mm2(radius_mm, corner_deg)
        radius = Check.number(:radius, radius_mm, RADIUS_MM, "mm")
        angle = Check.number(:corner, corner_deg, CORNER_DEG, "°") * Math::PI / 180
        radius * radius * ((1 / Math.tan(angle / 2)) - ((Math::PI - angle) / 2))
      end

      # How far up each side a fillet reaches, mm.
      def fillet_leg_mm(radius_mm, corner_deg)
        radius_mm / Math.tan(corner_deg * Math::PI / 360)
      end

      # A fillet in its corner.
      # @return [CutView]
      def fillet_view(radius_mm, corner_deg)
        angle = corner_deg * Math::PI / 180
        leg = fillet_leg_mm(radius_mm, corner_deg)
        reach = leg * 1.35
        from = -Math::PI / 2
        arc = (0..24).map { |i| from - ((Math::PI - angle) * i / 24) }
          .map { |at| [leg + (radius_mm * Math.cos(at)), radius_mm + (radius_mm * Math.sin(at))] }
        CutView.new(outlines: [CutView::Outline.new(points: [[0.0, 0.0], *arc], of: :resin)],
          says: CutView.says("Fillet in section, radius %{radius} in a corner of #{Check.plain(corner_deg)}°", radius: [radius_mm, :mm]),
          lines: [[[reach, 0.0], [0.0, 0.0], [reach * Math.cos(angle), reach * Math.sin(angle)]]],
          notes: [CutView.says("%{leg} up each side", leg: [leg, :mm])])
      end

      # A bead or groove by its own sizes.
      # @param figures [Hash{Symbol=>Object}] section, across, wide, deep
      # @return [CutView]
      def bead_view(figures)
        name = (figures[:section] || "round").to_sym
        wide = (figures[:across] || figures[:wide]).to_f
        deep = { round: wide, half_round: wide / 2 }.fetch(name) { figures[:deep].to_f }
        points = case name
                 when :round then Plane.round(wide)
                 when :half_round then Plane.round(wide).map { |x, y| [x, [y - deep, 0].max] }
                 when :box then [[0, 0], [wide, 0], [wide, deep], [0, deep]]
                 else [[0, deep], [wide, deep], [wide / 2, 0]]
                 end
        CutView.new(outlines: [CutView::Outline.new(points: points, of: :resin)],
          says: CutView.says("#{KINDS.fetch(name).label} in section, %{wide} wide", wide: [wide, :mm]),
          notes: [CutView.says("%{wide} × %{deep}", wide: [wide, :mm], deep: [deep, :mm])])
      end
    end

    # A cavity with sloping sides, filled to a height, so many times over: moulds and cups.
    #
    # Rule: pi h / 12 (d1^2 + d1 d2 + d2^2), d2 the width at that height.
    class Cavity
      include Shape

      # The practice's: left free below the rim, so that it can be demoulded and ground.
      RIM_LEFT_MM = 5

      attr_reader :bottom_mm, :top_mm, :height_mm, :fill_mm, :count

      # @param bottom_mm [Numeric] across the bottom @param top_mm [Numeric] across the rim @param height_mm [Numeric] inside
      # @param fill_mm [Numeric, nil] how high it is filled; 5 mm below the rim by default, so that it can be demoulded and ground
      # @param count [Integer] how many
      # @raise [InputError]
      def initialize(bottom_mm:, top_mm:, height_mm:, fill_mm: nil, count: 1)
        @bottom_mm = Check.number(:bottom, bottom_mm, 1..3000, "mm")
        @top_mm = Check.number(:top, top_mm, 1..3000, "mm")
        @height_mm = Check.number(:height, height_mm, 1..3000, "mm")
        @fill_mm = Check.number(:fill, fill_mm || default_fill, 0.1..3000, "mm")
        raise InputError.new(:fill, "must not be above the rim at #{Check.plain(@height_mm)} mm") if @fill_mm > @height_mm

        @count = Check.number(:count, count, 1..10_000).to_i
        freeze
      end

      def outline
        nil
      end

      def plan_of_one
        [rim_mm, each_ml * 1000 / fill_mm]
      end

      def fill_depth_mm
        fill_mm
      end

      def size
        Quantity.new(value: volume_ml, unit: :ml)
      end

      # @param mm [Numeric] above the bottom
      # @return [Float] mm across there
      def width_at(mm)
        bottom_mm + ((top_mm - bottom_mm) * mm / height_mm)
      end

      # Across the middle of what is in it, mm.
      def width_mm
        width_at(fill_mm / 2)
      end

      # @return [Float] mm round the middle of it
      def rim_mm
        Math::PI * width_mm
      end

      def each_ml
        across = width_at(fill_mm)
        Math::PI * fill_mm / 12_000 * ((bottom_mm**2) + (bottom_mm * across) + (across**2))
      end

      def volume_ml
        each_ml * count
      end

      def area_mm2
        Math::PI * (width_at(fill_mm)**2) / 4 * count
      end

      def working
        Working.new(says: "π h ÷ 12 (%{bottom}² + %{bottom} × %{across} + %{across}²), filled %{fill}: %{each}, %{count} times = %{ml}",
          parts: {
            bottom: Quantity.new(value: bottom_mm, unit: :mm), across: Quantity.new(value: width_at(fill_mm), unit: :mm),
            fill: Quantity.new(value: fill_mm, unit: :mm),
            each: Quantity.new(value: each_ml, unit: :ml), count: Quantity.new(value: count, unit: :count),
            ml: Quantity.new(value: volume_ml, unit: :ml)
          })
      end

      # One of them with its fill.
      # @return [CutView]
      def section
        corners = ->(mm) { [-width_at(mm) / 2, width_at(mm) / 2] }
        low, fill, rim = [0, fill_mm, height_mm].map { |mm| corners.call(mm).map { |x| [x, mm.to_f] } }
        CutView.new(outlines: [CutView::Outline.new(points: [low[0], fill[0], fill[1], low[1]], of: :runny)],
          says: CutView.says("Mould cup in section, filled %{fill}", fill: [fill_mm, :mm]), lines: [[rim[0], low[0], low[1], rim[1]]],
          texts: [CutView::Text.new(x: rim[1][0] * 1.06, y: fill_mm, says: CutView.says("filled %{fill}", fill: [fill_mm, :mm]))],
          notes: [CutView.says("%{count} × %{each}", count: [count, :count], each: [each_ml, :ml])])
      end

      private

      def default_fill
        height_mm > 3 * RIM_LEFT_MM ? height_mm - RIM_LEFT_MM : height_mm
      end
    end
  end
end
