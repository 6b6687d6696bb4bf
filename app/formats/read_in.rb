# frozen_string_literal: true

module Dakren
  module Formats
    # A drawing somebody brought, whatever its format, as the loops of a shape: thinned to a stated tolerance,
    # its lower left corner at 0, 0.
    module ReadIn
      # How far a thinned outline may lie off the one in the file, mm.
      TOLERANCE_MM = 0.02
      MOST_CORNERS = 2000
      COARSEST_MM = 2.0

      # What one file may take.
      LIMIT_S = 5
      LIMIT_MB = 300

      module_function

      # The same in a process of its own, within its limits: whatever a file does, the shop goes on.
      # @return [Outlines]
      # @raise [InputError] naming file or unit
      def apart(name, bytes, unit: nil)
        Apart.run(limit_s: LIMIT_S, limit_mb: LIMIT_MB) { outlines(name, bytes, unit: unit) }
      rescue Apart::Failed => e
        raise InputError.new("file", "#{e.message}: leave away what is not the outline, and bring it again")
      end

      # @param name [String] file name @param bytes [String] its content @param unit [String, nil] of a bare number
      # @return [Outlines]
      # @raise [InputError] naming file or unit
      def outlines(name, bytes, unit: nil)
        text = bytes.dup.force_encoding("UTF-8").scrub("?")
        found = if text.lstrip.start_with?("<") || name.downcase.end_with?(".svg")
                  SvgIn.read(text, unit: unit)
                else
                  DxfIn
                    .read(text, unit: unit)
                end
        thinned(found)
      end

      def thinned(found)
        tolerance = TOLERANCE_MM
        before = found.loops.sum(&:size)
        loops = thin(found.loops, tolerance)
        while loops.sum(&:size) > MOST_CORNERS && tolerance < COARSEST_MM
          tolerance *= 2
          loops = thin(found.loops, tolerance)
        end
        raise InputError.new("file", "holds no outline that encloses anything") if loops.empty?
        if loops.sum(&:size) > MOST_CORNERS
          raise InputError.new("file", "has #{before} corners, and even thinned by #{COARSEST_MM} mm more than #{MOST_CORNERS} stay")
        end

        x0, y0, = Geometry::Plane.box(loops.flatten(1))
        placed = loops.map { |loop| loop.map { |x, y| [(x - x0).round(4), (y - y0).round(4)] } }
        Geometry::Loops.new(placed)
        found.with(loops: placed, remarks: found.remarks +
          ["#{before} corners, thinned to #{placed.sum(&:size)} that lie within #{Check.plain(tolerance.round(2))} mm"])
      rescue InputError => e
        raise e if %w[file unit].include?(e.field)

        raise InputError.new("file", "cannot be used: its corners #{e.allowed}")
      end

      def thin(loops, tolerance)
        thinned = loops.map do |loop|
          far = (1...loop.size).max_by { |i| ((loop[i][0] - loop[0][0])**2) + ((loop[i][1] - loop[0][1])**2) } || 0
          Geometry::Plane.simplify(loop[0..far], tolerance)[0..-2] + Geometry::Plane.simplify(loop[far..] + loop.first(1), tolerance)[0..-2]
        end
        thinned.select { |loop| loop.size > 2 && wide?(loop) }
      end

      def wide?(loop)
        x0, y0, x1, y1 = Geometry::Plane.box(loop)
        (x1 - x0) * (y1 - y0) > 1e-3
      end
      private_class_method :thinned, :thin, :wide?
    end
  end
end
