# frozen_string_literal: true

module Dakren
  module Rooms
    # One shape of a place as a page shows it.
    class ShapePage
      attr_reader :index, :place

      def initialize(desk, place, id, form, wording, index:, many:, open:, drawn: [])
        @drawn = drawn
        @desk = desk
        @place = place
        @id = id
        @fields = form.part(place.id).part(id)
        @wording = wording
        @index = index
        @many = many
        @open = open
      end

      # @return [Document::Part] the shape as it was typed
      def part
        @part ||= @desk.part(@place.id).part(@id)
      end

      def many?
        @many
      end

      def open?
        @open || part.problems.any? || part.missing.any?
      end

      # What takes it away.
      def drop
        "drop-shape:#{@place.id}:#{@id}"
      end

      # "+ rectangle, 1860 mm by 640 mm"
      def title
        word = declared.label
        sign = part.choice("sign") == "take" ? "−" : "+"
        placed = @place.shapes.to_h[@id] or return "#{sign} #{word}"
        return "#{sign} #{@wording.show(Quantity.new(value: placed.shape.area_mm2 / 1e6, unit: :m2))}, as told" if declared.asks == %i[area]

        sides = placed.shape.extent_mm.map { |side| @wording.show(Quantity.new(value: side, unit: :mm)) }
        "#{sign} #{"#{placed.count} × " if placed.count > 1}#{word}, #{sides.uniq.join(" by ")}"
      end

      # @return [Array<Control>]
      def measures
        across = declared.name == "regular" ? { label: @fields.field("diameter").label.sub("Across", "Across flats") } : {}
        asks = declared.asks.reject { |name| @drawn.include?(part.key(name)) }
        [@fields.choice("shape"), *asks.map { |name| @fields.field(name, **(name == :diameter ? across : {})) }]
      end

      # @return [Rows, nil]
      def rows
        declared.rows && @fields.rows(declared.rows)
      end

      # "corners, 6"
      def rows_title
        "#{rows.title.downcase}, #{@fields.count(declared.rows)}"
      end

      # Is it drawn at the table, and not typed in?
      def traced?
        declared.build.nil?
      end

      def drawn?
        !part.loops.empty?
      end

      def outline_problem
        part.problem("loops")
      end

      # @return [Array<Control>] where it lies, and how often
      def placing
        sign = index.positive? ? [@fields.choice("sign")] : []
        sign + %w[x y turn].map { |name| @fields.field(name) } + repeats
      end

      # @return [Array<Control>] how often it is there, and how those lie
      def repeats
        steps = part.entry("count").blank? ? [] : %w[rows dx dy]
        ["count", *steps].map { |name| @fields.field(name) }
      end

      private

      def declared
        Document::ShapeForms::ALL.fetch(part.choice("shape"))
      end
    end
  end
end
