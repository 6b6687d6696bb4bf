# frozen_string_literal: true

require_relative "../../core_helper"
require "json"

# The clock against cases solved independently at tight tolerances. Wanted: usable and stage times 1 %,
# cup peaks 1 °C, pour peaks 2 °C or 2 %, peak times 2 %.
class ReferenceTest < CoreTest
  CASES = JSON.parse(File.read(File.expand_path("../../reference/cure_cases.json", __dir__)))

  def mix(kase)
    Cure::Mix.new(Cure::Clock.new(**CASES["sheets"].fetch(kase["sheet"]).transform_keys(&:to_sym)))
  end

  def cup(kase)
    { mass_g: kase["mass_g"], start_c: kase["start_c"], room_c: kase["room_c"], diameter_mm: kase["cup_diameter_mm"] }
  end

  CASES["cups"].each_with_index do |kase, i|
    define_method("test_cup_#{i}_#{kase["sheet"]}_#{kase["mass_g"]}_g") do
      run = mix(kase).cup(**cup(kase))

      assert_share kase["rate_at_reference_per_s"], mix(kase).cup_rate_per_s, 0.001
      assert_share kase["usable_min"], run.usable_min, 0.002
      assert_in_delta kase["peak_c"], run.peak_c, 0.2
      assert_share kase["peak_min"], run.peak_min, 0.005
    end
  end

  CASES["spreads"].each_with_index do |kase, i|
    define_method("test_spread_#{i}_#{kase["sheet"]}") do
      left = mix(kase).left(spread_at_min: kase["spread_at_min"], **cup(kase))

      assert_share kase["left_in_cup_min"], left.in_cup_min, 0.003
      assert_share kase["left_as_film_min"], left.as_film_min, 0.002
    end
  end

  CASES["films"].each_with_index do |kase, i|
    define_method("test_film_#{i}_#{kase["sheet"]}") do
      assert_share kase["reached_min"], Cure::Film.new(mix(kase).clock, Cure::Profile.new(kase["profile"])).reached_min(kase["age_min"]),
        1e-6
    end
  end

  CASES["pours"].each_with_index do |kase, i|
    define_method("test_pour_#{i}_#{kase["sheet"]}_#{kase["depth_mm"]}_mm") do
      run = mix(kase).pour(depth_mm: kase["depth_mm"], start_c: kase["start_c"], room: Cure::Profile.constant(kase["room_c"]),
        wall_mm: kase["wall_mm"], wall_w_mk: kase["wall_w_mk"])

      assert_share kase["rate_at_reference_per_s"], mix(kase).pour_rate_per_s, 0.002
      assert_in_delta kase["peak_c"], run.peak_c, 0.5
      assert_share kase["peak_min"], run.peak_min, 0.005
      assert_share kase["middle_usable_min"], run.middle_usable_min, 0.01
    end
  end
end
