# frozen_string_literal: true

module Dakren
  module Stores
    # Sheets between the shelf's records and the core.
    module Shelf
      # Two hardeners of one resin as a sheet of their own: "blend-3-4-70" is 70 % of the first by weight of hardener.
      BLEND = /\Ablend-(\d{1,9})-(\d{1,9})-(\d{1,2}(?:\.\d)?)\z/

      # Read once for as long as nobody changes them.
      KNOWN = Memo.new(500)

      module_function

      # @return [Sheet, nil]
      # @raise [InputError]
      def blend(id)
        one, two, share = id.match(BLEND).captures.map(&:to_r)
        records = [one, two].map { |number| Sheet.find_by(id: number.to_i) }
        return if records.any?(&:nil?) || !(share.positive? && share < 100)

        Blend.new(records.map { |record| core(record) }.zip([share / 100, (100 - share) / 100])).sheet
      end

      # A sheet's numbers as a record's columns: what the bench keeps with a batch.
      # @param id [String] of a record, or of a blend
      # @return [Hash{String=>Object}]
      def numbers(id)
        return Sheet.find(id).numbers unless id.match?(BLEND)

        sheet = blend(id)
        ratio = sheet.ratio
        {
          "resin" => sheet.resin, "hardener" => sheet.hardener, "ratio_by" => ratio.by.to_s, "ratio_resin" => ratio.resin.to_f,
          "ratio_hardener" => ratio.hardener.to_f,
          "resin_density_g_ml" => ratio.resin_density_g_ml&.to_f, "hardener_density_g_ml" => ratio.hardener_density_g_ml&.to_f,
          "lowest_c" => sheet.lowest_c, "highest_c" => sheet.highest_c,
          "stages" => sheet.stages.transform_keys(&:to_s), "purposes" => sheet.purposes.map(&:to_s), "mix_cup_min" => sheet.mixing.cup_min,
          "mix_pail_min" => sheet.mixing.pail_min,
          "second_cup_min" => sheet.mixing.second_cup_min, "extra_resin_pct" => sheet.extra_resin_pct,
          "looks" => sheet.looks.to_s, "extra_hardener_pct" => sheet.extra_hardener_pct,
          **sheet.bands.transform_keys { |name| "#{name}_from_index" }, **sheet.limits.to_h.transform_keys(&:to_s),
          **clock_numbers(sheet.clock)
        }
      end

      # What a sheet says of its clock, as a record's columns.
      def clock_numbers(clock)
        told = clock.stated.slice(*Document::SheetNumbers::CLOCK, :more_pot_lives)
        told[:inert_pct] = clock.inert_share * 100 unless clock.assumed?(:inert_share)
        told.transform_keys(&:to_s)
      end

      # Works out the clocks that are not kept yet, each in its own moment.
      def keep_clocks
        Sheet.where(calibration: nil).find_each do |record|
          kept = worked_out(record)
          Database.writing { record.keep_quietly(calibration: kept) }
        end
      end

      # @return [Hash] nothing where its numbers have no answer
      def worked_out(record)
        core(record).mix.calibration.kept
      rescue InputError, NotSolved
        {}
      end

      # @param record [Sheet]
      # @return [Sheet]
      # @raise [InputError] when its numbers cannot be
      def core(record)
        build = lambda do
          Document::SheetNumbers.build({ **record.attributes.transform_keys(&:to_sym), shop: record.counts }).tap do |sheet|
            Cure::Calibration.remembered?(sheet.clock, record.calibration)
          end
        end
        record.new_record? || record.changed? ? build.call : KNOWN.recall([record.id, record.updated_at], &build)
      end

      # From a job's sheet field to the core's sheet.
      # @yield [id] @yieldreturn [Sheet, nil] of rows that were read already
      # @return [#call]
      def finder(&rows)
        rows ||= ->(id) { Sheet.find_by(id: id) }
        lambda do |id|
          next blend(id) if id.match?(BLEND)

          record = id.match?(/\A\d{1,15}\z/) ? rows.call(id) : nil
          record && core(record)
        end
      end
    end
  end
end
