# frozen_string_literal: true

module Dakren
  module Document
    # A sheet's numbers, as a form or a record has them, into the core's sheet.
    module SheetNumbers
      LEVELS_OR_IS_SHAPED = %w[flood floor fill].freeze
      CLOCK = Cure::Clock::LIMITS.keys - %i[mixed_density_g_ml inert_share]

      module_function

      # @param numbers [Hash{Symbol=>Object}] as the record's columns
      # @return [Sheet]
      # @raise [InputError]
      def build(numbers)
        Sheet.new(resin: numbers[:resin], hardener: numbers[:hardener], ratio: ratio(numbers), clock: clock(numbers),
          stages: (numbers[:stages] || {}).to_h { |name, range| [name.to_sym, range] },
          lowest_c: numbers[:lowest_c], highest_c: numbers[:highest_c],
          purposes: (numbers[:purposes] || []).map(&:to_sym) & PURPOSES.keys, mixing: mixing(numbers),
          looks: numbers[:looks].to_s.empty? ? nil : numbers[:looks].to_sym, **learned(numbers[:shop]),
          limits: WorkLimits.new(**properties(numbers)),
          extra_resin_pct: numbers[:extra_resin_pct], extra_hardener_pct: numbers[:extra_hardener_pct],
          bands: Measure::Verdict::BANDS.to_h { |name| [name, numbers[:"#{name}_from_index"]] })
      end

      # What the shop learned of it: of its clock, and of stages it does not tell.
      def learned(shop)
        { learned: shop, noted: (shop || {}).fetch("noted", {}).transform_keys(&:to_sym) }
      end

      # What it says of the work: by name beside the rest, as forms and older cups have it, or together as the shelf keeps it.
      def properties(numbers)
        numbers.merge(numbers[:properties].to_h.transform_keys(&:to_sym)).slice(*WorkLimits::ALL.keys)
      end

      def ratio(numbers)
        Measure::Ratio.new(by: numbers[:ratio_by].to_s.to_sym, resin: numbers[:ratio_resin], hardener: numbers[:ratio_hardener],
          resin_density_g_ml: numbers[:resin_density_g_ml], hardener_density_g_ml: numbers[:hardener_density_g_ml])
      end

      def clock(numbers)
        stated = CLOCK.to_h { |name| [name, numbers[name]] }.compact
        stated[:inert_share] = numbers[:inert_pct] / 100.0 if numbers[:inert_pct]
        stated[:more_pot_lives] = numbers[:more_pot_lives] if numbers[:more_pot_lives].present?
        stated[:levels_or_is_shaped] = true if shaped?(numbers)
        stated[:usual_working_min] = by_a_stage(numbers) unless stated.keys.intersect?([*Cure::Clock::SPEEDS, :more_pot_lives])
        stated.compact!
        return stated if stated.key?(:activation_kj_mol) || numbers[:second_working_min].nil? || numbers[:second_temp_c].nil?

        stated.merge(activation_kj_mol: fitted(numbers))
      end

      # How fast it is where nothing but a stage says so.
      def by_a_stage(numbers)
        AssumedStages.working_min((numbers[:stages] || {}).compact.transform_keys(&:to_sym), Array(numbers[:purposes]).first&.to_sym,
          numbers[:looks].to_s.empty? ? nil : numbers[:looks].to_sym)
      end

      # What must level by itself or be shaped ends sooner: by its main purpose, or by what it is.
      def shaped?(numbers)
        LEVELS_OR_IS_SHAPED.include?(Array(numbers[:purposes]).first.to_s) || %w[paste putty].include?(numbers[:looks].to_s)
      end

      # The energy that carries the working time from the one temperature to the other.
      def fitted(numbers)
        raise InputError.new(:second_working_min, "needs the first working time beside it") unless numbers[:working_min]

        Cure::Clock.fit_activation_kj_mol([numbers[:working_min], numbers[:reference_temp_c] || Cure::Clock::DEFAULTS[:reference_temp_c]],
          [numbers[:second_working_min], numbers[:second_temp_c]])
      rescue InputError => e
        raise InputError.new(:second_working_min,
          e.field == "activation_kj_mol" ? "does not fit the first: #{e.allowed}" : "needs another temperature: it #{e.allowed}")
      end

      def mixing(numbers)
        ranges = numbers[:ranges] || {}
        Mixing.new(cup_min: numbers[:mix_cup_min] || 3, pail_min: numbers[:mix_pail_min], second_cup_min: numbers[:second_cup_min] || 0,
          **{ cup_from_min: "mix_cup_min", pail_from_min: "mix_pail_min", second_from_min: "second_cup_min" }
            .transform_values { |name| ranges[name]&.first }.compact)
      end
      private_class_method :properties, :ratio, :clock, :fitted, :mixing, :shaped?, :by_a_stage, :learned
    end
  end
end
