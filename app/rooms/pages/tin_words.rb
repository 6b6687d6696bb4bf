# frozen_string_literal: true

module Dakren
  module Rooms
    # Tins in words, as several pages say them.
    module TinWords
      KG_FROM_G = 1000

      # @param value [Numeric] g or ml @param unit [String]
      # @return [String] "3.42 kg", "180 g", "2.5 L"
      def held(value, unit)
        return @wording.volume(value).join(" ") if unit == "ml"
        return @wording.show(Quantity.new(value: value, unit: :g)) if @wording.us?(:mass)

        value.abs >= KG_FROM_G ? "#{Check.plain((value / 1000.0).round(2))} kg" : "#{Check.plain(value.round(1).to_f)} g"
      end

      # @param at [Float] seconds on the wall
      def day(at)
        @wording.dates.day(@zone.at(at))
      end

      # @param amount [Numeric, nil]
      # @return [String] "24.90 €", "24.90" where nobody told a currency
      def money(amount)
        return "not known" if amount.nil?

        [format(amount.abs < 1 ? "%.3f" : "%.2f", amount), @settings.currency].reject(&:empty?).join(" ")
      end

      # @param cost [Stores::Costs::Cost]
      # @return [String, nil] nil where no price is known
      def cost_words(cost)
        cost.amount && "#{money(cost.amount)} #{Stores::Costs::WORDS.fetch(cost.from)}"
      end

      # How a tin stands, in short.
      # @param tin [Stores::Tin]
      # @return [String]
      def stands(tin)
        [tin.called, "#{held(tin.level, tin.unit)} left", tin.opened_at ? "open since #{day(tin.opened_at)}" : "not opened",
          by_when(tin)].compact.join(", ")
      end

      def by_when(tin)
        return if tin.use_by.empty?

        date = Date.iso8601(tin.use_by)
        year = " #{date.year}" if date.year != @today.year
        "#{tin.expired?(@today) ? "was to be used by" : "use by"} #{@wording.dates.day(date.to_time)}#{year}"
      end

      # @return [String] "3.1 kg of 5 kg"
      def in_it(tin)
        "#{held([tin.level, 0].max, tin.unit)} of #{held(tin.size, tin.unit)}"
      end
    end
  end
end
