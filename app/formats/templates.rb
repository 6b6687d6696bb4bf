# frozen_string_literal: true

require "prawn"

Prawn::Fonts::AFM.hide_m17n_warning = true

module Dakren
  module Formats
    # True-size templates on paper: every figure tiled over as many pages as it needs, with marks to lay the pages
    # over each other and a line of 100 mm, or of 4 in, to check the printer by.
    class Templates
      POINTS_PER_MM = 72 / 25.4
      PAPERS = { "a4" => [210.0, 297.0], "letter" => [215.9, 279.4] }.freeze
      MARGIN_MM = 12.0
      OVERLAP_MM = 10.0
      FOOT_MM = 22.0
      CHECKS_MM = { mm: 100.0, in: 101.6 }.freeze
      MOST_PAGES = 200

      # @param figures [Array<NamedOutline>] @param title [String] @param paper [String] key of PAPERS
      # @param unit [Symbol] :mm or :in, as the reader measures
      def initialize(figures, title:, paper: "a4", unit: :mm)
        @unit = unit
        @figures = figures
        @title = title
        @wide, @high = PAPERS.fetch(paper)
        @inner = [@wide - (2 * MARGIN_MM), @high - (2 * MARGIN_MM) - FOOT_MM]
      end

      # Pages one figure takes: columns and rows.
      # @return [Array(Integer, Integer)]
      def tiles(figure)
        x0, y0, x1, y1 = Geometry::Plane.box(figure.loops.flatten(1))
        [x1 - x0, y1 - y0].zip(@inner).map { |side, room| side <= room ? 1 : ((side - OVERLAP_MM) / (room - OVERLAP_MM)).ceil }
      end

      # @return [String] the PDF
      # @raise [InputError] when it would take more than 200 pages
      def pdf
        pages = @figures.sum { |figure| tiles(figure).reduce(:*) }
        if pages > MOST_PAGES
          raise InputError.new("templates",
            "would take #{pages} pages; at most #{MOST_PAGES} can be printed. Take the SVG or DXF to a plotter")
        end

        document = Prawn::Document.new(page_size: [@wide * POINTS_PER_MM, @high * POINTS_PER_MM], margin: 0, skip_page_creation: true,
          info: { Title: @title, Creator: "Dakren" })
        @figures.each { |figure| draw(document, figure) }
        document.render
      end

      private

      def check_mm
        CHECKS_MM.fetch(@unit)
      end

      def pt(mm)
        mm * POINTS_PER_MM
      end

      def draw(document, figure)
        columns, rows = tiles(figure)
        x0, y0, = Geometry::Plane.box(figure.loops.flatten(1))
        rows.times do |row|
          columns.times do |column|
            document.start_new_page
            left = x0 + (column * (@inner[0] - OVERLAP_MM))
            low = y0 + (row * (@inner[1] - OVERLAP_MM))
            tile(document, figure, left, low)
            marks(document, columns > 1, rows > 1)
            foot(document, figure, column, row, columns, rows)
          end
        end
      end

      def tile(document, figure, left, low)
        document.save_graphics_state do
          document.rectangle([pt(MARGIN_MM), pt(@high - MARGIN_MM)], pt(@inner[0]), pt(@inner[1]))
          document.add_content("W n")
          document.line_width(0.6)
          figure.loops.each do |loop|
            points = loop.map { |x, y| [pt(x - left + MARGIN_MM), pt(y - low + MARGIN_MM + FOOT_MM)] }
            document.stroke { document.polygon(*points) }
          end
        end
      end

      # Where the next page's edge comes to lie: crosses at the corners of the overlap.
      def marks(document, across, up)
        document.line_width(0.3)
        xs = if across
               [MARGIN_MM, MARGIN_MM + OVERLAP_MM, MARGIN_MM + @inner[0] - OVERLAP_MM, MARGIN_MM + @inner[0]]
             else
               [MARGIN_MM,
                 MARGIN_MM + @inner[0]]
             end
        ys = [MARGIN_MM + FOOT_MM, MARGIN_MM + FOOT_MM + @inner[1]]
        ys += [ys[0] + OVERLAP_MM, ys[1] - OVERLAP_MM] if up
        xs.product(ys).each do |x, y|
          document.stroke do
            document.line([pt(x - 2), pt(y)], [pt(x + 2), pt(y)])
            document.line([pt(x), pt(y - 2)], [pt(x), pt(y + 2)])
          end
        end
      end

      def foot(document, figure, column, row, columns, rows)
        document.line_width(0.8)
        y = MARGIN_MM + 6
        document.stroke { document.line([pt(MARGIN_MM), pt(y)], [pt(MARGIN_MM + check_mm), pt(y)]) }
        document.stroke { [MARGIN_MM, MARGIN_MM + check_mm].each { |x| document.line([pt(x), pt(y - 2)], [pt(x), pt(y + 2)]) } }
        document.font_size(8)
        long = @unit == :in ? "4 in" : "100 mm"
        words(document, "This line must measure #{long}. If it does not, print again at 100 %.", MARGIN_MM, y - 6)
        place = ", page #{column + 1} of #{columns} across, #{row + 1} of #{rows} up; align the crosses"
        place = "" unless columns * rows > 1
        words(document, "#{@title}: #{figure.name}#{place}", MARGIN_MM, y + 4)
      end

      # The built-in fonts of PDF know the letters of western Europe only.
      def words(document, text, x, y)
        known = text.encode("Windows-1252", undef: :replace, invalid: :replace, replace: "?").encode("UTF-8")
        document.draw_text(known[0, 150], at: [pt(x), pt(y)])
      end
    end
  end
end
