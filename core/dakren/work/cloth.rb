# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Work
    # Cloth and the resin it takes.
    module Cloth
      # density in g/ml of the fibre itself.
      Fibre = Value.define(:name, :label, :density_g_ml)
      FIBRES = [
        Fibre.new(name: :glass, label: "glass", density_g_ml: 2.55), Fibre.new(name: :carbon, label: "carbon", density_g_ml: 1.78),
        Fibre.new(name: :aramid, label: "aramid", density_g_ml: 1.44), Fibre.new(name: :flax, label: "flax", density_g_ml: 1.45)
      ].to_h { |fibre| [fibre.name, fibre] }.freeze

      # How it is laid: the share of fibre by weight that comes of it.
      Way = Value.define(:name, :label, :fibre_share, shares: {}.freeze)
      WAYS = [
        Way.new(name: :hand, label: "by hand", fibre_share: 0.50, shares: { carbon: 0.55, flax: 0.40, aramid: 0.45 }.freeze),
        Way.new(name: :pressed, label: "peel ply, pressed", fibre_share: 0.58, shares: { flax: 0.45 }.freeze),
        Way.new(name: :vacuum, label: "under vacuum", fibre_share: 0.65, shares: { flax: 0.50 }.freeze),
        Way.new(name: :mat, label: "chopped mat", fibre_share: 0.30)
      ].to_h { |way| [way.name, way] }.freeze

      # How cloth meets its resin.
      LAID = { above: "wetted from above (light)", into: "laid into wet resin (heavy)", tacky: "pressed onto the tacky ply below" }.freeze
      # From this weight on cloth is laid into wet resin where nobody said how.
      HEAVY_G_M2 = 300

      # @param told [String, nil] a name of LAID, or "auto" @param layers [Array<Layer>]
      # @return [Symbol] of LAID
      def self.laid(told, layers)
        return told.to_sym if LAID.key?(told.to_s.to_sym)

        layers.map(&:areal_g_m2).max.to_f > HEAVY_G_M2 ? :into : :above
      end

      # Ours: what can be asked.
      AREAL_G_M2 = (5..3000)
      SHARE = (0.1..0.85)
      PLIES = (1..200)

      # One cloth of a stack: how heavy, how many plies, how its fibre lies.
      Layer = Value.define(:areal_g_m2, :plies, direction: "")
    end

    # Plies of cloth over each other.
    #
    # Rules: resin = fibre x (1 - w)/w; cured ply thickness = areal weight / (fibre density x fibre volume
    # share); plies to reach a thickness are rounded up.
    class Laminate
      MOST_LAYERS = 30

      attr_reader :layers, :fibre, :share

      # @param layers [Array<Cloth::Layer>] first one down first
      # @param fibre [Symbol] of Cloth::FIBRES @param way [Symbol] of Cloth::WAYS
      # @param share [Numeric, nil] fibre by weight, 0.1 to 0.85; as the way usually gives by default
      # @param resin_density_g_ml [Numeric] mixed
      # @raise [InputError]
      def initialize(layers:, resin_density_g_ml:, fibre: :glass, way: :hand, share: nil)
        raise InputError.new(:cloths, "must be 1 to #{MOST_LAYERS}; #{layers.size} given") unless layers.size.between?(1, MOST_LAYERS)

        @fibre = Cloth::FIBRES.fetch(fibre) { raise InputError.new(:fibre, "must be one of #{Cloth::FIBRES.keys.join(", ")}") }
        @way = Cloth::WAYS.fetch(way) { raise InputError.new(:way, "must be one of #{Cloth::WAYS.keys.join(", ")}") }
        @share = Check.number(:share, share || @way.shares.fetch(fibre, @way.fibre_share), Cloth::SHARE)
        @assumed = share.nil?
        @density = Check.number(:resin_density, resin_density_g_ml, 0.5..3, "g/ml")
        @layers = layers.each_with_index.map { |layer, i| checked(layer, i) }.freeze
        freeze
      end

      # @return [Float] cured thickness of one ply, mm
      def ply_mm(layer = layers.first)
        layer.areal_g_m2 / (fibre.density_g_ml * 1000 * volume_share)
      end

      def thickness_mm
        layers.sum { |layer| ply_mm(layer) * layer.plies }
      end

      def volume_share
        fibres = share / fibre.density_g_ml
        fibres / (fibres + ((1 - share) / @density))
      end

      def plies
        layers.sum(&:plies)
      end

      # @return [Rational] g/m2 of fibre in all plies
      def fibre_g_m2
        layers.sum { |layer| Exact.of(layer.areal_g_m2) * layer.plies }
      end

      # @return [Rational] g/m2 of mix
      def resin_g_m2
        fibre_g_m2 * (1 - Exact.of(share)) / Exact.of(share)
      end

      # One of them by itself.
      # @param number [Integer] from 1
      # @return [Laminate]
      def ply(number)
        layer = stack.fetch(number - 1).first
        Laminate.new(layers: [layer.with(plies: 1)], fibre: fibre.name, share: share, resin_density_g_ml: @density)
      end

      # How many plies of one cloth reach a thickness.
      # @return [Integer]
      def plies_for(thickness_mm)
        ((Check.number(:thickness, thickness_mm, 0.05..200, "mm") / ply_mm) - 1e-9).ceil.clamp(1, 10_000)
      end

      # Each ply from the first down: areal weight, direction, where it begins and ends, mm.
      # @return [Array<Array(Cloth::Layer, Float, Float)>]
      def stack
        at = 0.0
        layers.flat_map { |layer| Array.new(layer.plies) { [layer, at, at += ply_mm(layer)] } }
      end

      def working(area_mm2)
        grams = ->(per_m2) { Quantity.new(value: per_m2.to_f * area_mm2 / 1e6, unit: :g) }
        [Working.new(says: "%{area} × %{areal} in %{plies} = %{fibre} of #{fibre.label}", parts: {
          area: Quantity.new(value: area_mm2 / 1e6, unit: :m2), areal: Quantity.new(value: fibre_g_m2, unit: :"g/m2"),
          plies: Quantity.new(value: plies, unit: :ply), fibre: grams.call(fibre_g_m2)
        }),
          Working.new(says: "fibre is %{share} of the weight#{" when laid #{@way.label}" if @assumed}: %{fibre} × (1 − w) ÷ w = %{resin}",
            parts: {
              share: Quantity.new(value: share * 100, unit: :pct), fibre: grams.call(fibre_g_m2), resin: grams.call(resin_g_m2)
            }),
          Working.new(says: "a ply of %{areal} cures to %{ply}; all of them to %{all}", parts: {
            areal: Quantity.new(value: layers.first.areal_g_m2,
              unit: :"g/m2"), ply: Quantity.new(value: ply_mm, unit: :film_mm), all: Quantity.new(value: thickness_mm, unit: :mm)
          })]
      end

      private

      def checked(layer, index)
        Check.number("cloth #{index + 1}", layer.areal_g_m2, Cloth::AREAL_G_M2, "g/m²")
        plies = Check.number("plies #{index + 1}", layer.plies, Cloth::PLIES)
        raise InputError.new("plies #{index + 1}", "must be a whole number") unless plies == plies.to_i

        layer.with(plies: plies.to_i)
      end
    end

    # A hole ground to a long bevel and filled up again with discs of cloth.
    #
    # Rules: bevel = ratio x thickness, rounded up to 5 mm; so many discs as plies reach the old thickness,
    # growing from the hole to the outer edge of the bevel in equal steps; largest first, because then each
    # bond face is one whole ply and no edge traps air.
    class Scarf
      RATIO = (8..20)
      USUAL_RATIO = 12
      # The practice's: a bevel is rounded up to this.
      ROUND_UP_MM = 5
      THICKNESS_MM = (0.3..60)
      ORDERS = { largest: "largest first", smallest: "smallest first" }.freeze
      # One piece of cloth to cut: how far it reaches over the hole's edge, its size, its area.
      Disc = Value.define(:number, :beyond_mm, :length_mm, :width_mm, :area_mm2, :edge_mm, :direction)

      attr_reader :hole_length_mm, :hole_width_mm, :thickness_mm, :ratio, :laminate, :order

      # @param hole_length_mm [Numeric] the hole once cut back to sound material
      # @param hole_width_mm [Numeric, nil] nil for a round hole
      # @param thickness_mm [Numeric] of the laminate, 0.3 to 60
      # @param laminate [Laminate] of one cloth: what the discs are cut from
      # @param ratio [Numeric] length of the bevel to thickness, 8 to 20
      # @param order [Symbol] of ORDERS @param backed [Boolean] does a backing piece go behind the hole?
      # @raise [InputError]
      def initialize(hole_length_mm:, thickness_mm:, laminate:, hole_width_mm: nil, ratio: USUAL_RATIO, order: :largest, backed: false)
        @hole_length_mm = Check.number(:hole_length, hole_length_mm, 1..10_000, "mm")
        @hole_width_mm = Check.optional(:hole_width, hole_width_mm, 1..10_000, "mm")
        @thickness_mm = Check.number(:thickness, thickness_mm, THICKNESS_MM, "mm")
        @ratio = Check.number(:ratio, ratio, RATIO)
        @order = ORDERS.key?(order) ? order : raise(InputError.new(:order, "must be #{ORDERS.keys.join(" or ")}"))
        @laminate = laminate
        @backed = backed
        freeze
      end

      # Does a backing piece go behind the hole?
      def backed?
        @backed
      end

      # A backing piece laps the hole all round.
      BACKING_MM = 10

      # @return [Disc] the piece behind the hole
      def backing
        disc(0, BACKING_MM)
      end

      def round?
        hole_width_mm.nil?
      end

      def bevel_mm
        ((ratio * thickness_mm / ROUND_UP_MM) - 1e-9).ceil * ROUND_UP_MM
      end

      def plies
        laminate.plies_for(thickness_mm)
      end

      # @return [Array<Disc>] in the order they go in
      def discs
        sizes = (1..plies).map { |i| bevel_mm * i / plies.to_f }
        sizes = sizes.reverse if order == :largest
        sizes.each_with_index.map { |beyond, i| disc(i + 1, beyond) }
      end

      # Outline of each disc in the order they go in, from the middle and the inner face up: the largest first lie along the bevel, the
      # smallest first flat on one another.
      # @return [Array<Array<Array(Float, Float)>>] mm
      def laid
        each = thickness_mm / plies.to_f
        hole = hole_length_mm / 2
        discs.each_with_index.map do |disc, i|
          reach = disc.length_mm / 2
          rise = order == :largest ? thickness_mm * (reach - hole) / bevel_mm : 0.0
          floor = [[-reach, rise], [-hole, 0.0], [hole, 0.0], [reach, rise]]
          floor.map { |x, y| [x, y + (each * i)] } + floor.reverse.map { |x, y| [x, y + (each * (i + 1))] }
        end
      end

      # The ground bevel with its discs.
      # @return [Geometry::CutView]
      def section
        view = Geometry::CutView
        hole = hole_length_mm / 2.0
        outer = hole + bevel_mm
        old = [-1, 1].map do |side|
          points = [[hole, 0.0], [outer, thickness_mm], [outer * 1.08, thickness_mm], [outer * 1.08, 0.0]]
          view::Outline.new(points: points.map { |x, y| [side * x, y.to_f] }, of: :old)
        end
        cloth = laid.each_with_index.map { |points, i| view::Outline.new(points: points, of: i.even? ? :cloth : :cloth_other) }
        view.new(outlines: old + cloth, most_up: 20, says: view
          .says("Scarfed repair in section: bevel %{bevel} each side", bevel: [bevel_mm, :mm]),
          sizes: [view::Size.new(from: -hole, to: hole, quantity: Quantity.new(value: hole_length_mm, unit: :mm)),
            view::Size.new(from: hole, to: outer, quantity: Quantity.new(value: bevel_mm, unit: :mm))],
          notes: [view.says("%{discs}, #{ORDERS.fetch(order)}", discs: [plies, :disc])])
      end

      # All cloth, mm2.
      def cloth_mm2
        discs.sum(&:area_mm2)
      end

      # Outline of the ground bevel.
      def outline
        shape(bevel_mm)
      end

      # Outline of a disc so far beyond the hole.
      # @return [Object] Circle or Polygon with round corners
      def shape(beyond_mm)
        return Geometry::Circle.new(diameter_mm: hole_length_mm + (2 * beyond_mm)) if round?

        Geometry::Polygon.new(rounded(beyond_mm))
      end

      def working
        [Working.new(says: "bevel %{ratio} × %{thickness}, rounded up to 5 mm = %{bevel} all round", parts: {
          ratio: Quantity.new(value: ratio, unit: :""), thickness: Quantity.new(value: thickness_mm, unit: :mm),
          bevel: Quantity.new(value: bevel_mm, unit: :mm)
        }),
          Working.new(says: "%{thickness} ÷ %{ply} a ply, rounded up = %{plies}", parts: {
            thickness: Quantity.new(value: thickness_mm, unit: :mm), ply: Quantity.new(value: laminate.ply_mm, unit: :film_mm),
            plies: Quantity.new(value: plies, unit: :ply)
          })]
      end

      private

      def disc(number, beyond)
        made = shape(beyond)
        Disc.new(number: number, beyond_mm: beyond, length_mm: hole_length_mm + (2 * beyond), width_mm: (hole_width_mm || hole_length_mm) +
          (2 * beyond),
          area_mm2: made.area_mm2, edge_mm: made.edge_mm, direction: laminate.layers.first.direction)
      end

      # The hole's rectangle grown evenly, so its corners become round.
      def rounded(beyond)
        corners = [[hole_length_mm, 0, -90], [hole_length_mm, hole_width_mm, 0], [0, hole_width_mm, 90], [0, 0, 180]]
        corners.flat_map do |x, y, from|
          (0..15).map do |i|
            angle = (from + (i * 6)) * Math::PI / 180
            [beyond + x + (beyond * Math.cos(angle)), beyond + y + (beyond * Math.sin(angle))]
          end
        end
      end
    end

    # Resin drawn into dry cloth by vacuum.
    #
    # Rules: what the line holds is pi/4 d^2 l; the front's distance squared grows with time, t = c x^2.
    module Infusion
      # Ours: what can be asked.
      LINE_MM = (1..100)
      LENGTH_M = (0..500)
      FLOW_G_M2 = (0..3000)
      # What a usual flow layer keeps, g/m2, until the shop has weighed its own.
      USUAL_FLOW_G_M2 = 450

      module_function

      # @return [Float] ml held by the feed line
      def line_ml(bore_mm, length_mm)
        Math::PI / 4 * (Check.number(:bore, bore_mm, LINE_MM, "mm")**2) * Check.number(:line, length_mm, 0..500_000, "mm") / 1000
      end

      # c of t = c x^2, from noted pairs, by least squares through the origin.
      # @param pairs [Array<Array(Numeric, Numeric)>] minute and distance in mm
      # @return [Float] min/mm2
      # @raise [InputError]
      def front(pairs)
        raise InputError.new(:front, "needs at least one noted minute and distance") if pairs.empty?

        checked = pairs.each_with_index.map do |(minute, mm), i|
          [Check.number("minute #{i + 1}", minute, 0.05..10_000, "min"), Check.number("distance #{i + 1}", mm, 1..100_000, "mm")]
        end
        checked.sum { |minute, mm| minute * (mm**2) } / checked.sum { |_, mm| mm**4 }
      end

      # @return [Float] minutes until the front has come so far
      def full_min(pairs, distance_mm)
        front(pairs) * (Check.number(:distance, distance_mm, 1..100_000, "mm")**2)
      end
    end
  end
end
