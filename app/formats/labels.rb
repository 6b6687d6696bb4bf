# frozen_string_literal: true

require "prawn"
require "rqrcode"

module Dakren
  module Formats
    # Labels for tins and for mixed pots on sheets of paper, each with a code that a phone reads and the same in words beside it.
    #
    #   Labels.new([Labels::Label.new(title: "Stillwater", lines: ["lot 11"], address: "http://127.0.0.1:4567/stock/tins/3")]).pdf
    class Labels
      # title: large; lines: below it; address: what the code leads to.
      Label = Value.define(:title, :lines, :address)
      POINTS_PER_MM = 72 / 25.4
      PAPERS = { "a4" => [210.0, 297.0], "letter" => [215.9, 279.4] }.freeze
      MARGIN_MM = 11.0
      COLUMNS = 2
      ROWS = 7
      PAD_MM = 3.0
      MOST = 500
      # So much of an address a code holds that a phone still reads at this size.
      ADDRESS_LONGEST = 200
      # The quiet zone a reader wants, modules.
      QUIET = 2

      # @param address [String]
      # @return [String] SVG, for a page
      def self.svg(address)
        modules = modules_of(address)
        side = modules.size + (QUIET * 2)
        squares = modules.each_with_index.flat_map do |row, y|
          row.each_with_index.filter_map { |dark, x| "M#{x + QUIET} #{y + QUIET}h1v1h-1z" if dark }
        end
        "<svg class=\"code-drawn\" role=\"img\" aria-label=\"code that leads to this page\" viewBox=\"0 0 #{side} #{side}\" " \
          "shape-rendering=\"crispEdges\"><rect width=\"#{side}\" height=\"#{side}\" fill=\"#fff\"/><path d=\"#{squares.join}\"/></svg>"
      end

      # @return [Array<Array<Boolean>>] row by row, true is dark
      def self.modules_of(address)
        RQRCode::QRCode.new(address.to_s[0, ADDRESS_LONGEST], level: :m).modules
      end

      # @param labels [Array<Label>] @param paper [String] key of PAPERS
      def initialize(labels, paper: "a4")
        @labels = labels.first(MOST)
        @wide, @high = PAPERS.fetch(paper)
        @each = [(@wide - (2 * MARGIN_MM)) / COLUMNS, (@high - (2 * MARGIN_MM)) / ROWS]
      end

      # @return [String] the PDF
      def pdf
        document = Prawn::Document.new(page_size: [pt(@wide), pt(@high)], margin: 0, skip_page_creation: true,
          info: { Title: "Labels", Creator: "Dakren" })
        @labels.each_slice(COLUMNS * ROWS) do |sheet|
          document.start_new_page
          sheet.each_with_index { |label, i| draw(document, label, *corner(i)) }
        end
        document.render
      end

      private

      def pt(mm)
        mm * POINTS_PER_MM
      end

      # Upper left corner of a label, mm from the lower left one of the sheet.
      def corner(index)
        row, column = index.divmod(COLUMNS)
        [MARGIN_MM + (column * @each[0]), @high - MARGIN_MM - (row * @each[1])]
      end

      def draw(document, label, left, top)
        wide, high = @each
        document.line_width = 0.3
        document.stroke_color "999999"
        document.stroke_rectangle [pt(left), pt(top)], pt(wide), pt(high)
        side = high - (2 * PAD_MM)
        code(document, label.address, left + wide - PAD_MM - side, top - PAD_MM, side)
        text(document, label, left + PAD_MM, top - PAD_MM, wide - side - (3 * PAD_MM), side)
      end

      def text(document, label, left, top, wide, high)
        document.fill_color "000000"
        document.font("Helvetica")
        document.text_box safe(label.title), at: [pt(left), pt(top)], width: pt(wide), height: pt(12), size: 13, style: :bold,
          overflow: :shrink_to_fit
        document.text_box label.lines.map { |line| safe(line) }.join("\n"), at: [pt(left), pt(top - 13)], width: pt(wide),
          height: pt(high - 13), size: 9, overflow: :shrink_to_fit
      end

      def code(document, address, left, top, side)
        modules = self.class.modules_of(address)
        each = side / (modules.size + (QUIET * 2))
        document.fill_color "000000"
        modules.each_with_index do |row, y|
          row.each_with_index do |dark, x|
            document.rectangle([pt(left + ((x + QUIET) * each)), pt(top - ((y + QUIET) * each))], pt(each), pt(each)) if dark
          end
        end
        document.fill
      end

      # In letters the printed type has.
      def safe(text)
        text.encode("Windows-1252", invalid: :replace, undef: :replace, replace: "?").encode("UTF-8")
      end
    end
  end
end
