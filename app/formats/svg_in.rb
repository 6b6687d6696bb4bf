# frozen_string_literal: true

require "rexml/document"
require "rexml/streamlistener"
require_relative "svg_path"

module Dakren
  module Formats
    # Closed outlines of a drawing that somebody brought, in mm, y upwards.
    #
    # loops: closed loops; remarks: what was left out or understood how; unit: what a number in the file meant.
    Outlines = Value.define(:loops, :unit, remarks: [].freeze)

    # Reads outlines from SVG: rect, circle, ellipse, polygon, polyline, line and path, through all transforms.
    # Nothing in the file is run, fetched or looked up; a file that declares entities is refused unread.
    class SvgIn
      include REXML::StreamListener

      MM = { "mm" => 1.0, "cm" => 10.0, "in" => 25.4, "pt" => 25.4 / 72, "pc" => 25.4 / 6, "px" => 25.4 / 96, "q" => 0.25 }.freeze
      IGNORED = %w[defs symbol clippath mask pattern marker].freeze
      NUMBER = SvgPath::NUMBER
      MOST_BYTES = 8_000_000
      MOST_POINTS = 200_000
      DEEPEST = 200
      # Farther from the middle than this nothing is drawn.
      FAR = (-1e9..1e9)

      # @param text [String] the file @param unit [String, nil] "mm", "cm", "in" or "px" for a bare number, where the file does not say
      # @return [Outlines]
      # @raise [InputError] naming file
      def self.read(text, unit: nil)
        new(text, unit).outlines
      end

      def initialize(text, unit)
        @text = text
        @asked = unit
        @matrices = [[1.0, 0.0, 0.0, 1.0, 0.0, 0.0]]
        @hidden = 0
        @seen = [true]
        @lines = []
        @remarks = []
        @points = 0
      end

      def outlines
        refuse("is larger than #{MOST_BYTES / 1_000_000} MB") if @text.bytesize > MOST_BYTES
        refuse("declares entities or a document type, and such a file is not read") if @text.match?(/<!(?:ENTITY|DOCTYPE)/i)
        refuse("is no SVG drawing") unless @text.match?(/<(?:\w+:)?svg[\s>]/)

        REXML::Document.parse_stream(@text, self)
        loops, open = Geometry::Joining.loops(@lines.map { |line| line.map { |x, y| [x * @scale, -y * @scale] } })
        if open.any?
          @remarks << "#{open.size} open #{open.size == 1 ? "line was" : "lines were"} left out: only closed outlines have an area"
        end
        refuse(open.any? ? "holds only open lines; close the outline and read it in again" : "holds no outline") if loops.empty?
        Outlines.new(loops: loops, unit: @unit, remarks: @remarks.uniq)
      rescue REXML::ParseException, RangeError, ArgumentError
        refuse("is broken: it is no well-formed SVG")
      end

      # @!visibility private
      def tag_start(name, attributes)
        name = name.split(":").last.downcase
        refuse("is nested too deeply") if @matrices.size > DEEPEST
        style = style_of(attributes)
        @matrices << multiply(@matrices.last, placed(name, attributes))
        @seen.push(style.key?("visibility") ? !%w[hidden collapse].include?(style["visibility"]) : @seen.last)
        @hidden += 1 if hidden?(name, attributes, style)
        draw(name, attributes) if @hidden.zero? && @seen.last && @scale
      end

      # @!visibility private
      def tag_end(name)
        @matrices.pop
        @seen.pop
        @hidden -= 1 if @hides.pop
        name
      end

      private

      # What is not shown is no part of the outline.
      def hidden?(name, attributes, style)
        hides = IGNORED.include?(name) || style["display"] == "none"
        (@hides ||= []).push(hides)
        @remarks << "#{name} parts are not read" if %w[use image text script style foreignobject].include?(name)
        @remarks << "classes are not read: what a style sheet hides is counted" if attributes["class"] && styled?
        hides
      end

      def styled?
        @styled = @text.match?(/<(?:\w+:)?style[\s>]/i) if @styled.nil?
        @styled
      end

      # Attributes of showing, those of the style before those of the element.
      def style_of(attributes)
        own = attributes["style"].to_s.split(";")
          .filter_map { |part| (pair = part.split(":", 2).map { |one| one.strip.downcase }) && pair.size == 2 ? pair : nil }.to_h
        { "display" => attributes["display"], "visibility" => attributes["visibility"] }.compact
          .transform_values { |value| value.strip.downcase }.merge(own)
      end

      # Where a part lies in what is round it: its own transform, and for a drawing in the drawing where its view lies.
      def placed(name, attributes)
        own = transform(attributes["transform"])
        return own unless name == "svg"
        return multiply(own, outermost(attributes)) if @scale.nil?

        multiply(own, inner_view(attributes))
      end

      # One number of the drawing in mm: from the page's size, as asked, or as pixels.
      def outermost(attributes)
        width = length(attributes["width"])
        high = length(attributes["height"])
        box = view_box(attributes)
        if box && (width || high)
          @scale = 1.0
          @unit = "#{Check.plain(((width || high) / (width ? box[2] : box[3])).round(6))} mm, from the page's size"
          return fitted(box, [0.0, 0.0, width || (high * box[2] / box[3]), high || (width * box[3] / box[2])],
            attributes["preserveAspectRatio"])
        end
        refuse("does not say how large it is: choose what a number in it means", "unit") unless @asked

        @scale = MM.fetch(@asked)
        @unit = @asked
        [1.0, 0.0, 0.0, 1.0, 0.0, 0.0]
      end

      # A drawing in the drawing: its window, and its own view fitted into that.
      def inner_view(attributes)
        x, y = %w[x y].map { |key| attributes[key].to_s[NUMBER].to_f }
        box = view_box(attributes) or return [1.0, 0.0, 0.0, 1.0, x, y]
        wide, high = %w[width height].map { |key| attributes[key].to_s.match?(/%|\A\s*\z/) ? nil : attributes[key].to_s[NUMBER].to_f }
        @remarks << "a drawing inside the drawing says no size of its own: it is taken as large as it says its view is" unless wide && high
        fitted(box, [x, y, wide || box[2], high || box[3]], attributes["preserveAspectRatio"])
      end

      # @return [Array(Float, Float, Float, Float), nil]
      def view_box(attributes)
        box = attributes["viewBox"].to_s.scan(NUMBER).map(&:to_f)
        box if box.size == 4 && box[2].positive? && box[3].positive?
      end

      # The matrix that lays a view into a window, as preserveAspectRatio says.
      def fitted(box, window, ratio)
        words = ratio.to_s.strip.split
        across = window[2] / box[2]
        up = window[3] / box[3]
        return [across, 0.0, 0.0, up, window[0] - (box[0] * across), window[1] - (box[1] * up)] if words.first == "none"

        size = words.include?("slice") ? [across, up].max : [across, up].min
        align = words.grep(/\Ax(?:Min|Mid|Max)Y(?:Min|Mid|Max)\z/).first || "xMidYMid"
        share = { "Min" => 0.0, "Mid" => 0.5, "Max" => 1.0 }
        left = window[0] + ((window[2] - (box[2] * size)) * share.fetch(align[1, 3])) - (box[0] * size)
        top = window[1] + ((window[3] - (box[3] * size)) * share.fetch(align[5, 3])) - (box[1] * size)
        [size, 0.0, 0.0, size, left, top]
      end

      # A length with a unit of its own, mm; nil for a bare number or a share.
      def length(text)
        match = text.to_s.strip.match(/\A([\d.]+(?:e[+-]?\d+)?)(mm|cm|in|pt|pc|q)\z/i)
        match && (match[1].to_f * MM.fetch(match[2].downcase))
      end

      def draw(name, attributes)
        number = ->(key) { attributes[key].to_s[NUMBER].to_f }
        case name
        when "rect" then rect(*%w[x y width height].map(&number), if attributes["rx"] || attributes["ry"]
                                                                    number.call(attributes["rx"] ? "rx" : "ry")
                                                                  else
                                                                    0.0
                                                                  end)
        when "circle" then round(number.call("cx"), number.call("cy"), number.call("r"), number.call("r"))
        when "ellipse" then round(number.call("cx"), number.call("cy"), number.call("rx"), number.call("ry"))
        when "line" then add([[number.call("x1"), number.call("y1")], [number.call("x2"), number.call("y2")]])
        when "polygon", "polyline"
          points = attributes["points"].to_s.scan(NUMBER).map(&:to_f).each_slice(2).select { |pair| pair.size == 2 }
          add(name == "polygon" ? points + points.first(1) : points)
        when "path" then SvgPath.new(attributes["d"].to_s, tolerance).lines.each { |line| add(line) }
        end
      end

      # The tolerance in units of the shape that is drawn.
      def tolerance
        a, b, c, d = @matrices.last
        Geometry::Flatten::TOLERANCE_MM / [@scale * [Math.hypot(a, b), Math.hypot(c, d)].max, 1e-9].max
      end

      def rect(x, y, width, height, radius)
        return unless width.positive? && height.positive?
        return add([[x, y], [x + width, y], [x + width, y + height], [x, y + height], [x, y]]) if radius.zero?

        r = [radius, width / 2, height / 2].min
        corners = [[x + width - r, y + r, -90], [x + width - r, y + height - r, 0], [x + r, y + height - r, 90], [x + r, y + r, 180]]
        points = corners.flat_map { |cx, cy, from| Geometry::Flatten.arc(cx, cy, r, from * Math::PI / 180, Math::PI / 2, tolerance) }
        add(points + points.first(1))
      end

      def round(cx, cy, rx, ry)
        return unless rx.positive? && ry.positive?

        pieces = [Geometry::Flatten.arc_pieces([rx, ry].max, 2 * Math::PI, tolerance), 24].max
        points = Geometry::Plane.round(2 * rx, 2 * ry, edges: pieces).map { |x, y| [cx - rx + x, cy - ry + y] }
        add(points + points.first(1))
      end

      def add(points)
        @points += points.size
        refuse("has more than #{MOST_POINTS} points") if @points > MOST_POINTS
        refuse("has a number that no drawing has") unless points.all? { |x, y| FAR.cover?(x) && FAR.cover?(y) }
        a, b, c, d, e, f = @matrices.last
        @lines << points.map { |x, y| [(a * x) + (c * y) + e, (b * x) + (d * y) + f] } if points.size > 1
      end

      def transform(text)
        return [1.0, 0.0, 0.0, 1.0, 0.0, 0.0] if text.nil?

        text.scan(/(\w+)\s*\(([^)]*)\)/).reduce([1.0, 0.0, 0.0, 1.0, 0.0, 0.0]) do |whole, (name, numbers)|
          multiply(whole, one(name.downcase, numbers.scan(NUMBER).map(&:to_f)))
        end
      end

      def one(name, n)
        cos = Math.cos((n[0] || 0) * Math::PI / 180)
        sin = Math.sin((n[0] || 0) * Math::PI / 180)
        case name
        when "matrix" then n.size == 6 ? n : refuse("has a transform that cannot be read")
        when "translate" then [1.0, 0.0, 0.0, 1.0, n[0] || 0.0, n[1] || 0.0]
        when "scale" then [n[0] || 1.0, 0.0, 0.0, n[1] || n[0] || 1.0, 0.0, 0.0]
        when "rotate" then multiply(multiply([1.0, 0.0, 0.0, 1.0, n[1] || 0.0, n[2] || 0.0], [cos, sin, -sin, cos, 0.0, 0.0]),
          [1.0, 0.0, 0.0, 1.0, -(n[1] || 0.0), -(n[2] || 0.0)])
        when "skewx" then [1.0, 0.0, sin / cos, 1.0, 0.0, 0.0]
        when "skewy" then [1.0, sin / cos, 0.0, 1.0, 0.0, 0.0]
        else refuse("has a transform that is not known: #{name[0, 20]}")
        end
      end

      def multiply(m, n)
        [(m[0] * n[0]) + (m[2] * n[1]), (m[1] * n[0]) + (m[3] * n[1]), (m[0] * n[2]) + (m[2] * n[3]), (m[1] * n[2]) + (m[3] * n[3]),
          (m[0] * n[4]) + (m[2] * n[5]) + m[4], (m[1] * n[4]) + (m[3] * n[5]) + m[5]]
      end

      def refuse(allowed, field = "file")
        raise InputError.new(field, allowed)
      end
    end
  end
end
