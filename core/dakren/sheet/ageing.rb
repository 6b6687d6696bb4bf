# frozen_string_literal: true

require_relative "../cure/stages"

module Dakren
  # One sheet in one room: its film as it is likely, and as each thing in doubt would have it at the edge of its band, each followed once
  # however many coats ask.
  #
  # Rule: room +/- 1.5 °C, the activation energy as well as the sheet tells it, the sheet's own range; their distances are added as
  # squares.
  class Ageing
    # Followed so far beyond the 60 days a coat may take, for coats that begin later on.
    FOLLOWED_MIN = 2 * Cure::HORIZON_MIN
    VIEWS = %i[likely stiffer laxer colder warmer].freeze
    # Statistics: the room is known so well four times in five.
    ROOM_EDGE_C = Cure::Sensitivity::ROOM_C * Cure::EIGHTY_PCT_SD

    attr_reader :sheet, :room

    # @param sheet [Sheet] @param room [Cure::Profile] of the whole job
    def initialize(sheet, room)
      @sheet = sheet
      @room = room
      @films = {}
    end

    # @param view [Symbol] of VIEWS
    # @return [Cure::Reaction]
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
    # @return [Cure::Film]
    def film(view)
      @films[view] ||= %i[stiffer laxer].include?(view) ? film(:likely).by(reaction(view)) : followed(reaction(view), shift(view))
    end

    # A time as far as it is known.
    # @param ages [Array(Numeric, Numeric)] early and late
    # @yieldparam view [Symbol] @yieldparam age [Float]
    # @yieldreturn [Float, nil] minutes at which it is reached
    # @return [Cure::Band]
    def band(ages)
      middle_age = (ages[0] + ages[1]) / 2.0
      middle = yield(:likely, middle_age)
      either = [yield(:stiffer, middle_age), yield(:laxer, middle_age)]
      Cure::Band.among(middle, [yield(:likely, ages[0]), yield(:warmer, middle_age), *either],
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
      found = Cure::Band.among(at[:likely, middle_age], doubts, doubts).public_send(side)
      found && (found + from)
    end

    # @param from_min [Numeric] when it was spread @param ages [Array(Numeric, Numeric)] @param start_age_min [Numeric] what it brings
    # @return [Cure::Band] minutes from then
    def reached(from_min, ages, start_age_min)
      from = from_min.to_f
      band(ages) { |view, age| (@films[view] || film(view)).reached_after(from, age, start_age_min: start_age_min)&.-(from) }
    end

    private

    def followed(reaction, by_c)
      Cure::Film.new(reaction, by_c.zero? ? room : room.shifted(by_c), stalled_below_c: by_c.positive? ? nil : sheet.lowest_c&.+(by_c),
        until_min: FOLLOWED_MIN)
    end

    def energy_edge
      @energy_edge ||= Cure::EIGHTY_PCT_SD * sheet.mix.calibration.sd_of(:activation_kj_mol)
    end
  end
end
