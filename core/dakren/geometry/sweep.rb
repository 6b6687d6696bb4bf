# frozen_string_literal: true

module Dakren
  module Geometry
    # Loops that add and take away, worked out as upright slices in which no two edges cross.
    #
    # Rule: later parts decide over earlier ones: what is added counts once however often it is covered,
    # what is taken away counts only where there was something.
    class Sweep
      # One slice of the covered area: x from and to, and its lower and upper edge at both.
      Slice = Struct.new(:x0, :x1, :low0, :low1, :high0, :high1) do
        # In the unit of the corners, squared.
        def area
          (x1 - x0) * (high0 - low0 + high1 - low1) / 2
        end

        # @return [Array<Array(Float, Float)>] anticlockwise
        def corners
          [[x0, low0], [x1, low1], [x1, high1], [x0, high0]]
        end

        # Area left of x.
        def left_of(x)
          return area if x >= x1
          return 0.0 if x <= x0

          share = (x - x0) / (x1 - x0)
          low = low0 + ((low1 - low0) * share)
          high = high0 + ((high1 - high0) * share)
          (x - x0) * (high0 - low0 + high - low) / 2
        end
      end
      Edge = Struct.new(:x0, :y0, :x1, :y1, :part) do
        # @return [Float] y of it at x, in the unit of the corners
        def at(x)
          y0 + ((y1 - y0) * (x - x0) / (x1 - x0))
        end
      end
      # Ours, of the computation: a slice thinner than this holds nothing.
      THIN_MM = 1e-7
      MOST_EDGES = 6000
      GRID = 5

      # @param parts [Array<Array(Integer, Array)>] +1 or -1 and the loops of each, in order
      # @raise [InputError] naming shapes when there are too many edges
      def initialize(parts)
        @signs = parts.map(&:first)
        @edges = parts.each_with_index.flat_map { |(_, loops), part| loops.flat_map { |loop| edges_of(loop, part) } }
        raise InputError.new(:shapes, "have #{@edges.size} edges; at most #{MOST_EDGES} can be reckoned") if @edges.size > MOST_EDGES
      end

      # @return [Array<Slice>] from left to right
      def slices
        columns.flat_map { |column| column[:spans].map { |low, high| slice(column, low, high) } }
      end

      # The edge of what is covered, as closed loops: outside anticlockwise, holes clockwise.
      # @return [Array<Array<Array(Float, Float)>>]
      def loops
        chain(segments).map { |loop| without_straight(loop) }.select { |loop| loop.size > 2 }
      end

      private

      def edges_of(loop, part)
        loop.each_index.filter_map do |i|
          from = loop[i]
          to = loop[i - loop.size + 1]
          from, to = to, from if from[0] > to[0]
          next if (to[0] - from[0]).abs < THIN_MM

          Edge.new(from[0], from[1], to[0], to[1], part)
        end
      end

      # Upright columns between neighbouring corners and crossings, each with its covered spans.
      def columns
        @columns ||= begin
          sorted = @edges.sort_by(&:x0)
          waiting = 0
          active = []
          cuts.each_cons(2).map do |x0, x1|
            middle = (x0 + x1) / 2
            while waiting < sorted.size && sorted[waiting].x0 < middle
              active << sorted[waiting]
              waiting += 1
            end
            active.reject! { |edge| edge.x1 <= middle }
            { x0: x0, x1: x1, spans: spans(active, middle) }
          end
        end
      end

      def cuts
        found = @edges.flat_map { |edge| [edge.x0, edge.x1] } + crossings
        found.sort.each_with_object([]) { |x, kept| kept << x if kept.empty? || x - kept.last > THIN_MM }
      end

      def crossings
        sorted = @edges.sort_by(&:x0)
        found = []
        sorted.each_with_index do |one, i|
          low, high = [one.y0, one.y1].minmax
          ((i + 1)...sorted.size).each do |j|
            two = sorted[j]
            break if two.x0 >= one.x1
            next if (two.y0 < low && two.y1 < low) || (two.y0 > high && two.y1 > high)

            x = crossing(one, two)
            found << x if x
          end
        end
        found
      end

      def crossing(one, two)
        slope = (one.y1 - one.y0) / (one.x1 - one.x0)
        other = (two.y1 - two.y0) / (two.x1 - two.x0)
        return if slope == other

        x = ((two.y0 - (other * two.x0)) - (one.y0 - (slope * one.x0))) / (slope - other)
        x if x > [one.x0, two.x0].max && x < [one.x1, two.x1].min
      end

      # Lower and upper edges of what is covered at x.
      def spans(active, x)
        inside = Array.new(@signs.size, false)
        open = nil
        active.sort_by { |edge| edge.at(x) }.each_with_object([]) do |edge, found|
          inside[edge.part] = !inside[edge.part]
          covered = covered?(inside)
          if covered && open.nil? then open = edge
          elsif !covered && open
            found << [open, edge] if edge.at(x) - open.at(x) > THIN_MM
            open = nil
          end
        end
      end

      def covered?(inside)
        last = inside.rindex(true)
        !last.nil? && @signs[last].positive?
      end

      def slice(column, low, high)
        Slice.new(column[:x0], column[:x1], low.at(column[:x0]), low.at(column[:x1]), high.at(column[:x0]), high.at(column[:x1]))
      end

      # Every piece of the edge, going so that what is covered lies on its left.
      def segments
        lying = slices.flat_map { |s| [[[s.x0, s.low0], [s.x1, s.low1]], [[s.x1, s.high1], [s.x0, s.high0]]] }
        lying + upright
      end

      def upright
        ended = {}
        begun = {}
        slices.each do |s|
          (ended[s.x1] ||= []) << [s.low1, s.high1]
          (begun[s.x0] ||= []) << [s.low0, s.high0]
        end
        (ended.keys | begun.keys).flat_map { |x| upright_at(x, ended[x] || [], begun[x] || []) }
      end

      def upright_at(x, left, right)
        heights = (left + right).flatten.sort
        heights.each_cons(2).filter_map do |low, high|
          next if high - low < THIN_MM

          middle = (low + high) / 2
          on_left = left.any? { |from, to| middle.between?(from, to) }
          on_right = right.any? { |from, to| middle.between?(from, to) }
          next if on_left == on_right

          on_left ? [[x, low], [x, high]] : [[x, high], [x, low]]
        end
      end

      def chain(all)
        starts = Hash.new { |hash, key| hash[key] = [] }
        all.each { |from, to| starts[key(from)] << [from, to] unless key(from) == key(to) }
        loops = []
        until starts.empty?
          first = starts.each_value.first.first[0]
          loop = walk(starts, first)
          loops << loop if loop
        end
        loops
      end

      # Follows pieces from one end to the next until they come back to where they began.
      def walk(starts, first)
        at = key(first)
        points = []
        until starts[at].empty?
          from, to = starts[at].pop
          starts.delete(at) if starts[at].empty?
          points << from
          at = key(to)
          return points if at == key(first)
        end
        starts.delete(at)
        nil
      end

      def key(point)
        [point[0].round(GRID), point[1].round(GRID)]
      end

      def without_straight(loop)
        loop.reject.with_index do |(bx, by), i|
          (ax, ay) = loop[i - 1]
          (cx, cy) = loop[i - loop.size + 1]
          (((bx - ax) * (cy - by)) - ((by - ay) * (cx - bx))).abs < 1e-9 * (1 + ((cx - ax)**2) + ((cy - ay)**2))
        end
      end
    end
  end
end
