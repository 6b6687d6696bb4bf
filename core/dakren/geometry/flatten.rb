# frozen_string_literal: true

module Dakren
  module Geometry
    # Curves as lines, never farther from the curve than a tolerance.
    module Flatten
      # Ours, of the computation: how far a curve may lie off the lines it is cut into.
      TOLERANCE_MM = 0.02
      MOST_PIECES = 2000
      DEEPEST = 16

      module_function

      # How many equal pieces an arc is cut into.
      #
      # Rule: the sagitta r (1 - cos(angle / 2)) stays below the tolerance.
      def arc_pieces(radius, sweep, tolerance = TOLERANCE_MM)
        return 1 if radius <= tolerance

        step = 2 * Math.acos([1 - (tolerance / radius), -1.0].max)
        (sweep.abs / step).ceil.clamp(1, MOST_PIECES)
      end

      # @param from [Float] radians @param sweep [Float] radians, anticlockwise above 0
      # @return [Array<Array(Float, Float)>] points with both ends
      def arc(cx, cy, radius, from, sweep, tolerance = TOLERANCE_MM)
        ellipse(cx, cy, [radius, 0.0], 1.0, from, sweep, tolerance)
      end

      # @param major [Array(Float, Float)] half of the longer axis as a vector @param ratio [Float] shorter to longer
      def ellipse(cx, cy, major, ratio, from, sweep, tolerance = TOLERANCE_MM)
        pieces = [arc_pieces(Math.hypot(*major), sweep, tolerance), 2].max
        (0..pieces).map do |i|
          angle = from + (sweep * i / pieces)
          a = Math.cos(angle)
          b = Math.sin(angle) * ratio
          [cx + (major[0] * a) - (major[1] * b), cy + (major[1] * a) + (major[0] * b)]
        end
      end

      # An arc between two points by its bulge, the tangent of a quarter of its angle; anticlockwise above 0.
      # @return [Array<Array(Float, Float)>] points after the first
      def bulge(from, to, bulge, tolerance = TOLERANCE_MM)
        return [to] if bulge.abs < 1e-9

        chord = Math.hypot(to[0] - from[0], to[1] - from[1])
        return [to] if chord < 1e-9

        sweep = 4 * Math.atan(bulge)
        radius = chord / (2 * Math.sin(sweep / 2).abs)
        middle = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]
        off = Math.sqrt([(radius**2) - ((chord / 2)**2), 0].max) * (sweep.abs > Math::PI ? -1 : 1) * (bulge.positive? ? 1 : -1)
        cx = middle[0] - (off * (to[1] - from[1]) / chord)
        cy = middle[1] + (off * (to[0] - from[0]) / chord)
        arc(cx, cy, radius, Math.atan2(from[1] - cy, from[0] - cx), sweep, tolerance)[1..-2] + [to]
      end

      # A cubic curve, halved until it is flat enough.
      # @return [Array<Array(Float, Float)>] points after the first
      def cubic(a, b, c, d, tolerance = TOLERANCE_MM, depth = 0)
        flat = [b, c].map { |point| Plane.segment_distance(a, d, *point) }.max
        return [d] if depth >= DEEPEST || (flat <= tolerance && (depth.positive? || flat.zero?))

        ab, bc, cd = [[a, b], [b, c], [c, d]].map { |one, two| between(one, two) }
        abc = between(ab, bc)
        bcd = between(bc, cd)
        middle = between(abc, bcd)
        cubic(a, ab, abc, middle, tolerance, depth + 1) + cubic(middle, bcd, cd, d, tolerance, depth + 1)
      end

      # @return [Array<Array(Float, Float)>] points after the first
      def quadratic(a, b, c, tolerance = TOLERANCE_MM)
        third = ->(one, two) { [one[0] + ((two[0] - one[0]) * 2 / 3.0), one[1] + ((two[1] - one[1]) * 2 / 3.0)] }
        cubic(a, third.call(a, b), third.call(c, b), c, tolerance)
      end

      # A B-spline by de Boor's rule, evenly sampled in every span of its knots and thinned to the tolerance.
      # @param control [Array<Array(Float, Float)>] @param weights [Array<Float>, nil]
      def spline(degree, knots, control, weights = nil, tolerance = TOLERANCE_MM)
        spans = (degree...control.size).select { |i| knots[i + 1] > knots[i] }
        each = (6000 / [spans.size, 1].max).clamp(8, 60)
        points = spans.flat_map do |i|
          (0...each).map { |j| knots[i] + ((knots[i + 1] - knots[i]) * j / each) }.map do |t|
            de_boor(degree, knots, control, weights, i, t)
          end
        end
        last = spans.last
        Plane.simplify(points + [de_boor(degree, knots, control, weights, last, knots[last + 1])], tolerance / 4)
      end

      # A smooth line through points, each a corner or a curve: round corners pass through every point.
      #
      # Rule: Catmull and Rom's tangents, half the way between the neighbours; at a corner the line turns.
      # @param points [Array<Array(Float, Float, Boolean)>] x, y and whether it is a curve; closed
      # @return [Array<Array(Float, Float)>]
      def smooth(points, tolerance = TOLERANCE_MM)
        n = points.size
        n.times.flat_map do |i|
          before, from, to, after = [i - 1, i, i + 1, i + 2].map { |j| points[j % n] }
          next [to.first(2)] unless from[2] || to[2]

          cubic(from.first(2), handle(from, before, to), handle(to, after, from), to.first(2), tolerance)
        end
      end

      # The handle of a curve at a point, in the unit of the points.
      def handle(point, other, towards)
        return point.first(2) unless point[2]

        [point[0] + ((towards[0] - other[0]) / 6.0), point[1] + ((towards[1] - other[1]) / 6.0)]
      end

      # Half-way, in the unit of the points.
      def between(one, two)
        [(one[0] + two[0]) / 2.0, (one[1] + two[1]) / 2.0]
      end

      # A point of a spline at t, in the unit of its control points.
      def de_boor(degree, knots, control, weights, span, t)
        d = (0..degree).map do |j|
          x, y = control[j + span - degree]
          w = weights ? weights[j + span - degree] : 1.0
          [x * w, y * w, w]
        end
        (1..degree).each do |r|
          degree.downto(r) do |j|
            low = knots[j + span - degree]
            wide = knots[j + 1 + span - r] - low
            share = wide.zero? ? 0.0 : (t - low) / wide
            d[j] = d[j - 1].zip(d[j]).map { |one, two| one + ((two - one) * share) }
          end
        end
        [d[degree][0] / d[degree][2], d[degree][1] / d[degree][2]]
      end
      private_class_method :handle, :between, :de_boor
    end

    # Pieces of lines joined end to end into closed loops.
    module Joining
      # Ours: ends nearer than this are one corner.
      GAP_MM = 0.05

      module_function

      # @param lines [Array<Array<Array(Float, Float)>>] open lines and closed ones (first point repeated at the end)
      # @param gap_mm [Numeric] ends no farther apart are the same
      # @return [Array(Array, Array)] closed loops without the repeated point, and what stays open
      def loops(lines, gap_mm = GAP_MM)
        closed, open = lines.partition { |line| line.size > 3 && near?(line.first, line.last, gap_mm) }
        found = closed.map { |line| line[0..-2] }
        left = []
        ends = Ends.new(open, gap_mm)
        while (line = ends.next)
          chain = grow(grow(line.dup, ends, gap_mm).reverse, ends, gap_mm)
          near?(chain.first, chain.last, gap_mm) && chain.size > 3 ? found << chain[0..-2] : left << chain
        end
        [found, left]
      end

      # A chain of lines with all that goes on from its end within the gap, mm.
      def grow(chain, ends, gap_mm)
        until near?(chain.first, chain.last, gap_mm) && chain.size > 3
          line = ends.take(chain.last) or break
          chain.concat(line.drop(1))
        end
        chain
      end

      def near?(one, two, gap_mm)
        (one[0] - two[0]).abs <= gap_mm && (one[1] - two[1]).abs <= gap_mm
      end
      private_class_method :grow

      # The ends of open lines, by the squares of a grid as wide as a gap: what lies near a point is found without looking at all.
      class Ends
        AROUND = [-1, 0, 1].product([-1, 0, 1]).freeze

        # @param lines [Array<Array<Array(Float, Float)>>] @param gap_mm [Numeric]
        def initialize(lines, gap_mm)
          @lines = lines
          @gap_mm = gap_mm
          @taken = Array.new(lines.size, false)
          @first = 0
          @cells = {}
          lines.each_with_index { |line, i| [line.first, line.last].each { |point| (@cells[cell(point)] ||= []) << i } }
        end

        # @return [Array<Array(Float, Float)>, nil] the first line that is left
        def next
          @first += 1 while @taken[@first]
          use(@first) if @first < @lines.size
        end

        # @return [Array<Array(Float, Float)>, nil] a line that begins here, turned round where it ends here
        def take(point)
          x, y = cell(point)
          near = AROUND.flat_map { |dx, dy| @cells.fetch([x + dx, y + dy], []) }.reject { |i| @taken[i] }
            .select { |i| begins?(i, point) || ends?(i, point) }.min or return
          turned = !begins?(near, point)
          turned ? use(near).reverse : use(near)
        end

        private

        def use(index)
          @taken[index] = true
          @lines[index]
        end

        def cell(point)
          [(point[0] / @gap_mm).floor, (point[1] / @gap_mm).floor]
        end

        def begins?(index, point)
          Joining.near?(@lines[index].first, point, @gap_mm)
        end

        def ends?(index, point)
          Joining.near?(@lines[index].last, point, @gap_mm)
        end
      end
    end

    # How large a photograph's picture is: two points and the length between them; a second pair checks it.
    class PictureScale
      # Ours: what can be asked.
      LENGTH_MM = (1..100_000)
      # A photograph taken at a slant shows lengths that disagree by more than this.
      SLANT_PCT = 2

      attr_reader :mm_per_px

      # @param first [Array(Numeric, Numeric, Numeric, Numeric, Numeric)] x, y, x, y in px and the length in mm
      # @param second [Array, nil] the same for the check
      # @raise [InputError] naming picture_scale
      def initialize(first, second = nil)
        @mm_per_px = scale_of(first)
        @check = second && scale_of(second)
        freeze
      end

      # By how much the second length disagrees with the first, %; nil without one.
      def error_pct
        @check && (((mm_per_px / @check) - 1) * 100)
      end

      def slanted?
        !error_pct.nil? && error_pct.abs > SLANT_PCT
      end

      private

      def scale_of(pair)
        x0, y0, x1, y1 = pair.first(4).map { |px| Check.number("picture_scale", px, -100_000..100_000, "px") }
        mm = Check.number("picture_scale", pair[4], LENGTH_MM, "mm")
        px = Math.hypot(x1 - x0, y1 - y0)
        raise InputError.new("picture_scale", "needs two points that lie apart") if px < 3

        mm / px
      end
    end
  end
end
