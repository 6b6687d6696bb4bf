# frozen_string_literal: true

module Dakren
  module Formats
    # Reads outlines from the drawing exchange format as text: LINE, LWPOLYLINE, POLYLINE, ARC, CIRCLE, ELLIPSE, SPLINE.
    class DxfIn
      # The header's unit code to mm.
      UNITS = { 1 => ["in", 25.4], 2 => ["ft", 304.8], 4 => ["mm", 1.0], 5 => ["cm", 10.0], 6 => ["m", 1000.0], 13 => ["micron", 0.001] }
        .freeze
      ASKED = { "mm" => 1.0, "cm" => 10.0, "in" => 25.4, "px" => 25.4 / 96 }.freeze
      MOST_BYTES = 16_000_000
      MOST_POINTS = 400_000
      # Farther from the middle than this nothing is drawn.
      FAR = (-1e9..1e9)
      # Entities drawn in a plane of their own: seen from below, where its normal points away, they are mirrored.
      OWN_PLANE = %w[CIRCLE ARC LWPOLYLINE POLYLINE].freeze
      # A plane whose normal leans by more than this is no plan seen from above.
      UPRIGHT = 0.999

      # @param text [String] @param unit [String, nil] of a bare number, where the file does not say
      # @return [Outlines]
      # @raise [InputError] naming file or unit
      def self.read(text, unit: nil)
        new(text, unit).outlines
      end

      def initialize(text, unit)
        @text = text
        @asked = unit
        @lines = []
        @skipped = Hash.new(0)
        @points = 0
      end

      def outlines
        refuse("is larger than #{MOST_BYTES / 1_000_000} MB") if @text.bytesize > MOST_BYTES
        refuse("is a binary drawing: save it as text (ASCII) and read it in again") if @text.start_with?("AutoCAD Binary")
        pairs = read_pairs
        told_unit(pairs)
        entities(pairs).each { |name, codes| draw(name, codes) }
        loops, open = Geometry::Joining.loops(@lines.map { |line| line.map { |x, y| [x * @scale, y * @scale] } })
        if loops.empty?
          refuse(open.any? ? "holds only open lines: the ends of an outline must meet within #{Geometry::Joining::GAP_MM} mm" : "holds " \
            "no outline that can be read")
        end
        Outlines.new(loops: loops, unit: @unit, remarks: remarks(open))
      end

      private

      def remarks(open)
        found = @skipped.map { |name, count| "#{count} #{name[0, 20]} left out" }
        found << "#{open.size} open #{open.size == 1 ? "line" : "lines"} left out: only closed outlines have an area" if open.any?
        found
      end

      # Group codes with their values.
      def read_pairs
        lines = @text.each_line.map(&:strip)
        refuse("is no drawing exchange file") unless lines.first(400).include?("SECTION") && lines.include?("ENTITIES")

        lines.each_slice(2).map do |code, value|
          refuse("is broken: a group code is no number") unless code.match?(/\A-?\d{1,5}\z/)
          [code.to_i, value.to_s]
        end
      end

      def told_unit(pairs)
        at = pairs.index([9, "$INSUNITS"])
        code = at ? pairs[at + 1].to_a[1].to_i : 0
        @unit, @scale = UNITS[code]
        return if @scale

        @scale = ASKED[@asked]
        @unit = @asked
        refuse("does not say its unit: choose what a number in it means", "unit") unless @scale
      end

      # @return [Array<Array(String, Array)>] each entity with its codes; a POLYLINE has its vertices behind it
      def entities(pairs)
        from = pairs.index([2, "ENTITIES"]) or refuse("holds no ENTITIES")
        found = []
        pairs[(from + 1)..].each do |code, value|
          break if code.zero? && value == "ENDSEC"

          code.zero? ? found << [value, []] : found.last&.last&.push([code, value])
        end
        found
      end

      def draw(name, codes)
        normal = number(codes, 230) || 1.0
        return @skipped["#{name} at a tilt"] += 1 if normal.abs < UPRIGHT && name != "VERTEX"

        @mirrored = OWN_PLANE.include?(name) && normal.negative? unless %w[VERTEX SEQEND].include?(name)
        case name
        when "LINE" then add([point(codes, 10), point(codes, 11)])
        when "CIRCLE" then circle(codes)
        when "ARC" then add(Geometry::Flatten.arc(*point(codes, 10), radius(codes), radians(codes, 50), sweep(codes), tolerance))
        when "ELLIPSE" then ellipse(codes)
        when "LWPOLYLINE" then polyline(lightweight(codes), closed?(codes))
        when "POLYLINE" then @vertices = [[], closed?(codes)]
        when "VERTEX" then @vertices&.first&.push([*point(codes, 10), number(codes, 42) || 0.0])
        when "SEQEND" then @vertices && polyline(*@vertices).then { @vertices = nil }
        when "SPLINE" then spline(codes)
        else @skipped[name] += 1
        end
      end

      def tolerance
        Geometry::Flatten::TOLERANCE_MM / @scale
      end

      def number(codes, code)
        text = codes.find { |key, _| key == code }&.last
        text && float(text)
      end

      def float(text)
        value = Float(text, exception: false)
        refuse("has a number that is none: #{text[0, 20]}") unless value&.finite?
        value
      end

      def point(codes, code)
        [number(codes, code) || 0.0, number(codes, code + 10) || 0.0]
      end

      def radius(codes)
        radius = number(codes, 40).to_f
        radius.positive? ? radius : refuse("has a circle without a radius")
      end

      def radians(codes, code)
        (number(codes, code) || 0.0) * Math::PI / 180
      end

      def sweep(codes)
        (radians(codes, 51) - radians(codes, 50)) % (2 * Math::PI)
      end

      def closed?(codes)
        number(codes, 70).to_i.allbits?(1)
      end

      def circle(codes)
        x, y = point(codes, 10)
        r = radius(codes)
        pieces = [Geometry::Flatten.arc_pieces(r, 2 * Math::PI, tolerance), 24].max
        points = Geometry::Plane.round(2 * r, 2 * r, edges: pieces).map { |px, py| [x - r + px, y - r + py] }
        add(points + points.first(1))
      end

      def ellipse(codes)
        from = number(codes, 41) || 0.0
        to = number(codes, 42) || (2 * Math::PI)
        ratio = (number(codes, 40) || 1.0) * ((number(codes, 230) || 1.0).negative? ? -1 : 1)
        points = Geometry::Flatten.ellipse(*point(codes, 10), point(codes, 11), ratio, from, to - from, tolerance)
        add(points)
      end

      def lightweight(codes)
        vertices = []
        codes.each do |code, value|
          case code
          when 10 then vertices << [float(value), 0.0, 0.0]
          when 20 then vertices.last && vertices.last[1] = float(value)
          when 42 then vertices.last && vertices.last[2] = float(value)
          end
        end
        vertices
      end

      def polyline(vertices, closed)
        return if vertices.size < 2

        ring = closed ? vertices + vertices.first(1) : vertices
        points = [ring.first.first(2)]
        ring.each_cons(2) { |from, to| points.concat(Geometry::Flatten.bulge(from.first(2), to.first(2), from[2], tolerance)) }
        add(points)
      end

      def spline(codes)
        degree = (number(codes, 71) || 3).to_i
        knots = codes.select { |code, _| code == 40 }.map { |_, value| float(value) }
        xs = codes.select { |code, _| code == 10 }.map { |_, value| float(value) }
        ys = codes.select { |code, _| code == 20 }.map { |_, value| float(value) }
        weights = codes.select { |code, _| code == 41 }.map { |_, value| float(value) }
        control = xs.zip(ys)
        unless degree.between?(1, 10) && control.size > degree && knots.size == control.size + degree + 1 && ys.size == xs.size &&
            knots.each_cons(2).all? { |one, two| two >= one }
          return @skipped["SPLINE that cannot be read"] += 1
        end

        add(Geometry::Flatten.spline(degree, knots, control, weights.size == control.size ? weights : nil, tolerance))
      end

      def add(points)
        @points += points.size
        refuse("has more than #{MOST_POINTS} points") if @points > MOST_POINTS
        refuse("has a number that no drawing has") unless points.all? { |x, y| FAR.cover?(x) && FAR.cover?(y) }
        points = points.chunk_while { |one, two| one == two }.map(&:first)
        points = points.map { |x, y| [-x, y] } if @mirrored
        @lines << points if points.size > 1
      end

      def refuse(allowed, field = "file")
        raise InputError.new(field, allowed)
      end
    end
  end
end
