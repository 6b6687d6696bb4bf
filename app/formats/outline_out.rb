# frozen_string_literal: true

module Dakren
  module Formats
    # One closed figure of a template: its name and its loops in mm, y upwards.
    NamedOutline = Value.define(:name, :loops)

    # Outlines at true size as SVG or DXF.
    module OutlineOut
      module_function

      # @param figures [Array<NamedOutline>] laid out as they are
      # @return [String] an SVG whose page is as large as the work, in mm
      def svg(figures)
        x0, y0, x1, y1 = box(figures)
        paths = figures.map do |figure|
          d = figure.loops.map { |loop| "M#{loop.map { |x, y| "#{plain(x - x0)} #{plain(y1 - y)}" }.join("L")}Z" }.join
          %(<path d="#{d}" fill="none" fill-rule="evenodd" stroke="#000" stroke-width="0.2"><title>#{Erubi.h(figure.name)}</title></path>)
        end
        "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"#{plain(x1 - x0)}mm\" height=\"" \
          "#{plain(y1 - y0)}mm\" viewBox=\"0 0 #{plain(x1 - x0)} #{plain(y1 - y0)}\">#{paths.join}</svg>\n"
      end

      # @return [String] closed polylines, one layer for each figure, millimetres
      def dxf(figures)
        DxfOut.new(figures).to_s
      end

      # Figures side by side, so that none lies over another.
      # @return [Array<NamedOutline>]
      def apart(figures, gap_mm = 15)
        left = 0.0
        figures.map do |figure|
          x0, y0, x1, = Geometry::Plane.box(figure.loops.flatten(1))
          moved = figure.with(loops: figure.loops.map { |loop| loop.map { |x, y| [x - x0 + left, y - y0] } })
          left += x1 - x0 + gap_mm
          moved
        end
      end

      def box(figures)
        Geometry::Plane.box(figures.flat_map { |figure| figure.loops.flatten(1) })
      end

      def plain(number)
        Check.plain(number.to_f.round(4))
      end
      private_class_method :box, :plain
    end
  end
end
