# frozen_string_literal: true

module Dakren
  module Cure
    # The stages a film goes through, as data: what the sheet calls them, what one sees.
    Stage = Value.define(:name, :label, :sign)

    STAGES = [
      Stage.new(name: :recoat_opens, label: "tacky, recoat opens", sign: "holds a fingertip's print, leaves nothing on the glove"),
      Stage.new(name: :recoat_closes, label: "recoat closes", sign: "too hard for the next coat to bond by itself: wash, abrade, then coat"),
      Stage.new(name: :sandable, label: "hard, sandable", sign: "sands to dust, does not clog"),
      Stage.new(name: :handle, label: "handle, walk on", sign: "takes light loads"),
      Stage.new(name: :demould, label: "demould", sign: "comes out of the mould without bending"),
      Stage.new(name: :full, label: "full cure", sign: "as strong as this room will make it")
    ].freeze
    STAGE_NAMES = STAGES.map(&:name).freeze

    # When a film of one sheet reaches its stages, counted from the moment it was spread.
    #
    #   StageTimes.new(sheet, room: profile, start_age_min: 6).of(:recoat_opens)   # => Band
    #
    # Rule: early from the sheet's early figure in the warmest room it may have been, late from the late
    # figure in the coldest; below the sheet's lowest temperature no ageing is promised.
    class StageTimes
      # @param sheet [Sheet]
      # @param room [Profile] from the moment of spreading
      # @param start_age_min [Numeric] age it brings from its cup
      # @param depth_mm [Numeric, nil] of a pour; a film where it is nil or at most 2 mm
      # @param start_c [Numeric, nil] °C of the mix when poured
      def initialize(sheet, room:, start_age_min: 0, depth_mm: nil, start_c: nil)
        @sheet = sheet
        @room = room
        @start_age_min = start_age_min
        @thick = depth_mm && depth_mm > PourTop::FILM_LIMIT_MM ? { depth_mm: depth_mm, start_c: start_c } : nil
        @likely, *@others = [[sheet.clock, 0.0], *Doubt.variants(sheet.clock)].map { |clock, shift| surface(clock, shift) }
      end

      # @param name [Symbol] of STAGES
      # @return [Band, nil] minutes from spreading; nil when the sheet does not say; late (and middle) nil
      #   when it stalls and is not reached within 60 days
      def of(name)
        range = @sheet.stages[name]
        range && band(range[0], range[1])
      end

      # @return [Band] end of the working time as a film
      def working
        band(@sheet.clock.working_min, @sheet.clock.working_min)
      end

      private

      def surface(clock, shift)
        room = shift.zero? ? @room : @room.shifted(shift)
        return PourTop.new(Mix.new(clock, nodes: Mix::BAND_NODES), room: room, **@thick, start_c: @thick[:start_c] + shift) if @thick

        # The late side gets no credit for hours below the lowest temperature; the early side does.
        Film.new(clock, room, stalled_below_c: shift.positive? ? nil : @sheet.lowest_c&.+(shift))
      end

      def band(early_min, late_min)
        Band.over(@likely.reached_min((early_min + late_min) / 2.0, start_age_min: @start_age_min),
                  @others.flat_map { |film| [early_min, late_min].uniq.map { |age| film.reached_min(age, start_age_min: @start_age_min) } })
      end
    end
  end
end
