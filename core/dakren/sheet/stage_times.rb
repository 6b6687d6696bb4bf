# frozen_string_literal: true

require_relative "ageing"
require_relative "../cure/untold"

module Dakren
  # When a coat of one sheet reaches its stages, counted from the moment it was spread.
  #
  #   StageTimes.new(sheet, room: profile, start_age_min: 6).of(:recoat_opens)   # => Band
  #
  # Rule: stages go by the top of the coat; below the sheet's lowest temperature no ageing is promised.
  class StageTimes
    # Stages that say a film is hard, the plainest first; it is full after them.
    HARD = %i[sandable handle demould].freeze

    # Of a sheet, as far as that tells anything of time.
    # @return [StageTimes, UntoldTimes]
    def self.of(sheet, **place)
      sheet.silent? ? UntoldTimes : new(sheet, **place)
    end

    # @param sheet [Sheet]
    # @param room [Cure::Profile] of the job @param from_min [Numeric] when it was spread
    # @param start_age_min [Numeric] age it brings from its cup
    # @param depth_mm [Numeric, nil] of the coat; nil for one as thin as paper
    # @param start_c [Numeric, nil] °C of the mix when poured
    # @param ageing [Ageing] shared by all coats of the sheet in that room
    # @param mix [Cure::Mix] what was poured, with what is in it
    # @param wall [Cure::Wall] what it lies on @param plan [Footprint, nil] where it is small in plan
    def initialize(sheet, room:, from_min: 0, start_age_min: 0, depth_mm: nil, start_c: nil, ageing: Ageing.new(sheet, room),
      mix: sheet.mix, wall: Cure::Wall::GROUNDS[:wood], plan: nil)
      @sheet = sheet
      @mix = mix
      @from_min = from_min
      @start_age_min = start_age_min
      @ageing = ageing
      @told = {}
      return if depth_mm.nil?

      if depth_mm <= Cure::Lead::THINNEST_FOLLOWED_MM
        @start_age_min += Cure::Lead.new(mix, depth_mm: depth_mm, wall: wall).at(room.at(from_min)).age_min
      else
        @tops = views(mix, room.from(from_min), start_c || room.at(from_min)) do |one, start, around|
          Cure::PourTop.new(one, depth_mm: depth_mm, start_c: start, room: around, wall: wall, plan: plan)
        end
      end
    end

    # @param name [Symbol] of STAGES
    # @return [Cure::Band, nil] minutes from spreading; nil when the sheet does not say; late (and middle) nil
    #   when it stalls and is not reached within 60 days
    def of(name)
      @told.fetch(name) { @told[name] = told(name) }
    end

    # @return [Cure::Band] end of the working time as a film
    def working
      @told[:working] ||= band(@mix.calibration.around(@mix.working_min))
    end

    private

    def told(name)
      ages = @sheet.ages(name) or return
      found = band(ages)
      @tops && [*HARD, :full].include?(name) ? never_before(found, ages) : found
    end

    # A body as it is likely, and as each thing in doubt would have it.
    def views(mix, room, start_c)
      Ageing::VIEWS.to_h do |view|
        by = @ageing.shift(view)
        [view, yield(mix.with(reaction: @ageing.reaction(view), nodes: Cure::Mix::BAND_NODES), start_c + by,
          by.zero? ? room : room.shifted(by))]
      end
    end

    def band(ages)
      return @ageing.band(ages) { |view, age| @tops[view].reached_min(age, start_age_min: @start_age_min) } if @tops

      @ageing.reached(@from_min, ages, @start_age_min)
    end

    # Rule: a runaway never makes anything hard or fully cured earlier than the sheet's own time at its hottest allowed temperature.
    def never_before(found, ages)
      pace = @sheet.mix.reaction.pace(@sheet.highest_c || @sheet.clock.reference_temp_c)
      Cure::Band.new(**%i[early middle late].zip([ages[0], (ages[0] + ages[1]) / 2.0, ages[1]]).to_h do |side, age|
        [side, found[side] && [found[side], age / pace].max]
      end)
    end
  end

  # When coats reach anything of whose tin nobody knows how fast it is.
  module UntoldTimes
    module_function

    # @return [nil] no stage of it is known
    def of(_name) = nil

    # @return [Cure::Band] of which no edge is known
    def working = Cure::Untold::NOT_KNOWN
  end
end
