# frozen_string_literal: true

require_relative "../../core_helper"
require "json"

# The clock against cases solved independently at tight tolerances. Wanted: usable 1.5 %, cup peaks 2 °C, pour peaks 2 °C or 2 %
# (5 % above 150 °C), peak times 3 % or half a minute, calibrated numbers 2 %, sd of usable 15 % of itself or 0.01.
class ReferenceTest < CoreTest
  CASES = JSON.parse(File.read(File.expand_path("../../reference/clock_cases.json", __dir__)), symbolize_names: true)
  NUMBERS = %i[working_min conversion_at_end loss_factor heat_j_g activation_kj_mol autocatalysis rate_at_reference_per_s].freeze

  def clock(kase)
    Cure::Clock.new(**CASES[:sheets].fetch(kase[:sheet].to_sym))
  end

  def mix(kase)
    Cure::Mix.new(clock(kase), ballast: Cure::Ballast.new(share: kase[:inert_share].to_f, cloth: kase[:cloth] == true))
  end

  def cup(kase)
    { mass_g: kase[:mass_g], start_c: kase[:start_c], room_c: kase[:room_c], diameter_mm: kase[:cup_diameter_mm] }
  end

  def plan(kase)
    kase[:plan] && Cure::Footprint.new(**%i[perimeter_m area_m2 side_m2k_w].zip(kase[:plan]).to_h)
  end

  def assert_minute(wanted, found)
    assert_in_delta wanted, found, [0.5, 0.03 * wanted].max
  end

  CASES[:calibrations].each do |name, wanted|
    define_method("test_calibration_of_#{name}") do
      known = Cure::Calibration.of(Cure::Clock.new(**CASES[:sheets].fetch(name)))

      NUMBERS.each { |number| assert_share wanted[number], known.reaction.public_send(number), 0.01 }
      assert_in_delta wanted[:distance], known.distance, 0.01
      wanted[:misfit].zip(known.misfits) { |one, found| assert_in_delta one, found, 0.02 }
    end
  end

  CASES[:cups].each_with_index do |kase, i|
    define_method("test_cup_#{i}_#{kase[:sheet]}_#{kase[:mass_g]}_g") do
      run = mix(kase).cup(**cup(kase))
      sd = mix(kase).doubt(**cup(kase)).sd

      assert_share kase[:usable_min], run.usable_min, 0.002
      assert_in_delta kase[:usable_sd], sd, [0.007, 0.1 * kase[:usable_sd]].max
      assert_in_delta kase[:peak_c], run.peak_c, 0.2
      assert_minute kase[:peak_min], run.peak_min
    end
  end

  CASES[:pours].each_with_index do |kase, i|
    define_method("test_pour_#{i}_#{kase[:sheet]}_#{kase[:depth_mm]}_mm") do
      mm, w_mk, mj_m3k = kase[:wall]
      run = mix(kase).pour(depth_mm: kase[:depth_mm], start_c: kase[:start_c], room: Cure::Profile.constant(kase[:room_c]),
        wall: Cure::Wall.of(mm: mm, w_mk: w_mk, mj_m3k: mj_m3k), wall_start_c: kase[:wall_start_c], plan: plan(kase))

      assert_in_delta kase[:peak_c], run.peak_c, kase[:peak_c] > 150 ? 0.04 * kase[:peak_c] : 0.6
      assert_minute kase[:peak_min], run.peak_min
      assert_share kase[:middle_usable_min], run.middle_usable_min, 0.008
      assert_share kase[:top_usable_min], run.top_usable_min, 0.008
    end
  end

  CASES[:stacks].each_with_index do |kase, i|
    define_method("test_column_#{i}_#{kase[:sheet]}") do
      mm, w_mk, mj_m3k = kase[:wall]
      lifts = kase[:lifts].map { |depth, at, start| Cure::Column::Lift.new(depth_mm: depth, at_min: at, start_c: start) }
      of = mix(kase)
      run = Cure::Column.new(of.reaction, of.body, lifts: lifts, room: Cure::Profile.constant(kase[:room_c]), plan: plan(kase),
        wall: Cure::Wall.of(mm: mm, w_mk: w_mk, mj_m3k: mj_m3k), nodes: 41).run

      assert_in_delta kase[:peak_c], run.peak_c, kase[:peak_c] > 150 ? 0.04 * kase[:peak_c] : 1
      assert_minute kase[:peak_min], run.peak_min
      kase[:peaks_c].zip(run.peaks_c) { |wanted, found| assert_in_delta wanted, found, wanted > 150 ? 0.04 * wanted : 1 }
    end
  end

  CASES[:learned].each_with_index do |kase, i|
    define_method("test_learned_#{i}_#{kase[:sheet]}") do
      logs = kase[:logs].map { |log| Cure::LoggedCup.new(**cup(log), usable_min: log[:usable_min]) }
      shop = Cure::Learning.of(clock(kase), logs)
      run = Cure::Mix.new(clock(kase), reaction: shop.reaction).cup(**cup(kase[:ask]))

      assert_share kase[:shop_factor], shop.shop_factor, 0.005
      assert_share kase[:loss_factor], shop.reaction.loss_factor, 0.01
      assert_share kase[:usable_min], run.usable_min, 0.005
    end
  end
end
