# frozen_string_literal: true

require_relative "shape"
require_relative "../base/memo"
require_relative "../base/value"

module Dakren
  module Geometry
    # A depth measured at one place of a void, mm; x and y as in its plan.
    Sounding = Value.define(:x_mm, :y_mm, :depth_mm)
    # Something cast in: how much mix each displaces.
    Solid = Value.define(:name, :volume_ml, count: 1)

    # A hollow to be filled: a plan with one depth, or with depths sounded here and there, less what is
    # cast into it.
    #
    #   Void.new(region, depth_mm: 25).volume_ml
    #   Void.new(region, soundings: [Sounding.new(x_mm: 50, y_mm: 40, depth_mm: 22)], edge: :sloping).volume_ml
    class Void
      include Shape

      # Ours: what can be asked.
      DEPTH_MM = (0.1..3000)
      SOUNDED_MM = (0..3000)
      MOST_SOUNDINGS = 300
      # How the depth runs out to the edge: upright as deep as the nearest sounding, or sloping to nothing.
      EDGES = { upright: "upright walls", sloping: "sloping to the edge" }.freeze
      # How soundings become a mean: planes over triangles, or each sounding for the area nearest to it.
      MEANS = { triangles: "between readings", cells: "nearest reading" }.freeze
      RIM_POINTS = 60
      KNOWN = Memo.new(100)

      attr_reader :region, :soundings, :solids, :edge, :mean

      # @param region [Object] shape of Size; a Region where there are soundings
      # @param depth_mm [Numeric, nil] 0.1 to 3000, where one depth is enough
      # @param soundings [Array<Sounding>] 1 to 300 otherwise
      # @param piece_mm [Numeric, nil] thickness of the piece: no sounding can be deeper
      # @param solids [Array<Solid>] what is cast in
      # @raise [InputError] naming depth, soundings or solids
      def initialize(region, depth_mm: nil, soundings: [], edge: :upright, mean: :triangles, piece_mm: nil, solids: [])
        @region = region.is_a?(Region) ? region : Region.new([Placed.new(shape: region)])
        @edge = EDGES.key?(edge) ? edge : raise(InputError.new(:edge, "must be #{EDGES.keys.join(" or ")}"))
        @mean = MEANS.key?(mean) ? mean : raise(InputError.new(:mean, "must be #{MEANS.keys.join(" or ")}"))
        @piece_mm = Check.optional(:piece_mm, piece_mm, DEPTH_MM, "mm")
        @depth_mm = Check.optional(:depth, depth_mm, DEPTH_MM, "mm")
        @soundings = soundings.each_with_index.map { |sounding, i| checked(sounding, i) }.freeze
        @solids = solids.each_with_index.map { |solid, i| weighed(solid, i) }.freeze
        check_depths
        if solid_ml >= gross_ml
          raise InputError.new(:solids,
            "take up #{Check.plain(solid_ml.round(1))} ml, and the void holds only #{Check.plain(gross_ml.round(1))} ml")
        end

        freeze
      end

      def area_mm2
        region.area_mm2
      end

      # The edge of all of it from above, mm.
      def edge_mm
        region.edge_mm
      end

      def hollow?
        true
      end

      def outline
        region
      end

      # How many bodies it is that do not touch.
      # @return [Integer]
      def hollows
        region.pieces
      end

      # What mix lies on: its floor and its walls.
      def wetted_mm2
        area_mm2 + (edge_mm * deepest_mm)
      end

      def plan_of_one
        [region.edge_mm, region.area_mm2]
      end

      def placed_alone
        region.placed.first if region.placed.size == 1
      end

      def fill_depth_mm
        deepest_mm
      end

      def size
        Quantity.new(value: volume_ml, unit: :ml)
      end

      # Mix it takes, ml.
      def volume_ml
        gross_ml - solid_ml
      end

      def mean_depth_mm
        gross_ml * 1000 / area_mm2
      end

      # Where it is deepest: this decides about the heat.
      def deepest_mm
        soundings.empty? ? @depth_mm : soundings.map(&:depth_mm).max
      end

      # Depth at a place of the plan, mm; nil outside.
      def depth_at(x, y)
        return unless region.inside?(x, y)
        return @depth_mm if soundings.empty?
        return nearest(x, y).depth_mm if mean == :cells

        surface = triangles.find { |corners| within?(corners, x, y) }
        surface ? plane(surface, x, y) : nearest(x, y).depth_mm
      end

      def working
        lines = [region.working]
        lines << (soundings.empty? ? by_depth : by_soundings)
        lines + displaced
      end

      private

      # Triangles over the soundings and the rim: three corners [x, y, depth] each.
      def triangles
        surveyed[:triangles]
      end

      # What the solids displace, ml.
      def solid_ml
        solids.sum { |solid| solid.volume_ml * solid.count }
      end

      # Hollow as it is, ml.
      def gross_ml
        soundings.empty? ? area_mm2 * @depth_mm / 1000 : sounded_mm3 / 1000
      end

      def by_depth
        Working.new(says: "%{area} × %{depth} deep = %{ml}", parts: { **parts, depth: Quantity.new(value: @depth_mm, unit: :mm) })
      end

      def by_soundings
        deep = shallowest_mm == deepest_mm ? "%{deepest}" : "%{least} to %{deepest}"
        depths = { mean: mean_depth_mm, least: shallowest_mm, deepest: deepest_mm }
        Working.new(says: "%{count} #{MEANS.fetch(mean)}, #{deep}, #{EDGES.fetch(edge)}: mean %{mean}; %{area} × %{mean} = %{ml}",
          parts: { **parts, count: Quantity.new(value: soundings.size, unit: :sounding),
                            **depths.transform_values { |mm| Quantity.new(value: mm, unit: :mm) } })
      end

      def shallowest_mm
        soundings.map(&:depth_mm).min
      end

      def parts
        { area: Quantity.new(value: area_mm2 / 1e6, unit: :m2), ml: Quantity.new(value: gross_ml, unit: :ml) }
      end

      def displaced
        solids.map do |solid|
          Working.new(says: "less #{"%{count} × " if solid.count > 1}%{ml} #{solid.name} embedded", parts: {
            count: Quantity.new(value: solid.count, unit: :count), ml: Quantity.new(value: solid.volume_ml, unit: :ml)
          })
        end
      end

      def checked(sounding, index)
        x = Check.number("sounding #{index + 1} along", sounding.x_mm, Polygon::COORDINATE_MM, "mm")
        y = Check.number("sounding #{index + 1} up", sounding.y_mm, Polygon::COORDINATE_MM, "mm")
        depth = Check.number("sounding #{index + 1} depth", sounding.depth_mm, SOUNDED_MM, "mm")
        unless region.inside?(x, y) || Plane.edge_distance(region.loops_mm, x, y) < 0.01
          raise InputError.new("soundings.#{index}.x", "lies outside the void")
        end
        if @piece_mm && depth > @piece_mm
          raise InputError.new("soundings.#{index}.depth", "is deeper than the piece, which is #{Check.plain(@piece_mm)} mm thick")
        end

        Sounding.new(x_mm: x, y_mm: y, depth_mm: depth)
      end

      def weighed(solid, index)
        Check.number("solid #{index + 1}", solid.volume_ml, 0.001..10_000_000, "ml")
        Check.number("count of solid #{index + 1}", solid.count, 1..10_000)
        solid
      end

      def check_depths
        raise InputError.new(:depth, "or soundings must be given") if soundings.empty? && @depth_mm.nil?
        raise InputError.new(:soundings, "must be at most #{MOST_SOUNDINGS}; #{soundings.size} given") if soundings.size > MOST_SOUNDINGS
        if @depth_mm && @piece_mm && @depth_mm > @piece_mm
          raise InputError.new(:depth, "is more than the piece, which is #{Check.plain(@piece_mm)} mm thick")
        end
        if soundings.any? && soundings.all? { |sounding| sounding.depth_mm.zero? }
          raise InputError.new(:soundings, "are all 0: there is nothing to fill")
        end

        same = soundings.group_by { |sounding| [sounding.x_mm.round(3), sounding.y_mm.round(3)] }.values.find { |group| group.size > 1 }
        raise InputError.new("soundings.#{soundings.index(same.last)}.x", "is at the same place as another") if same
      end

      def sounded_mm3
        surveyed[:volume]
      end

      def surveyed
        KNOWN.recall([region, soundings, edge, mean]) do
          faces = rim_and_soundings
          volume = if mean == :cells && edge == :upright then by_cells
                   else by_triangles(faces)
                   end
          { triangles: faces, volume: volume }
        end
      end

      # Where walls are upright, the slivers between a round edge and its thinned rim are as deep as the mean.
      def by_triangles(faces)
        flat = faces.map { |face| face.map { |x, y, _| [x, y] } }
        volume = over(flat.zip(faces).map { |polygon, face| [polygon, ->(x, y) { plane(face, x, y) }] })
        return volume if edge == :sloping

        covered = over(flat.map { |polygon| [polygon, ->(_, _) { 1.0 }] })
        covered.positive? ? volume * area_mm2 / covered : soundings.sum(&:depth_mm) / soundings.size * area_mm2
      end

      # A surface through soundings and rim, as triangles; the rim is thinned where it has very many corners.
      def rim_and_soundings
        points = soundings.map { |sounding| [sounding.x_mm, sounding.y_mm, sounding.depth_mm] }
        taken = points.to_h { |x, y, _| [[x.round(3), y.round(3)], true] }
        region.loops_mm.each do |loop|
          step = [loop.size / RIM_POINTS, 1].max
          loop.each_slice(step).map(&:first).each do |x, y|
            key = [x.round(3), y.round(3)]
            next if taken[key]

            taken[key] = true
            points << [x, y, edge == :sloping ? 0.0 : nearest(x, y).depth_mm]
          end
        end
        Triangles.new(points.map { |x, y, _| [x, y] }).all.map { |triangle| triangle.map { |i| points[i] } }
      end

      # Each sounding speaks for the area nearest to it.
      def by_cells
        x0, y0, x1, y1 = region.box
        over(soundings.map do |sounding|
          cell = [[x0 - 1, y0 - 1], [x1 + 1, y0 - 1], [x1 + 1, y1 + 1], [x0 - 1, y1 + 1]]
          soundings.each { |other| cell = nearer(cell, sounding, other) unless other.equal?(sounding) || cell.empty? }
          [cell, ->(_, _) { sounding.depth_mm }]
        end)
      end

      def nearer(cell, sounding, other)
        mx = (sounding.x_mm + other.x_mm) / 2
        my = (sounding.y_mm + other.y_mm) / 2
        dx = other.x_mm - sounding.x_mm
        dy = other.y_mm - sounding.y_mm
        Plane.clip(cell, [mx, my], [mx - dy, my + dx])
      end

      # Depth integrated over what lies inside the plan, mm3.
      # @param faces [Array] convex polygon anticlockwise and its depth by place
      def over(faces)
        slices = region.slices
        faces.sum do |polygon, depth|
          next 0.0 if polygon.size < 3

          low, high = polygon.map(&:first).minmax
          from = slices.bsearch_index { |slice| slice.x1 > low } || slices.size
          total = 0.0
          while from < slices.size && slices[from].x0 < high
            total += share(polygon, slices[from], depth)
            from += 1
          end
          total
        end
      end

      def share(polygon, slice, depth)
        corners = slice.corners
        cut = corners.each_index.reduce(polygon) { |left, i| left.empty? ? left : Plane.clip(left, corners[i], corners[i - 3]) }
        return 0.0 if cut.size < 3

        area, x, y = Plane.centre(cut)
        area.abs * depth.call(x, y)
      end

      def nearest(x, y)
        soundings.min_by { |sounding| ((sounding.x_mm - x)**2) + ((sounding.y_mm - y)**2) }
      end

      def within?(corners, x, y)
        corners.each_index.all? do |i|
          a = corners[i]
          b = corners[i - 2]
          ((b[0] - a[0]) * (y - a[1])) - ((b[1] - a[1]) * (x - a[0])) >= -1e-6
        end
      end

      # Height of the plane through three corners.
      def plane(corners, x, y)
        (x0, y0, d0), (x1, y1, d1), (x2, y2, d2) = corners
        whole = ((x1 - x0) * (y2 - y0)) - ((x2 - x0) * (y1 - y0))
        one = (((x - x0) * (y2 - y0)) - ((x2 - x0) * (y - y0))) / whole
        two = (((x1 - x0) * (y - y0)) - ((x - x0) * (y1 - y0))) / whole
        d0 + (one * (d1 - d0)) + (two * (d2 - d0))
      end
    end
  end
end
