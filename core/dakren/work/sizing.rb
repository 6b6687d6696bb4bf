# frozen_string_literal: true

require_relative "need"
require_relative "stiffening"

module Dakren
  module Work
    # The one engine for every kind of work: from places and figures to the need of one coat.
    #
    #   Sizing.new(Kinds::ALL[:coat], [place], { film: Cover.new(film_mm: 0.3) }, density_g_ml: 1.1).need(1)
    class Sizing
      include NeedLines
      include Stiffening

      # @param kind [Kinds::Kind] @param places [Array<Place>] one or more, all of the kind's sort
      # @param figures [Hash{Symbol=>Object}] what was told, by input; defaults fill the rest
      # @param density_g_ml [Numeric] of the mix, known or assumed
      # @param own [Own] what the shop has weighed itself
      # @raise [InputError]
      def initialize(kind, places, figures, density_g_ml:, own: Own.new)
        raise InputError.new(:places, "must be one or more") if places.empty?
        unless places.all? { |place| place.sort == kind.on }
          raise InputError.new(:places, "must all be a #{Kinds::PLACES.fetch(kind.on)} for a #{kind.label}")
        end

        @kind = kind
        @told, @places = places.partition { |place| place.shape.is_a?(Geometry::ToldAmount) }
        @figures = figures
        @density = density_g_ml
        @own = own
      end

      # @param coat [Integer] 1 for the first
      # @param coats [Integer] how many there are: what a void takes is shared among them
      # @return [Need]
      # @raise [InputError]
      def need(coat = 1, coats: 1)
        return told_need(coats) if @places.empty?

        found = reckoned(coat, coats)
        @told.any? ? found.with(lines: found.lines + told_lines(coats)) : found
      end

      def reckoned(coat, coats)
        @kind.need ? instance_exec(coat, coats, &@kind.need) : send(:"need_#{@kind.rule}", coat, coats)
      end

      # How long a coat takes to lay: by what was told of it, what the shop has timed, or else as is usual.
      # @param need [Need] of the coat @param people [Integer] who lay it
      # @return [Pace]
      def pace(need, people: 1)
        measure = @kind.placing.measure
        return by_the_gram(need, nil, people) if @places.empty?
        return drawn_in(measure) if measure.name == :fill

        weighed = @own.of(:rate, @kind.name) unless optional(measure.input) || @own.of(:pace, @kind.name)
        return by_the_gram(need, weighed, people) if weighed

        rate, whose, count = rate_of(measure)
        Pace.new(measure: measure, amount: amount_of(measure, need), rate: rate.to_f, whose: whose, count: count, people: people)
      end

      # Area of all places, rough surface counted, mm2.
      def area_mm2
        @places.sum { |place| place.shape.respond_to?(:area_mm2) ? place.area_mm2 : 0.0 }
      end

      # @!visibility private
      def need_film(coat, _coats)
        cover = value(:film)
        flat = flat_mm2
        lines = [film_line(:work, cover, flat, @places.flat_map { |place| [place.shape.working].flatten })]
        rough = area_mm2 - flat
        lines << film_line(:texture, cover, rough) if rough.positive?
        lines << edges(cover)
        lines << drink(coat) << soak(coat) unless cover.printed?
        Need.new(lines: lines.compact, area_mm2: area_mm2, film_mm: cover.film_with(@density), remarks: film_remarks(cover),
          extras: film_extras(cover), printed: cover.printed?)
      end

      # @!visibility private
      def need_volume(coat, coats)
        ml = @places.sum { |place| place.shape.volume_ml }
        share = Exact.of(ml) / coats
        deepest = @places.map { |place| depth_of(place) }.max
        lines = [NeedLine.new(name: :work, label: LABELS[:work], value: share, unit: :ml, working: volume_working(ml, coats, share)),
          (drink(coat) if coat == 1)]
        Need.new(lines: lines.compact, area_mm2: area_mm2, depth_mm: Rational(Exact.of(deepest)) / coats)
      end

      # Which powder, several as one, and grams of it to 100 g of mix; nil where none goes in.
      # @return [Array(Filler::Powder, Float), nil]
      def powder
        names = [value(:powder), value(:powder2)].select { |name| name && name != "none" }.uniq
        return if names.empty? || value(:powder) == "none"

        half = names.size > 1 && optional(:powder_g).nil? && optional(:powder2_g).nil? ? 0.5 : 1.0
        Filler.together(names.zip([optional(:powder_g), optional(:powder2_g)]).map do |name, told|
          [Filler::POWDERS.fetch(name.to_sym), told&.to_f || (Filler.grams_to_100(name.to_sym, value(:grade).to_sym) * half)]
        end)
      end

      # Share of the powder that goes in once the hardener is in.
      def folded_after
        return 0 if powder.nil?

        value(:thicken_first) == "half" ? Rational(1, 2) : 1
      end

      private

      # What somebody said it takes: neither losses nor what stays in the cup go on top.
      def told_need(coats)
        thick = @kind.inputs.include?(:powder) ? { powder: powder, folded_after: folded_after } : {}
        Need.new(lines: told_lines(coats), area_mm2: 0.0, printed: true, **thick)
      end

      def told_lines(coats)
        @told.map do |place|
          told = place.shape.quantity
          share = Exact.of(told.value) / coats
          says = coats > 1 ? "%{all} as told, in #{coats} coats" : "as told, %{all}"
          NeedLine.new(name: :told, label: LABELS.fetch(:told), value: share, unit: told.unit,
            working: [Working.new(says: says, parts: { all: told })])
        end
      end

      def value(name)
        found = @figures[name]
        return found unless found.nil?
        return unless @kind.inputs.include?(name)

        default = @kind.default(name)
        raise InputError.new(name, "must be given") if default.nil?

        default == :none ? nil : default
      end

      def optional(name)
        value(name)
      end

      def rate_of(measure)
        told = optional(measure.input)
        return [told, :told] if told

        timed = @own.of(:pace, @kind.name)
        return [timed.value, :shop, timed.count] if timed
        return usual_area_rate if measure.name == :area
        return [Placing::SMALL_HOLES_H, :usual] if measure.name == :holes && small_holes?

        [@kind.placing.rate, :usual]
      end

      def small_holes?
        @places.all? { |place| place.shape.is_a?(Geometry::Void) && place.shape.volume_ml / place.shape.pieces <= Placing::SMALL_HOLE_ML }
      end

      # The shop has timed this work by the gram, or nothing but grams is known of it.
      def by_the_gram(need, weighed, people)
        measure = Placing::BY.fetch(:mass)
        rate, whose = if optional(:pour_pace)
                        [optional(:pour_pace),
                          :told]
                      else
                        [weighed&.value || Placing::TOLD_G_MIN, weighed ? :shop : :usual]
                      end
        Pace.new(measure: measure, amount: amount_of(measure, need), rate: rate.to_f, whose: whose, count: weighed&.count, people: people)
      end

      def usual_area_rate
        tool = Placing::AREA_M2_H[@kind.inputs.include?(:spread) ? value(:spread) : nil]
        found = tool ? [tool, :tool] : [@kind.placing.rate, :usual]
        curved = @places.any? { |place| Placing.curved?(place.shape) } && found[0] > Placing::CURVED_M2_H
        curved ? [Placing::CURVED_M2_H, :curved] : found
      end

      def amount_of(measure, need)
        case measure.name
        when :area then need.area_mm2 / 1e6
        when :plies then cloth_mm2(need) / 1e6
        when :length then @places.sum { |place| place.shape.length_mm }.to_f
        when :holes then @places.sum { |place| holes_in(place) }
        else need.grams(@density).to_f
        end
      end

      def cloth_mm2(need)
        need.scarf ? need.scarf.sum(&:cloth_mm2) : flat_mm2 * need.laminate.plies
      end

      def holes_in(place)
        place.shape.is_a?(Geometry::Void) ? place.shape.pieces : 1
      end

      # Resin drawn through dry cloth: until the front noted so far, or the builder's word, says when it is full.
      def drawn_in(measure)
        far = optional(:distance)
        pairs = (@figures[:front] && value(:front)) || []
        minutes, whose = if far && pairs.any? then [Infusion.full_min(pairs, far.to_f), :noted]
                         elsif (told = optional(:fills)) then [told.to_f, :told]
                         else [Placing::FIRST_METRE_MIN * (((far || longest_mm).to_f / 1000)**2), :guessed]
                         end
        Pace.new(measure: measure, amount: minutes, rate: 1.0, whose: whose)
      end

      # As far as the resin has to go where nobody said: fed in the middle of the longer side.
      def longest_mm
        @places.map do |place|
          place.shape.respond_to?(:extent_mm) ? place.shape.extent_mm.max / 2 : Math.sqrt(place.shape.area_mm2) / 2
        end.max
      end

      # As it would be were it flat.
      def flat_mm2
        @places.sum { |place| place.shape.area_mm2 }
      end

      def depth_of(place)
        place.shape.is_a?(Geometry::Cavity) ? place.shape.fill_mm : place.shape.deepest_mm
      end

      # Rule: a band along the edges and the steps and wear areas get so much more film.
      def edges(cover)
        share = value(:extra)
        return if share.nil?

        band = (optional(:band) || 0) * @places.sum { |place| place.shape.edge_mm }
        area = [band, flat_mm2].min + ((optional(:wear) || 0) * 1_000_000)
        return unless area.positive?

        line = film_line(:edges, cover, area * share / 100)
        line.with(working: [Working.new(says: "%{share} more film on %{area} of edges, steps and wear areas = %{amount}", parts: {
          share: quantity(share, :pct), area: m2(area), amount: quantity(line.value, line.unit)
        })])
      end

      def drink(coat, area = area_mm2)
        surface = value(:surface) || "sealed"
        own = optional(:drink) ? nil : @own.of(:drink, surface)
        per_m2 = Drink.g_m2(optional(:drink) || own&.value || Drink::SURFACES.fetch(surface).first_coat_g_m2, coat: coat)
        return if per_m2.zero?

        says = "%{area} × %{drink} = %{g}#{", a quarter of the first coat's" if coat == 2}#{weighed(own)}"
        grams(:drink, Exact.of(area) * per_m2 / 1_000_000, says, area: m2(area), drink: quantity(per_m2, :"g/m2"))
      end

      # Rule: every coat, or the first one alone where the tool is kept from setting between them.
      def soak(coat)
        return if coat > 1 && value(:between) == "soft"

        typed = optional(:soak)
        tool = value(:spread) || "none"
        own = typed ? nil : @own.of(:soak, tool)
        kept = typed || own&.value || Drink::TOOLS.fetch(tool).soak_g
        return if kept.zero?

        grams(:soak, Exact.of(kept), typed ? "as typed, %{g}" : "%{g} stay in a #{Drink::TOOLS.fetch(tool).label}#{weighed(own)}")
      end

      def volume_working(ml, coats, share)
        lines = @places.flat_map { |place| [place.shape.working].flatten }
        if coats > 1
          lines + [Working.new(says: "%{ml} in %{count} = %{each}",
            parts: { ml: quantity(ml, :ml), count: quantity(coats, :lift),
                     each: quantity(share, :ml) })]
        else
          lines
        end
      end

      def laminate
        layers = value(:cloths).map do |areal, plies, direction|
          Cloth::Layer.new(areal_g_m2: areal.to_f, plies: plies || 1, direction: direction.to_s)
        end
        share = optional(:share)
        stack = Laminate.new(layers: layers, fibre: value(:fibre).to_sym, way: value(:way).to_sym, share: share && (share / 100.0),
          resin_density_g_ml: @density)
        @wanted_mm = @kind.inputs.include?(:thickness) ? optional(:thickness) : nil
        return stack unless @wanted_mm && layers.size == 1

        Laminate.new(layers: [layers.first.with(plies: stack.plies_for(@wanted_mm.to_f))], fibre: value(:fibre).to_sym,
          way: value(:way).to_sym, share: share && (share / 100.0),
          resin_density_g_ml: @density)
      end

      def reach(stack)
        return [] unless @wanted_mm

        says = stack.layers.size > 1 ? "; %{wanted} is wanted" : ": %{wanted} is reached"
        [Working.new(says: "%{plies} #{stack.plies == 1 ? "cures" : "cure"} to %{all}#{says}", parts: {
          plies: quantity(stack.plies, :ply), all: mm(stack.thickness_mm), wanted: mm(@wanted_mm)
        })]
      end

      def one_ply(stack)
        if stack.layers.first.plies == 1 && stack.layers.size == 1
          stack
        else
          Laminate.new(layers: [stack.layers.first.with(plies: 1)], fibre: stack.fibre.name, share: stack.share,
            resin_density_g_ml: @density)
        end
      end

      def cloth_line(stack, area, before = [])
        grams = Exact.of(area) * stack.resin_g_m2 / 1_000_000
        NeedLine.new(name: :work, label: "in the cloth", value: grams, unit: :g, working: before + @places.flat_map do |place|
          place.shape.respond_to?(:working) ? [place.shape.working].flatten : []
        end + stack.working(area))
      end

      # A laminate heats itself as a layer of its own thickness would.
      def thick(stack)
        Exact.of(stack.thickness_mm.round(6))
      end

      def front
        pairs = value(:front) if @figures[:front]
        return [] if pairs.nil? || pairs.empty?

        far = optional(:distance)
        return [] unless far

        [Working.new(says: "the resin front noted so far fills %{far} in %{full}",
          parts: { far: mm(far), full: quantity(Infusion.full_min(pairs, far.to_f), :min) })]
      end
    end
  end
end
