# frozen_string_literal: true

require "json"

module Dakren
  module Document
    # Something drawn at the drawing table: points in mm and the tool they were set with. Measured at once, and then
    # put into the job as a shape, a sounding or the scale of a picture.
    class Drawn
      TOOLS = %w[outline box round sounding scale].freeze
      MOST_POINTS = 2000
      CURVE = [true, 1].freeze
      # More corners than this are kept as one outline, not as rows to type in.
      ROWS_MOST = 60

      attr_reader :tool, :points

      # @param tool [String] of TOOLS @param text [String] JSON: [[x, y, curve], ...], x and y in mm
      # @raise [InputError] naming drawn
      def initialize(tool, text)
        raise InputError.new("drawn", "needs a tool") unless TOOLS.include?(tool)

        @tool = tool
        @points = read(text)
      end

      # @return [Object, nil] shape of Size; nil while there is too little
      # @raise [InputError]
      def shape
        case tool
        when "outline" then points.size < 3 ? nil : Geometry::Polygon.new(corners)
        when "box" then points.size < 2 ? nil : Geometry::Rectangle.new(length_mm: span(0), width_mm: span(1))
        when "round" then points.size < 2 ? nil : Geometry::Circle.new(diameter_mm: [span(0), span(1)].max)
        end
      end

      # Corners as they are kept: curves are cut into lines.
      def corners
        curved? ? Geometry::Flatten.smooth(points) : points.map { |x, y, _| [x, y] }
      end

      def curved?
        points.any? { |point| point[2] }
      end

      # The line from the last point but one to the last, mm.
      def last_side_mm
        points.size < 2 ? nil : Math.hypot(points[-1][0] - points[-2][0], points[-1][1] - points[-2][1])
      end

      # @param document [Hash] @param place [String] id @param sign [String] "add" or "take"
      # @return [Hash] the document with the shape in it
      # @raise [InputError] naming drawn
      def put(document, place, sign)
        made = shape or raise InputError.new("drawn", "needs #{tool == "outline" ? "three corners" : "two corners"} at least")
        shapes = "#{place}-shapes"
        list = JobDocument.ids(document, shapes)
        id = blank_shape(document, place, list) || fresh(list)
        at = Geometry::Plane.box(made.is_a?(Geometry::Polygon) ? made.corners_mm : points.map { |point| point.first(2) })
        kept = { shapes => list | [id], "#{place}-#{id}-sign" => sign, "#{place}-#{id}-x" => mm(at[0]), "#{place}-#{id}-y" => mm(at[1]) }
        document.reject { |key, _| key.start_with?("#{place}-#{id}-") }.merge(kept, fields(made, "#{place}-#{id}-"))
      end

      # @param depth [String] as typed
      # @return [Hash] the document with a sounding in it
      def sound(document, place, depth, page)
        raise InputError.new("drawn", "needs a point in the void") if points.empty?

        key = "#{place}-soundings"
        row = [mm(points.last[0]), mm(points.last[1]), AsTyped.new(typed: depth, bare: Fields::PLACE["depth"].bare(page)).to_kept]
        document.merge(key => (document[key] || []) + [row])
      end

      # @param mm_per_px [Float] by which the picture lies on the table now @param length_mm [Float] between the two points
      # @param which [String] "first" or "second"
      # @return [Hash] the document with the scale in it
      def scale(document, place, mm_per_px, length_mm, which)
        raise InputError.new("drawn", "needs two points on the picture") if points.size < 2

        pair = [*points[-2].first(2), *points[-1].first(2)].map { |side| side / mm_per_px } + [length_mm]
        key = "#{place}-picture_scale"
        before = which == "second" ? (JSON.parse(document[key].to_s) rescue {}) : {} # rubocop:disable Style/RescueModifier
        made = before.merge(which => pair)
        Geometry::PictureScale.new(made["first"] || pair, made["second"])
        document.merge(key => JSON.generate(made))
      end

      private

      def read(text)
        list = JSON.parse(text.to_s.empty? ? "[]" : text.to_s)
        good = list.is_a?(Array) && list.size <= MOST_POINTS && list.all? do |point|
          point.is_a?(Array) && point.size.between?(2, 3) && point.first(2).all? { |side| number?(side) }
        end
        raise InputError.new("drawn", "cannot be read: draw it again") unless good

        list.map { |x, y, curve| [x.to_f, y.to_f, CURVE.include?(curve)] }.chunk_while { |one, two| one.first(2) == two.first(2) }
          .map(&:first)
      rescue JSON::ParserError
        raise InputError.new("drawn", "cannot be read: draw it again")
      end

      def number?(value)
        value.is_a?(Numeric) && value.to_f.finite? && value.abs <= 1_000_000
      end

      def span(axis)
        (points[-1][axis] - points[0][axis]).abs
      end

      # The shape a new job opens with, while nobody has typed into it.
      def blank_shape(document, place, list)
        list.find do |id|
          list.size == 1 && document.none? do |key, value|
            key.start_with?("#{place}-#{id}-") && !key.match?(/-(?:shape|sign)\z/) && !AsTyped.kept(value).blank?
          end
        end
      end

      def fresh(list)
        id = "s#{SecureRandom.random_number(10..99_999)}" while id.nil? || list.include?(id)
        id
      end

      def mm(value)
        AsTyped.new(typed: Check.plain(value.to_f.round(1)), bare: :mm).to_kept
      end

      def fields(made, prefix)
        case made
        when Geometry::Rectangle then {
          "#{prefix}shape" => "rectangle", "#{prefix}length" => mm(made.length_mm), "#{prefix}width" => mm(made.width_mm)
        }
        when Geometry::Circle then { "#{prefix}shape" => "circle", "#{prefix}diameter" => mm(made.diameter_mm) }
        else polygon(made, prefix)
        end
      end

      def polygon(made, prefix)
        x0, y0, = Geometry::Plane.box(made.corners_mm)
        local = made.corners_mm.map { |x, y| [x - x0, y - y0] }
        if !curved? && local.size <= ROWS_MOST
          return { "#{prefix}shape" => "polygon", "#{prefix}corners" => local.map { |x, y| [mm(x), mm(y)] } }
        end

        { "#{prefix}shape" => "outline", "#{prefix}loops" => JSON.generate([local.map { |x, y| [x.round(3), y.round(3)] }]) }
      end
    end
  end
end
