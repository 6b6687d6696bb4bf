# frozen_string_literal: true

require_relative "shape"
require_relative "../base/memo"
require_relative "../base/value"

module Dakren
  # How much work there is: shapes, areas, volumes, amounts.
  module Geometry
    # One shape where it lies in the plan: added to it or taken away, turned about its own middle, and
    # repeated at equal steps.
    #
    # at_mm: lower left corner of the box round the unturned shape; step_mm: from one to the next, along and up; rows: in how many rows
    # one above the other, nil for one line along both steps.
    Placed = Value.define(:shape, sign: 1, at_mm: [0.0, 0.0].freeze, turn_deg: 0.0, count: 1, step_mm: [0.0, 0.0].freeze, rows: nil,
      name: "shape") do
      # Steps at which repeats lie side by side where nobody told any: half as far apart as they are wide.
      # @param shape [Object] shape of Size @param turn_deg [Numeric]
      # @return [Array(Float, Float)] mm
      def self.side_by_side(shape, turn_deg = 0)
        wide, high = shape.extent_mm
        angle = turn_deg * Math::PI / 180
        cos, sin = [Math.cos(angle), Math.sin(angle)].map(&:abs)
        [((wide * cos) + (high * sin)) * 1.5, ((wide * sin) + (high * cos)) * 1.5]
      end

      # @return [Array<Array(Float, Float)>] how far each repeat lies from the first, mm
      def shifts_mm
        columns = rows ? (count / rows.to_f).ceil : count
        Array.new(count) do |i|
          across, up = rows ? [i % columns, i / columns] : [i, i]
          [step_mm[0] * across, step_mm[1] * up]
        end
      end
    end

    # A plan made of shapes that add and take away, e.g. a top with a round hole and a channel.
    #
    #   Region.new([Placed.new(shape: top), Placed.new(shape: hole, sign: -1, at_mm: [300, 200])]).area_mm2
    class Region
      include Shape

      MOST_SHAPES = 60
      MOST_REPEATS = 400
      # Of more repeats than this each is drawn with fewer corners; its area stays what it is.
      FEW = 12
      # By its nature.
      TURN_DEG = (-360..360)
      KNOWN = Memo.new(200)

      # Loops of one placed shape as it lies.
      # @param one [Placed]
      # @return [Array<Array>] per repeat: its loops
      def self.loops_of(one)
        outline = Geometry.loops(one.shape, edges: one.count > FEW ? Plane::FEW_EDGES : Plane::ROUND_EDGES)
        x0, y0, x1, y1 = Plane.box(outline.flatten(1))
        wide, high = one.shape.extent_mm
        cos = Math.cos(one.turn_deg * Math::PI / 180)
        sin = Math.sin(one.turn_deg * Math::PI / 180)
        one.shifts_mm.map do |along, up|
          left = one.at_mm[0] + along + (wide / 2.0)
          low = one.at_mm[1] + up + (high / 2.0)
          outline.map { |loop| loop.map { |x, y| turn(x - ((x0 + x1) / 2.0), y - ((y0 + y1) / 2.0), cos, sin, left, low) } }
        end
      end

      # A point turned about 0, 0 and put in its place, mm.
      def self.turn(x, y, cos, sin, left, low)
        [left + (x * cos) - (y * sin), low + (x * sin) + (y * cos)]
      end
      private_class_method :turn

      attr_reader :placed

      # @param placed [Array<Placed>] in order; the first must add
      # @raise [InputError] naming shapes, or the field of a shape
      def initialize(placed)
        raise InputError.new(:shapes, "must be 1 to #{MOST_SHAPES}; #{placed.size} given") unless placed.size.between?(1, MOST_SHAPES)

        @placed = placed.each { |one| check(one) }
        @found = {}
        unless placed.first.sign.positive?
          raise InputError.new(:shapes, "must begin with one that adds: there is nothing yet to take away from")
        end
        raise InputError.new(:shapes, "leave nothing: all of it is taken away") if area_mm2 < AREA_M2.begin * 1e6

        freeze
      end

      def area_mm2
        alone&.area_mm2 || swept[:area]
      end

      def edge_mm
        alone&.edge_mm || swept[:edge]
      end

      def extent_mm
        x0, y0, x1, y1 = box
        [x1 - x0, y1 - y0]
      end

      # @return [Array] closed loops in mm, outside anticlockwise, holes clockwise, from 0, 0 of the piece's own box
      def loops_mm
        swept[:loops]
      end

      # How many bodies it is that do not touch: holes to fill, panels in a row.
      # @return [Integer]
      def pieces
        loops_mm.count { |loop| Plane.signed_area(loop).positive? }
      end

      # Corners of the largest loop.
      def corners_mm
        loops_mm.max_by { |loop| Plane.signed_area(loop) }
      end

      # @return [Array<Sweep::Slice>] what is covered, in mm, from left to right
      def slices
        swept[:slices]
      end

      # Area left of x, measured from the left edge, mm2.
      def left_of(x)
        x0 = box[0]
        slices.sum { |slice| slice.left_of(x0 + x) }
      end

      def inside?(x, y)
        # A loop that lies elsewhere decides nothing.
        near = boxed_loops.select { |(x0, y0, x1, y1), _| x.between?(x0, x1) && y.between?(y0, y1) }
        Plane.inside?(near.map(&:last), x, y)
      end

      # @return [Array(Float, Float, Float, Float)]
      def box
        swept[:box]
      end

      # Loops of each placed shape as they lie, for drawing and handling one by one.
      # @return [Array<Array>] per shape: a list of loops
      def shape_loops
        placed.map { |one| self.class.loops_of(one) }
      end

      # Shapes taken away that share something with another taken away, or take nothing at all.
      # @return [Array<String>] sentences
      def remarks
        holes = placed.each_with_index.select { |one, _| one.sign.negative? }
        overlapping(holes) + holes.filter_map { |one, i| "#{one.name} cuts nothing: no material there" if idle?(i) }
      end

      def working
        return alone.working if alone

        parts = placed.each_with_index.to_h { |one, i| [:"s#{i}", Quantity.new(value: one.shape.area_mm2 * one.count / 1e6, unit: :m2)] }
        says = placed.each_with_index.map { |one, i| "#{"− " if one.sign.negative?}%{s#{i}} #{one.name}" }.join(" + ").gsub("+ −", "−")
        sum = placed.sum { |one| one.sign * one.shape.area_mm2 * one.count }
        tail = (sum - area_mm2).abs > sum.abs * 1e-6 ? ", what overlaps counted once, = %{area}" : " = %{area}"
        Working.new(says: says + tail, parts: { **parts, area: Quantity.new(value: area_mm2 / 1e6, unit: :m2) })
      end

      def ==(other)
        other.is_a?(Region) && placed == other.placed
      end
      alias eql? ==

      def hash
        @found[:hash] ||= placed.hash
      end

      # The one shape this is, where it is only one.
      # @return [Object, nil]
      def alone
        one = placed.first
        one.shape if placed.size == 1 && one.count == 1
      end

      private

      def boxed_loops
        @found[:boxed] ||= loops_mm.map { |loop| [Plane.box(loop), loop] }
      end

      def check(one)
        Check.number(:turn, one.turn_deg, TURN_DEG, "°")
        Check.number(:count, one.count, 1..MOST_REPEATS)
        [*one.at_mm, *one.step_mm].each { |mm| Check.number(:at, mm, Polygon::COORDINATE_MM, "mm") }
        Check.number(:rows, one.rows, 1..one.count) if one.rows
        return unless one.count > 1 && one.step_mm.all?(&:zero?)

        raise InputError.new(:step, "must be given where a shape is repeated: all #{one.count} would lie on one another")
      end

      # Worked out when it is asked for first, and the same for good.
      def swept
        @found[:swept] ||= KNOWN.recall(placed.map { |one| [one.shape.class, Geometry.loops(one.shape), *one.to_h.values.drop(1)] }) do
          next apart_from_one_another if apart?

          sweep = Sweep.new(placed.zip(shape_loops).map { |one, loops| [one.sign, loops] }.flat_map { |sign, loops| apart(sign, loops) })
          slices = sweep.slices
          raise InputError.new(:shapes, "leave nothing: all of it is taken away") if slices.empty?

          loops = sweep.loops
          {
            slices: slices, loops: loops, area: slices.sum(&:area), edge: loops.sum { |loop| Plane.length(loop) },
            box: Plane.box(slices.flat_map(&:corners))
          }
        end
      end

      # Is it one shape, repeated so that no two share anything?
      def apart?
        return false unless placed.size == 1 && placed.first.turn_deg.zero?

        one = placed.first
        wide, high = one.shape.extent_mm
        along, up = one.step_mm.map(&:abs)
        one.rows ? along >= wide && up >= high : along >= wide || up >= high
      end

      # Nothing need be swept then: each of them is as the first.
      def apart_from_one_another
        one = placed.first
        each = Sweep.new([[1, self.class.loops_of(one.with(count: 1, rows: nil)).first]])
        slices = each.slices
        loops = each.loops
        shifts = one.shifts_mm
        all = shifts.flat_map { |x, y| loops.map { |loop| loop.map { |a, b| [a + x, b + y] } } }
        {
          slices: shifts.flat_map { |x, y| slices.map { |slice| shifted(slice, x, y) } }.sort_by(&:x0), loops: all,
          area: slices.sum(&:area) * one.count, edge: loops.sum { |loop| Plane.length(loop) } * one.count,
          box: Plane.box(all.flatten(1))
        }
      end

      def shifted(slice, x, y)
        Sweep::Slice.new(slice.x0 + x, slice.x1 + x, slice.low0 + y, slice.low1 + y, slice.high0 + y, slice.high1 + y)
      end

      # Repeats of one shape may overlap each other; each is a part of its own.
      def apart(sign, repeats)
        repeats.map { |loops| [sign, loops] }
      end

      def overlapping(holes)
        all = shape_loops
        holes.combination(2).filter_map do |(one, i), (two, j)|
          next unless meet?(all[i].flatten(2), all[j].flatten(2))

          apart = alone_area(all, [i]) + alone_area(all, [j])
          "#{one.name} and #{two.name} overlap: what they share is taken away once" if apart - alone_area(all, [i, j]) > apart * 1e-6
        end
      end

      def meet?(one, two)
        a = Plane.box(one)
        b = Plane.box(two)
        a[0] < b[2] && b[0] < a[2] && a[1] < b[3] && b[1] < a[3]
      end

      def alone_area(all, indices)
        Sweep.new(indices.flat_map { |i| all[i].map { |loops| [1, loops] } }).slices.sum(&:area)
      end

      # Does it lie where nothing was added?
      def idle?(index)
        all = shape_loops
        added = placed.each_index.select { |i| i < index && placed[i].sign.positive? }.flat_map { |i| all[i] }
        all[index].none? do |hole|
          hole.flatten(1).any? { |x, y| added.any? { |loops| Plane.inside?(loops, x, y) } } ||
            added.any? { |loops| loops.flatten(1).any? { |x, y| Plane.inside?(hole, x, y) } }
        end
      end
    end

    module_function

    # The edge of any shape of Size as loops, round ones as polygons of the same area.
    # @param edges [Integer] of a round one
    def loops(shape, edges: Plane::ROUND_EDGES)
      case shape
      when Circle then [Plane.round(shape.diameter_mm, edges: edges)]
      when Ellipse then [Plane.round(shape.length_mm, shape.width_mm, edges: edges)]
      when Ring
        margin = (shape.diameter_mm - shape.hole_mm) / 2
        [Plane.round(shape.diameter_mm), Plane.round(shape.hole_mm).map { |x, y| [x + margin, y + margin] }]
      when Loops, Region then shape.loops_mm
      else [shape.corners_mm]
      end
    end
  end
end
