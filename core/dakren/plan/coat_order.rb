# frozen_string_literal: true

require_relative "../measure/tools"
require_relative "../cure/body"
require_relative "cutter"
require_relative "cup_kind"

module Dakren
  # What is done when.
  module Plan
    # One coat of a task, as the builder asks for it. Minute 0 is when its first batch is mixed.
    #
    # need: Work::Need; sheet: Sheet; room: Cure::Profile; tins_c: °C of the parts; outline: a shape of Size to mark, or nil;
    # kind: a name of Work::Kinds; method: a key of Measure::WAYS; cups: kinds to choose from; placing_g_per_min: of the whole
    # crew, where pace (Work::Pace, of this coat) is not known; pack_ml: of A and B together, where whole packs are mixed, and the last
    # in part where part_pack; from_min: when in the room's time the coat begins; ageing: Ageing shared by the coats of one
    # sheet; people: on the crew, where there are two one mixes ahead; hint: a likely count of cups; most_g: what the chosen tool takes
    # at a time; ground: what it lies on and how it lies in plan, as Cure::Pour takes them;
    # tool: what it is measured with, of Measure::Tools; short_pct: by how much whole
    # counts may miss the need; covered: does it cure under a tent or dust cover? leaves: how the mix leaves its
    # cup, :poured, :tray or :cup.
    CoatOrder = Value.define(:need, :sheet, :room, :tins_c, outline: nil, kind: :coat, method: :scale, cups: USUAL_CUPS,
      placing_g_per_min: COAT_G_PER_MIN, ground: { wall: Cure::Wall::GROUNDS[:wood], plan: nil }.freeze, tool: nil, pace: nil,
      pack_ml: nil, part_pack: false, from_min: 0, ageing: nil, people: 1, hint: nil, most_g: nil,
      short_pct: Measure::Tools::SHORT_PCT, covered: false, leaves: :cup) do
      # One plain coat over one shape.
      #
      # @param outline [Object] shape of Size @param cover [Work::Cover]
      # @param drink_g_m2 [Numeric] of the first coat @param soak_g [Numeric] left in the tool
      # @return [CoatOrder]
      # @raise [InputError]
      def self.coat(outline:, cover:, sheet:, drink_g_m2: 0, soak_g: 0, **order)
        place = Work::Place.new(name: "piece", sort: :surface, shape: outline)
        sizing = Work::Sizing.new(Work::Kinds::ALL.fetch(:coat), [place], { film: cover, drink: drink_g_m2, soak: soak_g },
          density_g_ml: sheet.clock.mixed_density_g_ml)
        new(need: sizing.need, outline: outline, sheet: sheet, **order)
      end

      # @return [Measure::Way] how its batches are measured
      def way
        Measure::WAYS.fetch(method)
      end

      # °C of the room so many minutes after the coat begins, to the tenth a thermometer shows.
      def room_c(minute = 0)
        room.at(from_min + minute).round(1)
      end

      # The room from the coat's own minute 0 on.
      # @return [Cure::Profile]
      def later_room
        from_min.zero? ? room : room.from(from_min)
      end

      # @return [Cure::Mix] with what powder there is in it, as long as this work can use it
      def mix
        sheet.mix(powder: need.powder).for_work(Work::Kinds::ALL.fetch(kind).shaped)
      end

      # @return [Cure::Mix] as it lies on the work, with the cloth in it
      def laid_mix
        cloth = need.laminate
        laid = cloth ? mix.with(ballast: Cure::Ballast.new(share: cloth.share, density_g_ml: cloth.fibre.density_g_ml)) : mix
        covered ? laid.covered : laid
      end
    end
  end
end
