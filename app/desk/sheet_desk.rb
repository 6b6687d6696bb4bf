# frozen_string_literal: true

module Dakren
  module Desk
    # Sheets between the shelf's records and the core.
    module SheetDesk
      CLOCK = Cure::Clock::LIMITS.keys - [:mixed_density_g_ml]

      # Two hardeners of one resin as a sheet of their own: "blend-3-4-70" is 70 % of the first by weight of hardener.
      BLEND = /\Ablend-(\d{1,9})-(\d{1,9})-(\d{1,2})\z/

      module_function

      # @return [Sheet, nil]
      # @raise [InputError]
      def blend(id)
        one, two, share = id.match(BLEND).captures.map(&:to_i)
        records = [one, two].map { |number| Records::Sheet.find_by(id: number) }
        return if records.any?(&:nil?) || !share.between?(1, 99)

        Blend.new(records.map { |record| core(record) }.zip([Rational(share, 100), Rational(100 - share, 100)])).sheet
      end

      # A sheet's numbers as a record's columns: what the bench keeps with a batch.
      # @param id [String] of a record, or of a blend
      # @return [Hash{String=>Object}]
      def numbers(id)
        return Records::Sheet.find(id).attributes.except("id", "created_at", "updated_at", "lock_version") unless id.match?(BLEND)

        sheet = blend(id)
        ratio = sheet.ratio
        {
          "resin" => sheet.resin, "hardener" => sheet.hardener, "ratio_by" => ratio.by.to_s, "ratio_resin" => ratio.resin.to_f, "ratio_hardener" => ratio.hardener.to_f,
          "resin_density_g_ml" => ratio.resin_density_g_ml&.to_f, "hardener_density_g_ml" => ratio.hardener_density_g_ml&.to_f, "lowest_c" => sheet.lowest_c, "highest_c" => sheet.highest_c,
          "stages" => sheet.stages.transform_keys(&:to_s), "purposes" => sheet.purposes.map(&:to_s), "mix_cup_min" => sheet.mixing.cup_min, "mix_pail_min" => sheet.mixing.pail_min,
          "second_cup_min" => sheet.mixing.second_cup_min, "extra_resin_pct" => sheet.extra_resin_pct, "extra_hardener_pct" => sheet.extra_hardener_pct,
          **sheet.bands.transform_keys { |name| "#{name}_from_index" }, **sheet.limits.to_h.transform_keys(&:to_s), **sheet.clock.stated.slice(*CLOCK).transform_keys(&:to_s)
        }
      end

      # @param record [Records::Sheet]
      # @return [Sheet]
      # @raise [InputError] when its numbers cannot be
      def core(record)
        build(record.attributes.transform_keys(&:to_sym))
      end

      # @param numbers [Hash{Symbol=>Object}] as the record's columns
      # @return [Sheet]
      # @raise [InputError]
      def build(numbers)
        Sheet.new(resin: numbers[:resin], hardener: numbers[:hardener], ratio: ratio(numbers), clock: clock(numbers),
                  stages: (numbers[:stages] || {}).to_h { |name, range| [name.to_sym, range] },
                  lowest_c: numbers[:lowest_c], highest_c: numbers[:highest_c],
                  purposes: (numbers[:purposes] || []).map(&:to_sym) & PURPOSES.keys, mixing: mixing(numbers),
                  limits: WorkLimits.new(**properties(numbers)),
                  extra_resin_pct: numbers[:extra_resin_pct], extra_hardener_pct: numbers[:extra_hardener_pct],
                  bands: Measure::Verdict::BANDS.to_h { |name| [name, numbers[:"#{name}_from_index"]] })
      end

      # What it says of the work: by name beside the rest, as forms and older cups have it, or together as the shelf keeps it.
      def properties(numbers)
        numbers.merge(numbers[:properties].to_h.transform_keys(&:to_sym)).slice(*WorkLimits::ALL.keys)
      end

      # From a job's sheet field to the core's sheet.
      # @return [#call]
      def finder
        lambda do |id|
          next blend(id) if id.match?(BLEND)

          record = id.match?(/\A\d{1,15}\z/) ? Records::Sheet.find_by(id: id) : nil
          record && core(record)
        end
      end

      def ratio(numbers)
        Measure::Ratio.new(by: numbers[:ratio_by].to_s.to_sym, resin: numbers[:ratio_resin], hardener: numbers[:ratio_hardener],
                           resin_density_g_ml: numbers[:resin_density_g_ml], hardener_density_g_ml: numbers[:hardener_density_g_ml])
      end

      def clock(numbers)
        stated = CLOCK.to_h { |name| [name, numbers[name]] }.compact
        return stated if stated.key?(:activation_kj_mol) || numbers[:second_working_min].nil? || numbers[:second_temp_c].nil?

        stated.merge(activation_kj_mol: fitted(numbers))
      end

      # The energy that carries the working time from the one temperature to the other.
      def fitted(numbers)
        Cure::Clock.fit_activation_kj_mol([numbers[:working_min], numbers[:reference_temp_c]], [numbers[:second_working_min], numbers[:second_temp_c]])
      rescue InputError => e
        raise InputError.new(:second_working_min, e.field == "activation_kj_mol" ? "does not fit the first: #{e.allowed}" : "needs another temperature: it #{e.allowed}")
      end

      def mixing(numbers)
        Mixing.new(cup_min: numbers[:mix_cup_min] || 3, pail_min: numbers[:mix_pail_min], second_cup_min: numbers[:second_cup_min] || 0)
      end
      private_class_method :properties, :ratio, :clock, :fitted, :mixing
    end
  end
end
