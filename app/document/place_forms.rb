# frozen_string_literal: true

module Dakren
  module Document
    # What a place can be: what is asked of it, and what it is made of in the core. One entry a form.
    module PlaceForms
      # sort: of Work::Kinds::PLACES; asks: names of fields, each needed or not; build: from their figures in that order to the core's
      # shape; nil where it is given by shapes in a plan, or by rows.
      Form = Value.define(:name, :label, :sort, asks: {}.freeze, rows: nil, build: nil) do
        # Is it given by shapes in a plan?
        def plan?
          build.nil?
        end
      end

      G = Geometry
      ALL = [
        Form.new(name: "flat", label: "flat surface", sort: :surface),
        Form.new(name: "void", label: "void to fill", sort: :void),
        Form.new(name: "cylinder", label: "side of a cylinder", sort: :surface, asks: { diameter: true, height: true },
          build: ->(d, h) { G::CylinderSide.new(diameter_mm: d, height_mm: h) }),
        Form.new(name: "cone", label: "side of a cone", sort: :surface, asks: { diameter: true, top: true, height: true },
          build: ->(d, t, h) { G::ConeSide.new(bottom_mm: d, top_mm: t, height_mm: h) }),
        Form.new(name: "box", label: "inside of a box", sort: :surface, asks: { length: true, width: true, height: true },
          build: ->(l, w, h) { G::BoxInside.new(length_mm: l, width_mm: w, height_mm: h) }),
        Form.new(name: "pool", label: "stepped pool", sort: :surface, asks: { width: true }, rows: :levels,
          build: ->(w, levels) { G::SteppedPool.new(width_mm: w, steps_mm: levels) }),
        Form.new(name: "rod", label: "rod to wrap", sort: :surface, asks: { diameter: true, length: true },
          build: ->(d, l) { G::Rod.new(diameter_mm: d, height_mm: l) }),
        Form.new(name: "cavity", label: "small moulds", sort: :cavity,
          asks: { bottom: true, rim: true, height: true, fill: false, count: false },
          build: ->(b, r, h, f, c) { G::Cavity.new(bottom_mm: b, top_mm: r, height_mm: h, fill_mm: f, count: c || 1) }),
        Form.new(name: "holes", label: "holes, so many", sort: :void, asks: { count: true, diameter: true, depth: true },
          build: ->(n, d, deep) { G::Holes.new(count: n, diameter_mm: d, depth_mm: deep) }),
        Form.new(name: "amount", label: "an amount, as told", sort: :amount, asks: { amount: true },
          build: ->(amount) { G::ToldAmount.new(amount) }),
        Form.new(name: "joint", label: "joint or edge", sort: :joint, asks: { length: true, strip: false },
          build: ->(l, s) { G::Joint.new(length_mm: l, strip_mm: s || G::Joint::USUAL_STRIP_MM) }),
        Form.new(name: "damage", label: "hole to repair", sort: :damage, asks: { hole_length: true, hole_width: false, thickness: true },
          build: ->(l, w, t) { Work::Damage.new(hole_length_mm: l, hole_width_mm: w, thickness_mm: t) })
      ].to_h { |form| [form.name, form] }.freeze

      # @return [Hash] when a field is asked: in the forms that name it
      def self.asking(field)
        { form: ALL.values.select { |form| form.asks.key?(field.to_sym) || form.rows == field.to_sym }.map(&:name) }
      end
    end

    # What a shape of a plan can be: what is asked of it, and the shape in the core. One entry a shape.
    module ShapeForms
      # asks: names of fields, all needed; rows: a list of at least so many; build: from their values in that order.
      Form = Value.define(:name, :label, asks: [].freeze, rows: nil, least: 0, build: nil)

      G = Geometry
      ALL = [
        Form.new(name: "rectangle", label: "rectangle", asks: %i[length width],
          build: ->(l, w) { G::Rectangle.new(length_mm: l, width_mm: w) }),
        Form.new(name: "circle", label: "circle", asks: %i[diameter], build: ->(d) { G::Circle.new(diameter_mm: d) }),
        Form.new(name: "ring", label: "ring", asks: %i[diameter hole], build: ->(d, h) { G::Ring.new(diameter_mm: d, hole_mm: h) }),
        Form.new(name: "ellipse", label: "ellipse", asks: %i[length width], build: ->(l, w) { G::Ellipse.new(length_mm: l, width_mm: w) }),
        Form.new(name: "triangle", label: "triangle", asks: %i[side_a side_b side_c], build: lambda { |*sides|
          G::Triangle.new(sides_mm: sides)
        }),
        Form.new(name: "regular", label: "regular polygon", asks: %i[sides diameter],
          build: ->(sides, across) { G::RegularPolygon.new(sides: sides, across_mm: across) }),
        Form.new(name: "area", label: "an area, as told", asks: %i[area], build: ->(m2) { G::ToldArea.new(area_m2: m2) }),
        Form.new(name: "strip", label: "strip by widths", rows: :stations, least: 2, build: ->(rows) { G::Strip.new(rows) }),
        Form.new(name: "polygon", label: "by its corners", rows: :corners, least: 3, build: ->(rows) { G::Polygon.new(rows) }),
        Form.new(name: "outline", label: "traced or imported")
      ].to_h { |form| [form.name, form] }.freeze

      # @return [Hash] when a field is asked: for the shapes that name it
      def self.asking(field)
        { shape: ALL.values.select { |form| form.asks.include?(field.to_sym) || form.rows == field.to_sym }.map(&:name) }
      end
    end
  end
end
