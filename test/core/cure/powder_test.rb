# frozen_string_literal: true

require_relative "../../core_helper"

# What is in the cup is in every clock: a cup, a lift, a stage of a thick coat, the bench.
class PowderTest < CoreTest
  BALLOONS = Work::Filler::POWDERS.fetch(:balloons)
  SILICA = Work::Filler::POWDERS.fetch(:silica)

  def sheet
    coating(clock: { reference_temp_c: 23, pot_life_min: 28, pot_mass_g: 150, working_min: 55, heat_j_g: 380, activation_kj_mol: 58,
                     max_depth_mm: 12 })
  end

  # 50 g of powder to 100 g: a third of the whole. 380 × 2/3; 1.9 × 2/3 + 0.8 / 3; 1 ÷ (2/3 ÷ 1.09 + 1/3 ÷ 2.2).
  def test_powder_dilutes_heat_brings_its_own_capacity_and_takes_its_true_volume
    thick = sheet.mix(powder: [SILICA, 50])
    body = thick.body

    assert_in_delta thick.reaction.heat_j_g * 2 / 3, body.heat_j_g, 0.01
    assert_in_delta 1.5333, body.capacity_j_gk, 0.0001
    assert_in_delta 1.3102, body.density_g_ml, 0.0005
    assert_in_delta 150, sheet.mix(powder: [SILICA, 50]).whole_g(100), 1e-9
  end

  def test_powder_is_never_hotter_in_a_cup_nor_in_a_pour
    20.times do
      powder = [pick(Work::Filler::POWDERS.values), between(5, 120)]
      neat = sheet.mix
      thick = sheet.mix(powder: powder)
      mass = between(50, 800)
      place = { start_c: 22, room_c: 20 }

      # The same mass of it: powder makes no heat, even where it is light and keeps it in.
      assert_operator thick.cup(mass_g: mass, **place).peak_c, :<=, neat.cup(mass_g: mass, **place).peak_c + 1
    end
  end

  def test_lifts_and_stages_of_a_thick_coat_know_of_it
    room = Cure::Profile.constant(26)
    neat, thick = [nil, [SILICA, 80]].map { |powder| sheet.mix(powder: powder) }

    assert_operator Cure::Lifts.new(thick, start_c: 26, room: room).largest_mm, :>,
      Cure::Lifts.new(neat, start_c: 26, room: room).largest_mm
    tacky = [neat, thick].map do |mix|
      StageTimes.new(sheet, room: room, depth_mm: 20, start_c: 26, mix: mix).of(:recoat_opens).middle
    end

    assert_operator tacky[1], :>, tacky[0] + 1
  end

  def recipe(**more)
    Bench::Recipe.new(name: "Cup", sheet: sheet, total_g: Rational(200), first: :resin, cup: Plan::USUAL_CUPS[2], room_c: 22.0,
      tins_c: 22.0, method: :scale, placing_min: 5.0, **more)
  end

  # Micro-balloons to "spreadable" are 14.4 g to 100 g: 28.8 g to 200 g, not silica's 12 g.
  def test_the_bench_takes_the_grams_of_the_powder_that_goes_in
    stiff = recipe(powder: :spreadable, powder_name: "micro-balloons", powder_to_100_g: 14.4)

    assert_equal BALLOONS, stiff.additions.thickener[0]
    assert_in_delta 28.8, stiff.additions.powder_g(200), 1e-9
    assert_in_delta 228.8, stiff.clock.mix.whole_g(200), 1e-9
    assert_in_delta recipe.clock.usable.middle, stiff.clock.usable.middle, 3, "less to heat, and worse led away"
  end
end
