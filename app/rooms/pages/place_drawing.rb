# frozen_string_literal: true

module Dakren
  module Rooms
    # The drawing of a place as a page shows it: measured on it, taken hold of, drawn into.
    class PlaceDrawing
      extend Forwardable

      # Measures of a shape that are told on the drawing.
      ON_DRAWING = { "rectangle" => %w[length width], "ellipse" => %w[length width], "circle" => ["diameter"], "ring" => %w[diameter hole],
                     "regular" => ["diameter"], "triangle" => %w[side_a side_b side_c] }.freeze
      SIDES = %w[length width].freeze
      # What can be drawn into it, where it is told by shapes.
      TOOLS = { "box" => "box", "round" => "round", "outline" => "outline" }.freeze

      # @param page [PlacePage] @param desk [Document::JobDesk] @param form [JobForm] of the job
      def initialize(page, desk, form, wording)
        @page = page
        @desk = desk
        @form = form
        @fields = form.part(page.id)
        @wording = wording
      end

      # What is told on the drawing itself: the measures of the first shape, and a void's depth.
      # @return [Sentence]
      def sentence
        @sentence ||= drawn_controls.each_with_object(Sentence.new(@form)) { |control, made| made.add(control) }
      end

      # @yieldparam phrase [Sentence::Phrase] told on the drawing @yieldreturn [String] HTML; without a block only figures stand there
      # @return [Object, nil] a drawing, to be printed as SVG
      def drawing(&field)
        section = place.place&.shape&.section
        return Drawings::CutDrawing.new(section, @wording) if section

        outline = place.region || place.place&.outline
        return cut_through if outline.nil? && !plan?
        return if outline.nil? && (field.nil? || sentence.parts.empty?)

        fields = field ? sentence.parts.to_h { |phrase| [phrase.control.name[/\w+\z/], yield(phrase)] } : {}
        plan_of(outline, fields, held: field ? held(outline) : [])
      end

      # What the script is told of a drawing that can be handled.
      # @param drawing [Drawings::PiecePlan]
      # @return [Hash{String=>Object}] attributes
      def surface(drawing)
        frame = drawing.frame
        { "id" => "draw-#{id}", "data-place" => id, "data-scale" => frame.scale.round(6), "data-left" => frame.left.round(3),
          "data-base" => frame.base.round(3), "data-step" => drawing.step_mm, "data-unit" => @wording.bare_length, "data-snaps" => "[]",
          "data-view" => "0 0 #{Drawings::PiecePlan::WIDTH} #{drawing.height.round(1)}" }
      end

      # @return [Hash{String=>String}] what can be drawn into it
      def tools
        void? ? TOOLS.merge("sounding" => "depth reading") : TOOLS
      end

      def depth_unit
        Document::Fields::PLACE["depth"].unit_word(@wording.system)
      end

      # Is there nothing to draw yet, and will there be?
      def later?
        (plan? && sentence.parts.empty?) || place.form == "pool"
      end

      private

      def_delegators :@page, :id, :place, :part, :plan?, :void?, :soundings
      private :id, :place, :part, :plan?, :void?, :soundings

      # Where there is nothing to see from above: what is done there, cut through.
      def cut_through
        view = @desk.tickets.filter_map do |ticket|
          next if ticket.task.covered_ids != [id] || ticket.coats.empty?

          ticket.task.kind.cut_view(ticket.coats.first.plan.order.need, ticket.task.figures)
        end.first
        view && Drawings::CutDrawing.new(view, @wording)
      end

      # @return [Document::Part, nil]
      def first_shape
        part.ids("shapes").first&.then { |shape| part.part(shape) }
      end

      # Controls of the first shape that stand on the drawing; one that is turned or repeated tells them in its line.
      def drawn_controls
        return [] unless plan?

        straight = first_shape&.then { |shape| shape.entry("turn").blank? && shape.entry("count").blank? }
        names = straight ? ON_DRAWING.fetch(first_shape.choice("shape"), []) : []
        depth = void? && soundings.empty? ? [@fields.control("depth")] : []
        names.map { |name| @fields.part(part.ids("shapes").first).field(name) } + depth
      end

      def plan_of(outline, fields, held:)
        coats = @desk.tickets.select { |ticket| ticket.task.covered_ids == [id] }.flat_map(&:coats)
        Drawings::PiecePlan.new(outline, @wording, plan: coats.first&.plan, coats: coats, start: @desk.start, held: held, fields: fields,
          form: first_shape&.choice("shape") || "", hollow: void?, depth_field: ("f-#{part.key("depth")}" if fields["depth"]),
          face: place.face[1], off: off, each_mm: each_mm,
          void: (place.place.shape if place.place&.shape&.hollow?))
      end

      # One of several alike, where nobody told how they lie: what it measures is told then, not how far apart they are drawn.
      # @return [Array(Float, Float), nil]
      def each_mm
        placed = place.shapes.first.last if place.shapes.size == 1
        return unless placed && placed.count > 1 && %w[turn dx dy rows].all? { |name| first_shape.entry(name).blank? }

        placed.shape.extent_mm
      end

      # Where batches lie that went on off their ratio: section and number.
      def off
        @desk.tickets.select { |ticket| ticket.task.covered_ids == [id] }.flat_map do |ticket|
          @desk.off(ticket.task.id)
        end
      end

      # Shapes as they lie in the plan, to be taken hold of.
      def held(outline)
        place.shapes.map do |shape, placed|
          loops = outline.equal?(placed.shape) ? [Geometry.loops(placed.shape)] : Geometry::Region.loops_of(placed)
          Drawings::Handles::Held.new(id: shape, at: part.part(shape).prefix, placed: placed, repeats: loops, moves: place.shapes.size > 1)
        end
      end
    end
  end
end
