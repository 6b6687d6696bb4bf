# frozen_string_literal: true

module Dakren
  module Words
    # Metric figures inside fixed words (a 100 mm roller, a 400 ml cup, 150 to 250 mm away) as a US reader has them. Part of Wording.
    module Localised
      NUMBER = /\d+(?:[.,]\d+)?/
      UNIT = %r{mm|micron|ml|litres?|kg|g/ml|g/m²|J/g K|J/g|kJ/mol|W/m K|g|°C}
      # Units that Wording has a word for.
      TOLD = { "g/ml" => :"g/ml", "g/m²" => :"g/m2", "J/g" => :"J/g", "kJ/mol" => :"kJ/mol", "J/g K" => :"J/gK", "W/m K" => :"W/mK" }.freeze
      SPAN = /(?<from>#{NUMBER})(?: ?(?<join>to|–|-) ?(?<to>#{NUMBER}))?/
      FIGURE = %r{#{SPAN} (?<unit>#{UNIT})(?![a-z/²])(?<apart> warmer| colder| more| an hour)?}
      # A difference has no zero to begin from.
      APART_UNIT = :c_step

      # @param words [String, nil] fixed words, not figures of the job
      # @return [String, nil]
      def local(words)
        return words unless words && system != "metric"

        words.gsub(FIGURE) { local_figure(Regexp.last_match) }
      end

      # @param choices [Hash{String=>String}] words by value
      # @return [Array<Array(String, String)>] values and words
      def local_choices(choices)
        system == "metric" ? choices.to_a : choices.map { |value, words| [value, local(words)] }
      end

      # The name of a vessel: as the shop calls it, or as a reader would call one of the usual.
      # @param name [String]
      # @return [String]
      def vessel(name)
        Plan::USUAL_NAMES.include?(name) ? local(name) : name
      end

      private

      def local_figure(match)
        unit = match[:unit]
        return match[0] unless Systems.us?(system, kind_of(unit))

        told = [match[:from], match[:to]].compact.map { |number| shown(number.tr(",", ".").to_f, unit, match[:apart]) }
        numbers = told.map(&:first)
        "#{numbers.join(match[:join] == "to" ? " to " : match[:join].to_s)} #{told.last.last}#{match[:apart]}"
      end

      def kind_of(unit)
        { "°C" => :temperature, "mm" => :length, "micron" => :length }.fetch(unit) { Wording::KINDS[TOLD[unit]] || :volume }
      end

      def shown(number, unit, apart)
        return quantity_pair(number, TOLD[unit]) if TOLD.key?(unit)

        case unit
        when "mm" then inches(number)
        when "micron" then quantity_pair(number / 1000, :film_mm)
        when "ml" then quantity_pair(number, :ml)
        when "litre", "litres" then quarts(number)
        when "°C" then quantity_pair(number, apart ? APART_UNIT : :c)
        else quantity_pair(number * (unit == "kg" ? 1000 : 1), :g)
        end
      end

      # Tools are sold by the half inch.
      def inches(mm)
        inch = mm / 25.4
        return quantity_pair(mm, :film_mm) if mm < 2

        [inch >= 1 ? Check.plain((inch * 2).round / 2.0) : significant(inch), "in"]
      end

      # Vessels are sold by the half quart and gallon, larger ones by whole ones.
      def quarts(litres)
        litres < 9 ? [halves(litres * 1.056688), "qt"] : [halves(litres * 0.264172), "gal"]
      end

      def halves(value)
        value >= 4 ? value.round.to_s : Check.plain([(value * 2).round, 1].max / 2.0)
      end
    end
  end
end
