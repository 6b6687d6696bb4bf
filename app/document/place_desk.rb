# frozen_string_literal: true

require "json"

module Dakren
  module Document
    # One place of a piece read into the core: its shapes, its depth or soundings, what is cast in.
    class PlaceDesk
      SORTS = { "void" => :void, "cavity" => :cavity, "joint" => :joint, "damage" => :damage }.freeze
      PLANS = %w[flat void].freeze

      attr_reader :id, :place, :remarks

      # @param reading [Reader] of the place
      def initialize(id, reading)
        @id = id
        @reading = reading
        @remarks = []
        @place = read
      end

      def form
        @reading.choice("form")
      end

      def sort
        SORTS.fetch(form, :surface)
      end

      def name
        given = @reading.text("name").strip
        given.empty? ? default_name : given[0, 60]
      end

      # Is it given by shapes in a plan?
      def plan?
        PLANS.include?(form)
      end

      # The plan alone, where the shapes can be read: it is drawn even while a depth is missing.
      # @return [Geometry::Region, Object, nil]
      attr_reader :region

      # @return [Array<Array(String, Geometry::Placed)>] shapes that could be read, by id
      def shapes
        @shapes || []
      end

      private

      def default_name
        Fields::FORMS.fetch(form)
      end

      def read
        texture = @reading.figure("texture") || 0
        shape = plan? ? planned : bodied
        shape && Work::Place.new(name: name, sort: sort, shape: shape, texture_pct: texture)
      end

      def planned
        @region = read_region
        return unless @region

        @remarks = @region.respond_to?(:remarks) ? @region.remarks : []
        form == "void" ? hollow : @region
      end

      # A single shape is itself; several, or one that is moved, turned or repeated, are a region.
      def read_region
        ids = @reading.ids("shapes")
        return @reading.miss("shapes", "a shape") if ids.empty?

        found = ids.each_with_index.map { |id, i| [id, placed(@reading.within("#{id}-"), i)] }
        @shapes = found.select(&:last)
        return if found.size > @shapes.size

        only = @shapes.first[1]
        return within_area(only.shape) if @shapes.size == 1 && only.count == 1 && form == "flat" && only.turn_deg.zero?

        within_area(Geometry::Region.new(@shapes.map(&:last)))
      rescue InputError => e
        shape_complaint(e)
      end

      def shape_complaint(error)
        first = @reading.within("#{@reading.ids("shapes").first}-")
        return first.complain(error.field == "step" ? "dx" : error.field, error.allowed) if Fields.of(first.key(error.field))

        @reading.complain("shapes", error.allowed)
      end

      def placed(reading, index)
        shape = ShapeDesk.new(reading).shape or return
        x = reading.figure("x") || 0
        y = reading.figure("y") || 0
        turn = reading.figure("turn") || 0
        count = reading.figure("count") || 1
        return reading.complain("count", "must be a whole number") unless count == count.to_i

        step = [reading.figure("dx") || 0, reading.figure("dy") || 0]
        if count > 1 && step.all?(&:zero?)
          return reading.complain("dx", "must be given where a shape is repeated: all #{count.to_i} would lie on one another")
        end

        Geometry::Placed.new(shape: shape, sign: reading.choice("sign") == "take" ? -1 : 1, at_mm: [x.to_f, y.to_f], turn_deg: turn.to_f,
          count: count.to_i, step_mm: step.map(&:to_f),
          name: "#{Fields::SHAPES.fetch(reading.choice("shape"))} #{index + 1}")
      end

      def within_area(outline)
        return outline if Geometry::AREA_M2.cover?(outline.area_mm2 / 1e6)

        raise InputError.new("length",
          "makes a piece of #{Check.plain((outline.area_mm2 / 1e6).round(7))} m²; at most 200000 m² can be planned")
      end

      def hollow
        soundings = @reading.rows("soundings")
        solids = @reading.rows("solids", optional: %w[count])
        depth = @reading.figure("depth", needed: soundings&.empty?)
        piece = @reading.figure("piece")
        return if soundings.nil? || solids.nil? || (depth.nil? && soundings.empty?)

        @reading.guarded("depth", { "piece_mm" => "piece" }) do
          Geometry::Void.new(@region, depth_mm: soundings.empty? ? depth.to_f : nil, piece_mm: piece&.to_f,
            edge: @reading.choice("edge").to_sym, mean: @reading.choice("mean").to_sym,
            soundings: soundings.map { |x, y, d| Geometry::Sounding.new(x_mm: x.to_f, y_mm: y.to_f, depth_mm: d.to_f) },
            solids: solids.map { |ml, count| Geometry::Solid.new(name: "piece", volume_ml: ml.to_f, count: (count || 1).to_f) })
        end
      end

      def bodied
        case form
        when "cylinder" then with(diameter: true, height: true) { |d, h| Geometry::CylinderSide.new(diameter_mm: d, height_mm: h) }
        when "rod" then with(diameter: true, length: true) { |d, l| Geometry::Rod.new(diameter_mm: d, height_mm: l) }
        when "cone" then with(diameter: true, top: true, height: true) do |d, t, h|
          Geometry::ConeSide.new(bottom_mm: d, top_mm: t, height_mm: h)
        end
        when "box" then with(length: true, width: true, height: true) do |l, w, h|
          Geometry::BoxInside.new(length_mm: l, width_mm: w, height_mm: h)
        end
        when "pool" then pool
        when "cavity" then with(bottom: true, rim: true, height: true, fill: false, count: false) do |b, r, h, f, c|
          Geometry::Cavity.new(bottom_mm: b, top_mm: r, height_mm: h, fill_mm: f, count: c || 1)
        end
        when "joint" then with(length: true) { |l| Geometry::Joint.new(length_mm: l) }
        when "damage" then with(hole_length: true, hole_width: false, thickness: true) do |l, w, t|
          Work::Damage.new(hole_length_mm: l, hole_width_mm: w, thickness_mm: t)
        end
        end
      end

      def pool
        width = @reading.figure("width", needed: true)
        levels = @reading.rows("levels", least: 1)
        width && levels && @reading.guarded("width") do
          Geometry::SteppedPool.new(width_mm: width.to_f, steps_mm: levels.map { |row| row.map(&:to_f) })
        end
      end

      # Figures by name, each needed or not; the block only where all that are needed are there.
      def with(**names)
        figures = names.map { |name, needed| [needed, @reading.figure(name.to_s, needed: needed)] }
        return if figures.any? { |needed, figure| needed && figure.nil? }

        @reading.guarded(names.keys.first.to_s) { yield(*figures.map { |_, figure| figure&.to_f }) }
      end
    end

    # One shape of a plan read into the core.
    class ShapeDesk
      attr_reader :shape

      # @param reading [Reader] of the shape
      def initialize(reading)
        @reading = reading
        @shape = read
      end

      private

      def read
        case @reading.choice("shape")
        when "rectangle" then build(Geometry::Rectangle, length_mm: figure("length"), width_mm: figure("width"))
        when "ellipse" then build(Geometry::Ellipse, length_mm: figure("length"), width_mm: figure("width"))
        when "circle" then build(Geometry::Circle, diameter_mm: figure("diameter"))
        when "ring" then build(Geometry::Ring, diameter_mm: figure("diameter"), hole_mm: figure("hole"))
        when "triangle"
          sides = %w[side_a side_b side_c].map { |side| figure(side) }
          build(Geometry::Triangle, sides_mm: sides.all? ? sides : nil)
        when "regular" then build(Geometry::RegularPolygon, sides: figure("sides"), across_mm: figure("diameter"))
        when "strip" then by_rows("stations", 2) { |rows| Geometry::Strip.new(rows) }
        when "outline" then outline
        else by_rows("corners", 3) { |rows| Geometry::Polygon.new(rows) }
        end
      end

      def figure(name)
        @reading.figure(name, needed: true)
      end

      def build(shape, **sides)
        return if sides.values.any?(&:nil?)

        shape.new(**sides)
      rescue InputError => e
        @reading.complain(e.field, e.allowed)
      end

      def by_rows(list, least)
        rows = @reading.rows(list, least: least)
        rows && yield(rows)
      rescue InputError => e
        @reading.complain(list, e.allowed)
      end

      # Loops that were traced or read from a file, as JSON lists of corners in mm.
      def outline
        text = @reading.text("loops")
        return @reading.miss("loops") if text.strip.empty?

        loops = JSON.parse(text)
        valid = loops.is_a?(Array) && loops.all? do |loop|
          loop.is_a?(Array) && loop.all? { |point| point.is_a?(Array) && point.size == 2 && point.all?(Numeric) }
        end
        return @reading.complain("loops", "must be closed loops of corners; trace it again or read it in again") unless valid

        Geometry::Loops.new(loops)
      rescue JSON::ParserError
        @reading.complain("loops", "cannot be read; trace it again or read it in again")
      rescue InputError => e
        @reading.complain("loops", e.allowed)
      end
    end
  end
end
