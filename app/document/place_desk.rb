# frozen_string_literal: true

require "json"

module Dakren
  module Document
    # One place of a piece read into the core: its shapes, its depth or soundings, what is cast in.
    class PlaceDesk
      # Hollows are surveyed once for what was told of them.
      HOLLOWS = Memo.new(300)

      # planed: Geometry::Planed, nil where nothing of that was told.
      attr_reader :id, :place, :remarks, :planed

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

      # @return [PlaceForms::Form]
      def declared
        PlaceForms::ALL.fetch(form)
      end

      # Which of these fields are asked of it.
      # @param names [Array<String>]
      def asked(names)
        names.select { |name| @reading.asked?(name) }
      end

      def sort
        @sort ||= declared.sort
      end

      def name
        given = @reading.text("name").strip
        given.empty? ? default_name : given[0, 60]
      end

      # Which part of the piece it belongs to, and which face of that.
      # @return [Array(String, Symbol)]
      def face
        [@reading.text("part").strip.downcase, @reading.choice("side").to_sym]
      end

      # Is it told which face of which part it is?
      def face_told?
        face != ["", :top]
      end

      # Is it given by shapes in a plan?
      def plan?
        declared.plan?
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
        unless ["", *Fields::PLACE["side"].choices.keys].include?(@reading.text("side"))
          @reading.complain("side", "must be one of: #{Fields::PLACE["side"].choices.values.join(", ")}")
        end
        texture = @reading.figure("texture") || 0
        shape = plan? ? planned : bodied
        wall = read_wall
        channel = @reading.asked?("channel") ? @reading.figure("channel")&.to_f : nil
        shape && Work::Place.new(name: name, sort: sort, shape: shape, texture_pct: texture, wall: wall, channel_mm: channel)
      end

      # @return [Cure::Wall, nil] nil where it goes by the work
      def read_wall
        return unless @reading.asked?("ground")

        ground = @reading.choice("ground")
        return Cure::Wall::GROUNDS[ground.to_sym] unless ground == "own"

        mm, w_mk, mj_m3k = %w[wall_mm wall_w wall_c].map { |name| @reading.figure(name, needed: true)&.to_f }
        mm && w_mk && mj_m3k && Cure::Wall.of(mm: mm, w_mk: w_mk, mj_m3k: mj_m3k)
      end

      def planned
        @region = read_region
        # Whatever is missing is told at once, whether its plan can be drawn or not.
        told = form == "void" ? told_of_hollow : nil
        return unless @region

        @remarks = @region.respond_to?(:remarks) ? @region.remarks : []
        told ? hollow(**told) : @region
      end

      # A single shape is itself; several, or one that is moved, turned or repeated, are a region.
      def read_region
        ids = @reading.ids("shapes")
        return @reading.miss("shapes", "a shape") if ids.empty?

        found = ids.each_with_index.map { |id, i| [id, placed(@reading.part(id), i)] }
        @shapes = found.select(&:last)
        return if found.size > @shapes.size

        only = @shapes.first[1]
        return within_area(only.shape) if @shapes.size == 1 && only.count == 1 && form == "flat" && only.turn_deg.zero?

        within_area(Geometry::Region.new(@shapes.map(&:last)))
      rescue InputError => e
        shape_complaint(e)
      end

      def shape_complaint(error)
        first = @reading.part(@reading.ids("shapes").first)
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

        rows, step = laid_out(reading, shape, count.to_i, turn)
        Geometry::Placed.new(shape: shape, sign: reading.choice("sign") == "take" ? -1 : 1, at_mm: [x.to_f, y.to_f], turn_deg: turn.to_f,
          count: count.to_i, step_mm: step, rows: rows,
          name: "#{Fields::SHAPES.fetch(reading.choice("shape"))} #{index + 1}")
      end

      # Where copies lie: in the rows and at the steps that were told; where none were, near to a square, side by side.
      # @return [Array(Integer, Array(Float, Float))] rows, nil for one line; steps in mm
      def laid_out(reading, shape, count, turn)
        rows = reading.figure("rows")
        told = [reading.figure("dx"), reading.figure("dy")]
        return [nil, [0.0, 0.0]] if count < 2
        return [nil, told.map { |mm| (mm || 0).to_f }] if rows.nil? && told.any? { |mm| mm&.nonzero? }

        rows = in_rows(reading, rows, count)
        usual = Geometry::Placed.side_by_side(shape, turn.to_f)
        [rows, told.zip(usual).map { |mm, mm_usual| mm&.nonzero? ? mm.to_f : mm_usual }]
      end

      def in_rows(reading, rows, count)
        return (count / Math.sqrt(count).ceil.to_f).ceil if rows.nil?
        return rows.to_i if rows == rows.to_i && rows.between?(1, count)

        reading.complain("rows", "must be a whole number from 1 to #{count}, the number of copies")
        1
      end

      def within_area(outline)
        return outline if Geometry::AREA_M2.cover?(outline.area_mm2 / 1e6)

        raise InputError.new("length",
          "makes a piece of #{Check.plain((outline.area_mm2 / 1e6).round(7))} m²; at most 200000 m² can be planned")
      end

      def told_of_hollow
        soundings = @reading.rows("soundings")
        { soundings: soundings, solids: @reading.rows("solids", optional: %w[count]),
          depth: @reading.figure("depth", needed: soundings&.empty?), piece: @reading.figure("piece") }
      end

      def hollow(soundings:, solids:, depth:, piece:)
        return if soundings.nil? || solids.nil? || (depth.nil? && soundings.empty?)

        made = @reading.guarded("depth", { "piece_mm" => "piece" }) do
          HOLLOWS.recall(@reading.everything) { surveyed(depth, piece, soundings, solids) }
        end
        @planed = read_planed(made, piece)
        made
      end

      def surveyed(depth, piece, soundings, solids)
        Geometry::Void.new(@region, depth_mm: soundings.empty? ? depth.to_f : nil, piece_mm: piece&.to_f,
          edge: @reading.choice("edge").to_sym, mean: @reading.choice("mean").to_sym,
          soundings: soundings.map { |x, y, d| Geometry::Sounding.new(x_mm: x.to_f, y_mm: y.to_f, depth_mm: d.to_f) },
          solids: solids.map { |ml, count| Geometry::Solid.new(name: "piece", volume_ml: ml.to_f, count: (count || 1).to_f) })
      end

      # What is planed off its faces, where that and its thickness were told.
      # @return [Geometry::Planed, nil]
      def read_planed(hollow, piece)
        told = %w[plane_top plane_under].map { |name| @reading.figure(name) }
        return if piece.nil? || hollow.nil? || told.compact.empty?

        planed = Geometry::Planed.new(piece_mm: piece.to_f, deepest_mm: hollow.deepest_mm, top_mm: told[0].to_f, under_mm: told[1].to_f)
        return planed if planed.resin_mm.positive? && planed.finished_mm.positive?

        name = planed.finished_mm.positive? ? "plane_top" : "plane_under"
        @reading.complain(name, name == "plane_top" ? "is all of the resin, or more" : "leaves nothing of the piece")
      end

      # Figures by name, each needed or not; a body only where all that are needed are there.
      def bodied
        figures = declared.asks.map { |name, needed| [needed, measure(name.to_s, needed)] }
        rows = declared.rows && @reading.rows(declared.rows.to_s, least: 1)
        return if figures.any? { |needed, figure| needed && figure.nil? } || (declared.rows && rows.nil?)

        told = figures.map { |_, figure| figure.is_a?(Numeric) ? figure.to_f : figure }
        told << rows.map { |row| row.map(&:to_f) } if rows
        @reading.guarded(declared.asks.keys.first.to_s) { declared.build.call(*told) }
      end

      def measure(name, needed)
        return @reading.amount(name, Geometry::ToldAmount::AMOUNT, needed: needed) if name == "amount"

        @reading.figure(name, needed: needed)
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
        form = ShapeForms::ALL.fetch(@reading.choice("shape"))
        return outline if form.build.nil?

        told = form.rows ? [@reading.rows(form.rows.to_s, least: form.least)] : form.asks.map { |name| figure(name.to_s) }
        told.any?(&:nil?) ? nil : form.build.call(*told)
      rescue InputError => e
        @reading.complain(form.rows ? form.rows.to_s : e.field, e.allowed)
      end

      def figure(name)
        @reading.figure(name, needed: true)
      end

      # Loops that were traced or read from a file, as JSON lists of corners in mm.
      def outline
        text = @reading.text("loops")
        return @reading.miss("loops") if text.strip.empty?

        loops = JSON.parse(text)
        valid = loops.is_a?(Array) && loops.all? do |loop|
          loop.is_a?(Array) && loop.all? { |point| point.is_a?(Array) && point.size == 2 && point.all?(Numeric) }
        end
        return @reading.complain("loops", "must be closed loops of corners; trace it again or import it again") unless valid

        Geometry::Loops.new(loops)
      rescue JSON::ParserError
        @reading.complain("loops", "cannot be read; trace it again or import it again")
      rescue InputError => e
        @reading.complain("loops", e.allowed)
      end
    end
  end
end
