# frozen_string_literal: true

require_relative "reaction"
require_relative "band"
require_relative "sensitivity"
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
      Stage.new(name: :load_light, label: "load lightly", sign: "takes what one can carry"),
      Stage.new(name: :load, label: "load fully", sign: "takes what it was made for"),
      Stage.new(name: :wet, label: "let it get wet", sign: "water stays on it without a mark"),
      Stage.new(name: :demould, label: "demould", sign: "comes out of the mould without bending"),
      Stage.new(name: :full, label: "full cure", sign: "as strong as this room will make it")
    ].freeze
    STAGE_NAMES = STAGES.map(&:name).freeze

    # One sheet in one room: its film as it is likely, and as each thing in doubt would have it at the edge of its band, each followed once
    # however many coats ask.
    #
    # Rule: room +/- 1.5 °C, the activation energy as well as the sheet tells it, the sheet's own range; their distances are added as
    # squares.
    class Ageing
      # Followed so far beyond the 60 days a coat may take, for coats that begin later on.
      FOLLOWED_MIN = 2 * HORIZON_MIN
      VIEWS = %i[likely stiffer laxer colder warmer].freeze
      # Statistics: the room is known so well four times in five.
      ROOM_EDGE_C = Sensitivity::ROOM_C * EIGHTY_PCT_SD

      attr_reader :sheet, :room

      # @param sheet [Sheet] @param room [Profile] of the whole job
      def initialize(sheet, room)
        @sheet = sheet
        @room = room
        @films = {}
      end

      # @param view [Symbol] of VIEWS
      # @return [Reaction]
      def reaction(view)
        likely = sheet.mix.reaction
        way = { stiffer: 1, laxer: -1 }[view] or return likely

        likely.with(activation_kj_mol: likely.activation_kj_mol + (way * energy_edge))
      end

      # Degrees by which the room is taken to be another.
      def shift(view)
        { colder: -ROOM_EDGE_C, warmer: ROOM_EDGE_C }.fetch(view, 0.0)
      end

      # The late side gets no credit for hours below the lowest temperature; the early side does.
      # @return [Film]
      def film(view)
        @films[view] ||= %i[stiffer laxer].include?(view) ? film(:likely).by(reaction(view)) : followed(reaction(view), shift(view))
      end

      # A time as far as it is known.
      # @param ages [Array(Numeric, Numeric)] early and late
      # @yieldparam view [Symbol] @yieldparam age [Float]
      # @yieldreturn [Float, nil] minutes at which it is reached
      # @return [Band]
      def band(ages)
        middle_age = (ages[0] + ages[1]) / 2.0
        middle = yield(:likely, middle_age)
        either = [yield(:stiffer, middle_age), yield(:laxer, middle_age)]
        Band.among(middle, [yield(:likely, ages[0]), yield(:warmer, middle_age), *either],
          [yield(:likely, ages[1]), yield(:colder, middle_age), *either])
      end

      # One edge of that band alone, for whoever asks for many.
      # @param from_min [Numeric] when it was spread @param ages [Array(Numeric, Numeric)] @param start_age_min [Numeric] what it brings
      # @param side [Symbol] :early or :late
      # @return [Float, nil] minute of the job
      def edge(from_min, ages, start_age_min, side)
        from = from_min.to_f
        middle_age = (ages[0] + ages[1]) / 2.0
        at = ->(view, age) { film(view).reached_after(from, age, start_age_min: start_age_min)&.-(from) }
        doubts = [side == :late ? at[:likely, ages[1]] : at[:likely, ages[0]], at[side == :late ? :colder : :warmer, middle_age],
          at[:stiffer, middle_age], at[:laxer, middle_age]]
        found = Band.among(at[:likely, middle_age], doubts, doubts).public_send(side)
        found && (found + from)
      end

      # @param from_min [Numeric] when it was spread @param ages [Array(Numeric, Numeric)] @param start_age_min [Numeric] what it brings
      # @return [Band] minutes of the job
      def reached(from_min, ages, start_age_min)
        from = from_min.to_f
        band(ages) { |view, age| film(view).reached_after(from, age, start_age_min: start_age_min)&.-(from) }.plus(from)
      end

      private

      def followed(reaction, by_c)
        Film.new(reaction, by_c.zero? ? room : room.shifted(by_c), stalled_below_c: by_c.positive? ? nil : sheet.lowest_c&.+(by_c),
          until_min: FOLLOWED_MIN)
      end

      def energy_edge
        @energy_edge ||= EIGHTY_PCT_SD * sheet.mix.calibration.sd_of(:activation_kj_mol)
      end
    end

    # When a coat of one sheet reaches its stages, counted from the moment it was spread.
    #
    #   StageTimes.new(sheet, room: profile, start_age_min: 6).of(:recoat_opens)   # => Band
    #
    # Rule: stages go by the top of the coat; below the sheet's lowest temperature no ageing is promised.
    class StageTimes
      # Stages that say a film is hard, the plainest first; it is full after them.
      HARD = %i[sandable handle demould].freeze

      # @param sheet [Sheet]
      # @param room [Profile] of the job @param from_min [Numeric] when it was spread
      # @param start_age_min [Numeric] age it brings from its cup
      # @param depth_mm [Numeric, nil] of the coat; nil for one as thin as paper
      # @param start_c [Numeric, nil] °C of the mix when poured
      # @param ageing [Ageing] shared by all coats of the sheet in that room
      # @param mix [Mix] what was poured, with what is in it
      # @param wall [Wall] what it lies on @param plan [Footprint, nil] where it is small in plan
      def initialize(sheet, room:, from_min: 0, start_age_min: 0, depth_mm: nil, start_c: nil, ageing: Ageing.new(sheet, room),
        mix: sheet.mix, wall: Wall::GROUNDS[:wood], plan: nil)
        @sheet = sheet
        @mix = mix
        @from_min = from_min
        @start_age_min = start_age_min
        @ageing = ageing
        @told = {}
        return if depth_mm.nil?

        if depth_mm <= Lead::THINNEST_FOLLOWED_MM
          @start_age_min += Lead.new(mix, depth_mm: depth_mm, wall: wall).at(room.at(from_min)).age_min
        else
          @tops = views(mix, room.from(from_min), start_c || room.at(from_min)) do |one, start, around|
            PourTop.new(one, depth_mm: depth_mm, start_c: start, room: around, wall: wall, plan: plan)
          end
        end
      end

      # @param name [Symbol] of STAGES
      # @return [Band, nil] minutes from spreading; nil when the sheet does not say; late (and middle) nil
      #   when it stalls and is not reached within 60 days
      def of(name)
        @told.fetch(name) { @told[name] = told(name) }
      end

      # @return [Band] end of the working time as a film
      def working
        @told[:working] ||= band(@mix.working_ages)
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
          [view, yield(mix.with(reaction: @ageing.reaction(view), nodes: Mix::BAND_NODES), start_c + by,
            by.zero? ? room : room.shifted(by))]
        end
      end

      def band(ages)
        return @ageing.band(ages) { |view, age| @tops[view].reached_min(age, start_age_min: @start_age_min) } if @tops

        @ageing.reached(@from_min, ages, @start_age_min).plus(-@from_min)
      end

      # Rule: a runaway never makes anything hard or fully cured earlier than the sheet's own time at its hottest allowed temperature.
      def never_before(found, ages)
        pace = @sheet.mix.reaction.pace(@sheet.highest_c || @sheet.clock.reference_temp_c)
        Band.new(**%i[early middle late].zip([ages[0], (ages[0] + ages[1]) / 2.0, ages[1]]).to_h do |side, age|
          [side, found[side] && [found[side], age / pace].max]
        end)
      end
    end
  end
end
