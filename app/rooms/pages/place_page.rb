# frozen_string_literal: true

require_relative "place_drawing"

module Dakren
  module Rooms
    # One place of a piece as a page shows it: what is asked of it, its shapes, its drawing.
    class PlacePage
      # What is asked beside the name, in the first line; the rest of a void is told with its soundings.
      FIRST = %w[texture depth].freeze
      OF_GROUND = %w[ground wall_mm wall_w wall_c channel].freeze
      OF_SOUNDINGS = %w[piece plane_top plane_under edge mean].freeze

      include PlaceDrawing

      attr_reader :letter, :place

      # @param desk [Document::JobDesk] @param place [Document::PlaceDesk] @param form [JobForm] @param opened [Array<String>] ids
      def initialize(desk, place, form, wording, letter: "a", open: true, opened: [])
        @desk = desk
        @place = place
        @form = form
        @fields = form.part(place.id)
        @wording = wording
        @letter = letter
        @open = open
        @opened = opened
      end

      def id
        place.id
      end

      # @return [Document::Part] the place as it was typed
      def part
        @part ||= @desk.part(id)
      end

      def name
        place.name
      end

      def open?
        @open
      end

      # "surface", "void", "joint"
      def sort_word
        Work::Kinds::PLACES.fetch(place.sort)
      end

      # What of it is open.
      def state
        [@open, @opened]
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

      # Which part it belongs to and which face of it.
      # @return [Array<Control>]
      def face
        [@fields.field("part"), @fields.choice("side")]
      end

      def face_open?
        !part.problem("side").nil?
      end

      # Its size in a few words.
      def size
        return place.region ? @wording.show(place.region.size) : "" unless place.place

        "#{@wording.show(place.place.size)}#{" laminate" if place.sort == :damage}"
      end

      # @return [Array<Control>] what it is, what it is called, and what goes with either
      def head
        hint = soundings.any? ? "the depth readings are used" : nil
        names = place.asked(FIRST) - place.declared.asks.keys.map(&:to_s)
        asked = names.map { |name| @fields.control(name, **(name == "depth" && hint ? { hint: hint } : {})) }
        [@fields.choice("form"), @fields.field("name", placeholder: place.declared.label), *asked]
      end

      # What is told of it, to be changed where it is read.
      # @return [Sentence]
      def sentence
        @sentence ||= said.each_with_object(Sentence.new(@form)) do |(control, before, after), made|
          made.add(control, before: before, after: after)
        end
      end

      # What else may be said of it.
      # @return [Array<Control>]
      def rest
        (head + copies + face + of_ground + (void? ? between_soundings : []))
          .reject { |control| (sentence.names + drawn.names).include?(control.name) }
      end

      # Is something of that told, or wrong?
      def more_open?
        ground_open? || face_open?
      end

      # @return [Array<Control>] the measures of a body
      def measures
        place.declared.asks.keys.map { |name| @fields.field(name) }
      end

      # @return [Rows, nil] of a body that is told by rows
      def measure_rows
        place.declared.rows && @fields.rows(place.declared.rows)
      end

      # @return [Array<Control>] what it lies on, as far as that is asked of it
      def of_ground
        place.asked(OF_GROUND).map { |name| @fields.control(name) }
      end

      # "Lies on wood", in a word.
      def ground_title
        chosen = part.choice("ground")
        chosen == "auto" ? "Lies on" : "Lies on #{Document::Fields::GROUNDS.fetch(chosen)}"
      end

      def ground_open?
        OF_GROUND.any? { |name| part.problem(name) } || part.missing("wall").any?
      end

      # @return [Array<Control>] how the depth between soundings is taken
      def between_soundings
        OF_SOUNDINGS.map { |name| @fields.control(name) }
      end

      # How often its only shape is there; several shapes say so in lines of their own.
      # @return [Array<Control>]
      def copies
        plan? && shapes.one? ? shapes.first.repeats : []
      end

      # @return [Array<Control>] all that is asked of a void
      def void_fields
        ["depth", *OF_SOUNDINGS].map { |name| @fields.control(name) }
      end

      def rows(name)
        @fields.rows(name)
      end

      def rows_open?(name)
        @fields.open?(name)
      end

      # "Soundings, 6"
      def rows_title(title, name)
        count = @fields.count(name)
        count.positive? ? "#{title}, #{count}" : title
      end

      # @return [Array<ShapePage>]
      def shapes(many: nil)
        ids = part.ids("shapes")
        ids.each_with_index.map do |shape, i|
          ShapePage.new(@desk, place, shape, @form, @wording, index: i, many: many.nil? ? ids.size > 1 : many,
            open: @opened.include?(shape), drawn: many.nil? ? drawn.names : [])
        end
      end

      def shapes_problem
        part.problem("shapes")
      end

      def remarks
        place.remarks + [finished].compact
      end

      # What planing leaves where that is too little of it.
      # @return [String, nil]
      def too_thin
        planed = place.planed or return
        return unless planed.thin?

        left = planed.left_mm.positive? ? "only #{show(planed.left_mm, :mm)} of wood" : "no wood"
        "Planed so, #{left} is left under the deepest of it: leave at least #{show(Geometry::Planed::LEAST_MM, :mm)}."
      end

      # Is there nothing to draw yet, and will there be?
      def drawn_later?
        (plan? && drawn.parts.empty?) || place.form == "pool"
      end

      private

      # "finished 38 mm thick, 18 mm of resin, 3.5 mm of wood under it"
      def finished
        planed = place.planed or return
        "Finished #{show(planed.finished_mm, :mm)} thick: #{show(planed.resin_mm, :mm)} of resin where it is deepest, " \
          "#{show(planed.left_mm, :mm)} of wood under it"
      end

      # Controls with the words around them: what it is, its name, its measures, and whatever stands otherwise than usual.
      def said
        form, name, *others = head
        found = [[form, "", ""], [name, "called", ""]]
        found += around(measured)
        found + (others + copies + face + of_ground + (void? ? between_soundings : [])).select { |control| told?(control) }
          .map { |control| [control, ", #{@form.label(control).downcase}", ""] }
      end

      # Measures of a body, or of the only shape as far as they are not on the drawing; several shapes have lines of their own.
      def measured
        return measures unless plan?

        shapes.one? ? shapes.first.measures : []
      end

      def told?(control)
        return false if drawn.names.include?(control.name)
        return true if control.name == part.key("depth") && soundings.empty?

        @form.said?(control) { control.problem || otherwise?(control) }
      end

      # Does it stand otherwise than usual?
      def otherwise?(control)
        return !control.value.to_s.empty? unless control.choices

        control.value.to_s != control.choices.first.first.to_s
      end

      def soundings
        part.kept_rows("soundings")
      end

      def show(value, unit)
        @wording.show(Quantity.new(value: value, unit: unit))
      end
    end
  end
end
