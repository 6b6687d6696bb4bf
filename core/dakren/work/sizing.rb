# frozen_string_literal: true

require_relative "need"
require_relative "losses"
require_relative "pacing"
require_relative "stiffening"

module Dakren
  module Work
    # The one engine for every kind of work: from places and figures to the need of one coat.
    #
    #   Sizing.new(Kinds::ALL[:coat], [place], { film: Cover.new(film_mm: 0.3) }, density_g_ml: 1.1).need(1)
    class Sizing
      include NeedLines
      include Losses
      include Pacing
      include Stiffening

      # @param kind [Kinds::Kind] @param places [Array<Place>] one or more, all of the kind's sort
      # @param figures [Hash{Symbol=>Object}] what was told, by input; defaults fill the rest
      # @param density_g_ml [Numeric] of the mix, known or assumed
      # @param own [Own] what the shop has weighed itself
      # @raise [InputError]
      def initialize(kind, places, figures, density_g_ml:, own: Own.new)
        raise InputError.new(:places, "must be one or more") if places.empty?
        unless places.all? { |place| place.sort == kind.on }
          raise InputError.new(:places, "must all be #{Kinds.one(Kinds::PLACES.fetch(kind.on))} for #{kind.one}")
        end

        @kind = kind
        @told, @places = places.partition { |place| place.shape.told? }
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

      # In how many coats it goes on where the cloth says so: onto a tacky ply, ply by ply.
      # @return [Integer, nil]
      def plies_apart
        return if @places.empty? || @figures[:wet_out] != "tacky" || !@kind.inputs.include?(:wet_out)

        laminate.plies
      end

      # Area of all places, rough surface counted, mm2.
      def area_mm2
        @places.sum { |place| place.shape.respond_to?(:area_mm2) ? place.area_mm2 : 0.0 }
      end

      # @!visibility private
      def need_film(coat, _coats)
        cover = value(:film)
        share = 1 - (bare_mm2 / flat_mm2)
        flat = flat_mm2 * share
        lines = [film_line(:work, cover, flat, @places.flat_map { |place| [place.shape.working].flatten } + left_bare)]
        rough = (area_mm2 * share) - flat
        lines << film_line(:texture, cover, rough) if rough.positive?
        lines << edges(cover)
        lines << drink(coat, area_mm2 * share) << soak(coat) unless cover.printed?
        Need.new(lines: lines.compact, area_mm2: area_mm2 * share, film_mm: cover.film_with(@density), remarks: film_remarks(cover),
          extras: film_extras(cover), printed: cover.printed?)
      end

      # @!visibility private
      def need_volume(coat, coats)
        ml = @places.sum { |place| place.shape.volume_ml }
        share = Exact.of(ml) / coats
        deepest = @places.map { |place| depth_of(place) }.max
        over, deeper = planed(ml, deepest)
        lines = [NeedLine.new(name: :work, label: LABELS[:work], value: share, unit: :ml, working: volume_working(ml, coats, share)),
          (ml(:planing, over / coats, "%{told} over = %{ml}", told: optional(:planing)) if over.positive?),
          (drink(coat) if coat == 1)]
        Need.new(lines: lines.compact, area_mm2: area_mm2, depth_mm: Rational(Exact.of(deeper)) / coats)
      end

      # What is poured over to be planed off: as high as was told, or so much more.
      # @return [Array(Rational, Numeric)] ml on top, and the depth with it, mm
      def planed(ml, deepest)
        told = optional(:planing)
        return [Rational(0), deepest] if told.nil? || told.value.zero?
        return [Exact.of(ml) * Exact.of(told.value) / 100, deepest * (1 + (told.value.to_f / 100))] if told.unit == :pct

        [Exact.of(flat_mm2) * Exact.of(told.value) / 1000, deepest + told.value.to_f]
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

      # Share of the powder that goes in once the hardener is in, times as long as the shop takes to fold it in.
      def folded_after
        return 0 if powder.nil?

        share = value(:thicken_first) == "half" ? Rational(1, 2) : 1
        own = @own.of(:fold, "powder") or return share
        share * own.beside(1)
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

      # As it would be were it flat.
      def flat_mm2
        @places.sum { |place| place.shape.area_mm2 }
      end

      def depth_of(place)
        place.shape.fill_depth_mm
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
