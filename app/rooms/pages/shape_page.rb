# frozen_string_literal: true

module Dakren
  module Rooms
    # One shape of a place as a page shows it.
    class ShapePage
      attr_reader :index

      def initialize(desk, place, id, form, wording, index:, many:, open:, drawn: [])
        @drawn = drawn
        @desk = desk
        @place = place
        @id = id
        @form = form
        @wording = wording
        @index = index
        @many = many
        @open = open
      end

      def key
        "#{@place.id}-#{@id}-"
      end

      def many?
        @many
      end

      def open?
        @open || @desk.problems_of(key).any? || @desk.missing_of(key).any?
      end

      def place_id
        @place.id
      end

      def place_name
        @place.name
      end

      # What takes it away.
      def drop
        "drop-shape:#{@place.id}:#{@id}"
      end

      # "+ rectangle, 1860 mm by 640 mm"
      def title
        word = declared.label
        sign = @desk.choice("#{key}sign") == "take" ? "−" : "+"
        placed = @place.shapes.to_h[@id] or return "#{sign} #{word}"
        return "#{sign} #{@wording.show(Quantity.new(value: placed.shape.area_mm2 / 1e6, unit: :m2))}, as told" if declared.asks == %i[area]

        sides = placed.shape.extent_mm.map { |side| @wording.show(Quantity.new(value: side, unit: :mm)) }
        "#{sign} #{"#{placed.count} × " if placed.count > 1}#{word}, #{sides.uniq.join(" by ")}"
      end

      # @return [Array<Control>]
      def measures
        across = declared.name == "regular" ? { label: @form.field("#{key}diameter").label.sub("Across", "Across flats") } : {}
        asks = declared.asks.reject { |name| @drawn.include?("#{key}#{name}") }
        [@form.choice("#{key}shape"), *asks.map { |name| @form.field("#{key}#{name}", **(name == :diameter ? across : {})) }]
      end

      # @return [Rows, nil]
      def rows
        declared.rows && @form.rows("#{key}#{declared.rows}")
      end

      # "corners, 6"
      def rows_title
        "#{rows.title.downcase}, #{@form.count("#{key}#{declared.rows}")}"
      end

      # Is it drawn at the table, and not typed in?
      def traced?
        declared.build.nil?
      end

      def drawn?
        !@desk.document["#{key}loops"].to_s.empty?
      end

      def outline_problem
        @desk.problem("#{key}loops")
      end

      # @return [Array<Control>] where it lies, and how often
      def placing
        sign = index.positive? ? [@form.choice("#{key}sign")] : []
        sign + %w[x y turn].map { |name| @form.field("#{key}#{name}") } + repeats
      end

      # @return [Array<Control>] how often it is there, and how those lie
      def repeats
        steps = @desk.entry("#{key}count").blank? ? [] : %w[rows dx dy]
        ["count", *steps].map { |name| @form.field("#{key}#{name}") }
      end

      private

      def declared
        Document::ShapeForms::ALL.fetch(@desk.choice("#{key}shape"))
      end
    end
  end
end
