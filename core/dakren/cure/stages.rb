# frozen_string_literal: true

require_relative "cup"
require_relative "../base/value"

module Dakren
  module Cure
    # The stages a film goes through, as data: what the sheet calls them, what one sees.
    Stage = Value.define(:name, :label, :sign)

    STAGES = [
      Stage.new(name: :recoat_opens, label: "tacky, recoat opens", sign: "holds a fingertip's print, leaves nothing on the glove"),
      Stage.new(name: :recoat_closes, label: "recoat closes",
        sign: "too hard for the next coat to bond by itself: wash, abrade, then coat"),
      Stage.new(name: :sandable, label: "hard, sandable", sign: "sands to dust, does not clog"),
      Stage.new(name: :handle, label: "handle, walk on", sign: "takes light loads"),
      Stage.new(name: :demould, label: "demould", sign: "comes out of the mould without bending"),
      Stage.new(name: :full, label: "full cure", sign: "as strong as this room will make it")
    ].freeze
    STAGE_NAMES = STAGES.map(&:name).freeze

    # One sheet in one room: its film in every way the room and the sheet are in doubt, each followed once however
    # many coats ask.
    class Ageing
      # Followed so far beyond the 60 days a coat may take, for coats that begin later on.
      FOLLOWED_MIN = 2 * HORIZON_MIN

      attr_reader :sheet, :room

      # @param sheet [Sheet] @param room [Profile] of the whole job
      def initialize(sheet, room)
        @sheet = sheet
        @room = room
        @films = {}
      end

      # Clocks and shifts to try, the likely one first.
      # @return [Array<Array(Clock, Float)>]
      def variants
        @variants ||= [[sheet.clock, 0.0], *Doubt.variants(sheet.clock)]
      end

      # The late side gets no credit for hours below the lowest temperature; the early side does.
      # @return [Film]
      def film(index)
        @films[index] ||= begin
          clock, shift = variants[index]
          Film.new(clock, shift.zero? ? room : room.shifted(shift), stalled_below_c: shift.positive? ? nil : sheet.lowest_c&.+(shift),
            until_min: FOLLOWED_MIN)
        end
      end

      # When the slowest variant reaches an age, and when the quickest does: for a plan that must be kept.
      # @param from_min [Numeric] when it was spread @param age_min [Numeric] @param start_age_min [Numeric] what it aged in its cup
      # @return [Float, nil] minute of the job
      def surely(from_min, age_min, start_age_min)
        reached = colder.map { |i| film(i).reached_after(from_min, age_min, start_age_min: start_age_min) }
        reached.any?(&:nil?) ? nil : reached.max
      end

      # @return [Float, nil]
      def at_earliest(from_min, age_min, start_age_min)
        warmer.filter_map { |i| film(i).reached_after(from_min, age_min, start_age_min: start_age_min) }.min
      end

      private

      # Only a colder room is ever slower, and only a warmer one quicker.
      def colder
        @colder ||= variants.each_index.select { |i| variants[i][1].negative? }
      end

      def warmer
        @warmer ||= variants.each_index.select { |i| variants[i][1].positive? }
      end
    end

    # When a film of one sheet reaches its stages, counted from the moment it was spread.
    #
    #   StageTimes.new(sheet, room: profile, start_age_min: 6).of(:recoat_opens)   # => Band
    #
    # Rule: early from the sheet's early figure in the warmest room it may have been, late from the late
    # figure in the coldest; below the sheet's lowest temperature no ageing is promised.
    class StageTimes
      # @param sheet [Sheet]
      # @param room [Profile] of the job @param from_min [Numeric] when it was spread
      # @param start_age_min [Numeric] age it brings from its cup
      # @param depth_mm [Numeric, nil] of a pour; a film where it is nil or at most 2 mm
      # @param start_c [Numeric, nil] °C of the mix when poured
      # @param ageing [Ageing] shared by all coats of the sheet in that room
      # @param mix [Mix] what was poured, with the powder in it
      def initialize(sheet, room:, from_min: 0, start_age_min: 0, depth_mm: nil, start_c: nil, ageing: Ageing.new(sheet, room),
        mix: sheet.mix)
        @sheet = sheet
        @from_min = from_min
        @start_age_min = start_age_min
        @ageing = ageing
        return unless depth_mm && depth_mm > PourTop::FILM_LIMIT_MM

        later = room.from(from_min)
        @tops = ageing.variants.map do |clock, shift|
          PourTop.new(mix.with(clock: clock, nodes: Mix::BAND_NODES), room: shift.zero? ? later : later.shifted(shift), depth_mm: depth_mm,
            start_c: start_c + shift)
        end
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

      def band(early_min, late_min)
        others = (1...@ageing.variants.size).flat_map { |i| [early_min, late_min].uniq.map { |age| reached(i, age) } }
        Band.over(reached(0, (early_min + late_min) / 2.0), others)
      end

      def reached(index, age_min)
        return @tops[index].reached_min(age_min, start_age_min: @start_age_min) if @tops

        @ageing.film(index).reached_after(@from_min, age_min, start_age_min: @start_age_min)&.-(@from_min)
      end
    end
  end
end
