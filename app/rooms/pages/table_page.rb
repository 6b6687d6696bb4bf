# frozen_string_literal: true

module Dakren
  module Rooms
    # The drawing table of one place as its page shows it.
    class TablePage
      extend Forwardable

      KEYS = [["o b r s l", "tool: outline, box, round, depth reading, known length"],
        ["arrow keys on the table", "move the cross by a step, with Shift by ten"], ["Enter", "set a point"],
        ["c", "last point: curve or corner"], ["Backspace, Esc", "take the last point back, or all"], ["Ctrl Z, Ctrl Y", "undo, redo"]]
        .freeze
      TOOLS = { "move" => "move", "outline" => "outline, corner by corner", "box" => "box", "round" => "round",
                "sounding" => "depth reading",
                "scale" => "known length" }.freeze
      FORMATS = %w[svg dxf pdf].freeze
      # What a number in a file may mean.
      UNITS = { "" => "as the file says", "mm" => "mm", "cm" => "cm", "in" => "inches", "px" => "pixels, 96 to the inch" }.freeze

      attr_reader :drawing, :place

      def_delegators :place, :id

      # @param picture [Array(String, Float, Float), nil] address, and how wide and high it lies, mm
      # @param scale [Geometry::PictureScale, nil] @param remarks [Array<String>] on what was just read in
      def initialize(record, desk, place, wording, picture:, scale:, remarks:)
        @record = record
        @wording = wording
        @picture = picture
        @scale = scale
        @read_in = remarks
        @form = JobForm.new(desk, wording)
        @place = PlacePage.new(desk, place, @form, wording)
        @drawing = Drawings::TableDrawing.new(place, wording, picture: picture)
      end

      # @return [String]
      def address
        "/table/#{@record.id}/#{id}"
      end

      # @return [Array<String>]
      def read_in
        @read_in.map { |remark| "#{remark.sub(/\A./, &:upcase)}." }
      end

      # @return [Hash{String=>String}] tools that are of use here
      def tools
        TOOLS.reject { |tool, _| (tool == "sounding" && !place.void?) || (tool == "scale" && @picture.nil?) }
      end

      # What the script is told of the surface.
      # @return [Hash{String=>Object}] attributes
      def surface
        { "data-scale" => drawing.scale.round(6), "data-left" => drawing.left.round(3), "data-base" => drawing.base.round(3),
          "data-step" => drawing.step_mm, "data-unit" => @wording.bare_length, "data-fine" => (1 if @picture),
          "data-snaps" => JSON.generate(drawing.snaps), "data-place" => id, "data-measure" => "#{address}/measure", "id" => "draw-#{id}",
          "data-view" => view_box, "tabindex" => 0, "role" => "application",
          "aria-label" => "Drawing table. Choose a tool; arrow keys move the cross, Enter sets a point." }.compact
      end

      def view_box
        "0 0 #{Drawings::TableDrawing::WIDTH} #{Drawings::TableDrawing::HEIGHT}"
      end

      def step
        @wording.show(Quantity.new(value: drawing.step_mm, unit: :mm))
      end

      def scaled?
        !@scale.nil?
      end

      # What is known of the photograph's scale.
      # @return [String, nil]
      def photograph
        return if @picture.nil?
        return "The photograph lies under it, without a scale yet: choose known length and click its two ends." unless @scale

        off = @scale.error_pct && "; the second length is off by #{format("%+.1f", @scale.error_pct)} %"
        slant = @scale.slanted? ? ": it was taken at a slant, take it again from straight above" : ""
        "The photograph lies under it: 1 pixel is #{@wording.show(Quantity.new(value: @scale.mm_per_px, unit: :mm))}#{off}#{slant if off}."
      end

      # @return [Array<ShapePage>]
      def shapes
        place.shapes(many: true)
      end

      # @return [Array<Control>] how a file is to be understood
      def bring_choices
        [Control.new(name: "unit", id: "unit", label: "Units", choices: UNITS.to_a),
          Control.new(name: "sign", id: "sign", label: "It is", choices: Document::Fields::SIGNS.to_a)]
      end
    end
  end
end
