# frozen_string_literal: true

module Dakren
  module Words
    # How well a sheet's clock is known, in sentences: what carries it, what is missing, and what would narrow it most.
    class Known
      TOLD = { working_min: "working time", pot_life_min: "pot life", max_depth_mm: "largest depth", pot_peak_c: "hottest of the pot test",
               heat_j_g: "heat of reaction", activation_kj_mol: "activation energy" }.freeze
      FURTHER = { working_min: "The working time as a film", heat_j_g: "The heat of reaction",
                  activation_kj_mol: "A working time at a second temperature" }.freeze
      MOST_OFFERS = 3
      # Narrowing by less than this share is not worth a line.
      LEAST_GAIN = 0.05
      # A cup that shows what each statement means alone.
      SHOWN_G = 500

      # @param sheet [Sheet] @param wording [Wording]
      def initialize(sheet, wording)
        @sheet = sheet
        @clock = sheet.clock
        @wording = wording
      end

      # @return [Array<String>]
      def words
        [carried, now, *offers]
      end

      # @return [Array<String>] none where everything goes together
      def at_odds
        known = @sheet.mix.calibration
        return [] if known.at_odds.empty?

        ["These numbers do not go together: check #{known.at_odds.map { |one| named(one) }.join(" and ")}.",
          *known.apart.map { |one, clock| alone(one, clock) }]
      end

      private

      def show(value, unit)
        @wording.show(Quantity.new(value: value, unit: unit))
      end

      def carried
        told = TOLD.select { |name, _| @clock.told?(name) }.values
        told << "#{@clock.more_pot_lives.size} further pot lives" if @clock.more_pot_lives.any?
        "Based on: #{told.join(", ")}. Everything else is taken as usual for such mixes."
      end

      def narrowing
        @narrowing ||= Cure::Narrowing.new(@sheet.mix, **RoundFigures.new(@wording).asked)
      end

      def now
        "#{cup}: 8 times in 10 it falls between #{span(narrowing.band)}, were the room known exactly."
      end

      def cup
        "#{show(narrowing.mass_g, :g)} at #{show(narrowing.temp_c, :c)}"
      end

      def span(band)
        "#{@wording.minutes(band.early)} to #{@wording.minutes(band.late)}"
      end

      def offers
        narrowing.offers.select { |offer| offer.sd < narrowing.sd * (1 - LEAST_GAIN) }.first(MOST_OFFERS).map do |offer|
          gain = ((1 - (offer.sd / narrowing.sd)) * 100).round
          what = offer.mass_g ? "A further pot life, of #{show(offer.mass_g, :g)}," : FURTHER.fetch(offer.name)
          "#{what} would narrow that by #{gain} %: #{span(narrowing.with(offer))}."
        end
      end

      def named(statement)
        case statement.name
        when :pot_life then "the pot life of #{show(statement.mass_g, :g)}"
        when :depth then "the largest depth"
        when :working then "the working time"
        else "the hottest of the pot test"
        end
      end

      def alone(statement, clock)
        run = Cure::Mix.new(clock).cup(mass_g: SHOWN_G, start_c: @clock.reference_temp_c, room_c: @clock.reference_temp_c)
        lasts = run.usable_min ? "#{show(SHOWN_G, :g)} would last #{@wording.minutes(run.usable_min)}" : "it would never set"
        "By #{named(statement)} alone, #{lasts} at #{show(@clock.reference_temp_c, :c)}."
      end
    end
  end
end
