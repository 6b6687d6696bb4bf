# frozen_string_literal: true

require_relative "place_asked"
require_relative "place_drawing"

module Dakren
  module Rooms
    # One place of a piece as a page shows it: what is asked of it, its drawing, its shapes, what is to be noted.
    class PlacePage
      attr_reader :letter, :place, :asked, :drawn

      # @param desk [Document::JobDesk] @param place [Document::PlaceDesk] @param form [JobForm] @param opened [Array<String>] ids
      def initialize(desk, place, form, wording, letter: "a", open: true, opened: [])
        @desk = desk
        @place = place
        @form = form
        @wording = wording
        @letter = letter
        @open = open
        @opened = opened
        @asked = PlaceAsked.new(self, form)
        @drawn = PlaceDrawing.new(self, desk, form, wording)
      end

      def id
        place.id
      end

      # @return [Document::Part] the place as it was typed
      def part
        @part ||= @desk.part(id)
      end

      def open?
        @open
      end

      # What of it is open.
      def state
        [@open, @opened & part.ids("shapes")]
      end

      # What all but its drawing is made from: what was told of it, what is wrong with that or missing, and what of it is open.
      # @return [Array]
      def reads
        [id, part.everything, part.problems, part.missing, only?, @opened & part.ids("shapes")]
      end

      def only?
        @desk.places.size == 1
      end

      def plan?
        place.plan?
      end

      def void?
        place.form == "void"
      end

      # Its size in a few words.
      def size
        return place.region ? @wording.show(place.region.size) : "" unless place.place

        "#{@wording.show(place.place.size)}#{" laminate" if place.sort == :damage}"
      end

      # @return [Array<ShapePage>]
      def shapes(many: nil)
        ids = part.ids("shapes")
        ids.each_with_index.map do |shape, i|
          ShapePage.new(@desk, place, shape, @form, @wording, index: i, many: many.nil? ? ids.size > 1 : many,
            open: @opened.include?(shape), drawn: many.nil? ? drawn.sentence.names : [])
        end
      end

      # What is to be noted of it: what is wrong with its shapes, what was made of them, what planing leaves.
      # @return [PlaceNotes]
      def notes
        PlaceNotes.new(self, @wording)
      end

      def soundings
        part.kept_rows("soundings")
      end
    end

    # What is to be noted of a place.
    class PlaceNotes
      # @param page [PlacePage]
      def initialize(page, wording)
        @page = page
        @wording = wording
      end

      def shapes_problem
        @page.part.problem("shapes")
      end

      def remarks
        @page.place.remarks + [finished].compact
      end

      # What planing leaves where that is too little of it.
      # @return [String, nil]
      def too_thin
        planed = @page.place.planed or return
        return unless planed.thin?

        left = planed.left_mm.positive? ? "only #{show(planed.left_mm, :mm)} of wood" : "no wood"
        "Planed so, #{left} is left under the deepest of it: leave at least #{show(Geometry::Planed::LEAST_MM, :mm)}."
      end

      private

      # "finished 38 mm thick, 18 mm of resin, 3.5 mm of wood under it"
      def finished
        planed = @page.place.planed or return
        "Finished #{show(planed.finished_mm, :mm)} thick: #{show(planed.resin_mm, :mm)} of resin where it is deepest, " \
          "#{show(planed.left_mm, :mm)} of wood under it"
      end

      def show(value, unit)
        @wording.show(Quantity.new(value: value, unit: unit))
      end
    end
  end
end
