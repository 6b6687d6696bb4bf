# frozen_string_literal: true

module Dakren
  module Rooms
    # What is asked of a place, and what was told: as a sentence to be changed where it is read, and what else may be said.
    class PlaceAsked
      extend Forwardable

      # What is asked beside the name, in the first line; the rest of a void is told with its soundings.
      FIRST = %w[texture depth].freeze
      OF_GROUND = %w[ground wall_mm wall_w wall_c channel].freeze
      OF_SOUNDINGS = %w[piece plane_top plane_under edge mean].freeze

      # @param page [PlacePage] @param form [JobForm] of the job
      def initialize(page, form)
        @page = page
        @form = form
        @fields = form.part(page.id)
      end

      # "surface", "void", "joint"
      def sort_word
        Work::Kinds::PLACES.fetch(place.sort)
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
        (head + copies + face + of_ground + (@page.void? ? between_soundings : []))
          .reject { |control| (sentence.names + @page.drawn.sentence.names).include?(control.name) }
      end

      # Is something of that told, or wrong?
      def more_open?
        ground_open? || face_open?
      end

      # @return [Rows, nil] of a body that is told by rows
      def measure_rows
        place.declared.rows && @fields.rows(place.declared.rows)
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

      private

      def_delegators :@page, :place, :part
      private :place, :part

      # @return [Array<Control>] what it is, what it is called, and what goes with either
      def head
        hint = @page.soundings.any? ? "the depth readings are used" : nil
        names = place.asked(FIRST) - place.declared.asks.keys.map(&:to_s)
        asked = names.map { |name| @fields.control(name, **(name == "depth" && hint ? { hint: hint } : {})) }
        [@fields.choice("form"), @fields.field("name", placeholder: place.declared.label), *asked]
      end

      # Which part it belongs to and which face of it.
      # @return [Array<Control>]
      def face
        [@fields.field("part"), @fields.choice("side")]
      end

      def face_open?
        !part.problem("side").nil?
      end

      # @return [Array<Control>] the measures of a body
      def measures
        place.declared.asks.keys.map { |name| @fields.field(name) }
      end

      # @return [Array<Control>] what it lies on, as far as that is asked of it
      def of_ground
        place.asked(OF_GROUND).map { |name| @fields.control(name) }
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
        @page.plan? && @page.shapes.one? ? @page.shapes.first.repeats : []
      end

      # Controls with the words around them: what it is, its name, its measures, and whatever stands otherwise than usual.
      def said
        form, name, *others = head
        found = [[form, "", ""], [name, "called", ""]]
        found += around(measured)
        found + (others + copies + face + of_ground + (@page.void? ? between_soundings : [])).select { |control| told?(control) }
          .map { |control| [control, ", #{@form.label(control).downcase}", ""] }
      end

      # Measures of a body, or of the only shape as far as they are not on the drawing; several shapes have lines of their own.
      def measured
        return measures unless @page.plan?

        @page.shapes.one? ? @page.shapes.first.measures : []
      end

      def told?(control)
        return false if @page.drawn.sentence.names.include?(control.name)
        return true if control.name == part.key("depth") && @page.soundings.empty?

        @form.said?(control.name) { control.problem || otherwise?(control) }
      end

      # Does it stand otherwise than usual?
      def otherwise?(control)
        return !control.value.to_s.empty? unless control.choices

        control.value.to_s != control.choices.first.first.to_s
      end

      # "rectangle 2400 mm by 900 mm"
      def around(controls)
        sides = 0
        controls.map do |control|
          next [control, ":", ""] if control.choices

          sides += 1
          name = control.name[/\w+\z/]
          next [control, sides > 1 ? "by" : "", ""] if @page.plan? && PlaceDrawing::SIDES.include?(name)

          [control, ", #{@form.label(control).downcase}", ""]
        end
      end
    end
  end
end
