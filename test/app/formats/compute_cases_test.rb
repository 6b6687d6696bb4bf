# frozen_string_literal: true

require_relative "../../core_helper"
require_relative "../../../app/formats/compute"
require "json"

# Every independently solved case, asked in the words of docs/compute.md and held to the accuracies of the clock.
class ComputeCasesTest < CoreTest
  CASES = JSON.parse(File.read(File.expand_path("../../reference/clock_cases.json", __dir__)), symbolize_names: true)

  def ask(kind, **question)
    Formats::Compute.answer(kind, JSON.parse(JSON.generate(question), symbolize_names: true))
  end

  def sheet(kase)
    CASES[:sheets].fetch(kase[:sheet].to_sym)
  end

  # The plan in millimetres, as a tape has it.
  def ground(kase)
    mm, w_mk, mj_m3k = kase[:wall]
    edge, area, side = kase[:plan]
    { wall_mm: mm, wall_w_mk: w_mk, wall_mj_m3k: mj_m3k,
      plan: edge && { perimeter_mm: edge * 1000, area_mm2: area * 1e6, side_m2k_w: side } }.compact
  end

  def assert_peak(wanted, found, says)
    assert_in_delta wanted, found, wanted > 150 ? 0.05 * wanted : [2, 0.02 * wanted].max, says
  end

  def assert_minute(wanted, found, says)
    assert_in_delta wanted, found, [0.5, 0.03 * wanted].max, says
  end

  def test_cups
    CASES[:cups].each do |kase|
      found = ask("cup", sheet: sheet(kase), **kase.slice(:mass_g, :start_c, :room_c, :cup_diameter_mm, :inert_share))

      assert_share kase[:usable_min], found[:usable_min], 0.015
      assert_in_delta kase[:usable_sd], found[:usable_sd], [0.01, 0.15 * kase[:usable_sd]].max
      assert_in_delta kase[:peak_c], found[:peak_c], 2
      assert_minute kase[:peak_min], found[:peak_min], kase
    end
  end

  def test_pours
    CASES[:pours].each do |kase|
      found = ask("pour", sheet: sheet(kase), **kase.slice(:depth_mm, :start_c, :room_c, :inert_share, :cloth, :wall_start_c).compact,
        **ground(kase))

      assert_peak kase[:peak_c], found[:peak_c], kase
      assert_minute kase[:peak_min], found[:peak_min], kase
      assert_share kase[:middle_usable_min], found[:middle_usable_min], 0.015
      assert_share kase[:top_usable_min], found[:top_usable_min], 0.015
    end
  end

  def test_columns
    CASES[:stacks].each do |kase|
      lifts = kase[:lifts].map { |depth, at, start| { depth_mm: depth, at_min: at, start_c: start } }
      found = ask("column", sheet: sheet(kase), lifts: lifts, room_c: kase[:room_c], **ground(kase))

      assert_peak kase[:peak_c], found[:peak_c], kase
      assert_minute kase[:peak_min], found[:peak_min], kase
      kase[:peaks_c].zip(found[:peaks_c]) { |wanted, one| assert_peak wanted, one, kase }
    end
  end

  def test_calibrations_and_what_a_shop_learns
    CASES[:calibrations].each do |name, wanted|
      found = ask("calibrate", sheet: CASES[:sheets].fetch(name))
      %i[working_min conversion_at_end loss_factor heat_j_g activation_kj_mol autocatalysis].each do |number|
        assert_share wanted[number], found[number], 0.02
      end
    end
    CASES[:learned].each do |kase|
      found = ask("learn", sheet: sheet(kase), logs: kase[:logs], ask: kase[:ask])

      assert_share kase[:shop_factor], found[:shop_factor], 0.02
      assert_share kase[:usable_min], found[:usable_min], 0.015
      assert_operator found[:usable_early_min], :<, found[:usable_min]
      assert_in_delta found[:usable_min], ask("cup", sheet: sheet(kase), logs: kase[:logs], **kase[:ask])[:usable_min], 1e-6
    end
  end

  # A plan of no area, a slot of a millimetre, twenty lifts, a wall at 200 °C: a sentence or an answer.
  def test_what_nobody_pours
    pour = { sheet: { pot_life_min: 40, working_min: 90 }, depth_mm: 20, start_c: 22, room_c: 22 }
    assert_equal "plan.area_mm2", refused("pour", **pour, plan: { perimeter_mm: 100, area_mm2: 0 }).field
    assert_equal "plan.perimeter_mm", refused("pour", **pour, plan: { area_mm2: 100 }).field
    assert_equal "wall_start_c", refused("pour", **pour, wall_start_c: 200).field
    assert_equal "depth_mm", refused("pour", **pour, depth_mm: 3000).field
    slot = ask("pour", **pour, plan: { perimeter_mm: 2002, area_mm2: 1000, side_m2k_w: 0.1 })
    assert_operator slot[:peak_c], :<=, ask("pour", **pour)[:peak_c] + 0.1
    many = ask("column", sheet: pour[:sheet], room_c: 22, lifts: Array.new(20) { |i| { depth_mm: 5, at_min: i * 60, start_c: 22 } })
    assert_equal 20, many[:peaks_c].size
    assert_equal "lifts", refused("column", sheet: pour[:sheet], room_c: 22, lifts: [{ depth_mm: 5, start_c: 22 }] * 21).field
  end

  private

  def refused(kind, **question)
    assert_raises(InputError) { ask(kind, **question) }
  end
end
