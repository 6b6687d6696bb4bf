# frozen_string_literal: true

require_relative "../../core_helper"

class BudgetTest < CoreTest
  T = Measure::Tools
  POCKET = T::Scale.new(name: "pocket scale", resolution_g: 0.1, repeatability_g: 0.1, capacity_g: 500)
  BENCH = T::Scale.new(name: "bench scale", resolution_g: 1, repeatability_g: 1, capacity_g: 15_000)

  def budget(tool, ratio: self.ratio, tolerance: [5, 2])
    Measure::Budget.new(tool, ratio, tolerance_pct: tolerance)
  end

  # 100 g of 2 : 1 by weight: each part off by 2 x (0.05 + 0.1) = 0.3 g. Hardener up, resin down:
  # (33.63/33.33) / (66.37/66.67) - 1.
  def test_a_scale_by_hand
    mix = ratio(by: :weight, resin: 2, hardener: 1)
    resin, hardener = budget(POCKET, ratio: mix).worst(mix.split(total_g: 100))
    third = 100 / 3.0
    assert_in_delta 100 * ((((2 * third) + 0.3) / (third - 0.3) / 2) - 1), resin, 1e-9
    assert_in_delta 100 * (((third + 0.3) / ((2 * third) - 0.3) * 2) - 1), hardener, 1e-9
  end

  # Extra hardener is held against 2 %, extra resin against 5 %.
  def test_the_smallest_sensible_batch_just_meets_the_tolerance_on_its_side
    [POCKET, BENCH, T::Syringe.new(name: "syringe", division_ml: 0.1, volume_ml: 10)].each do |tool|
      found = budget(tool)
      smallest = found.smallest_g

      assert found.good?(ratio.split(total_g: (smallest * 1.01).round(4))), tool.name
      refute found.good?(ratio.split(total_g: (smallest * 0.97).round(4))), tool.name unless tool.is_a?(T::Syringe)
    end
    assert_operator budget(BENCH).smallest_g, :>, budget(POCKET).smallest_g * 5
  end

  # 6.0 g of hardener on a 0.1 g scale that repeats: 50 : 6, 56 g. Each part off by 0.1 g: 1.7 % of the hardener, within 2.
  def test_six_grams_of_hardener_on_a_pocket_scale
    mix = ratio(by: :weight, resin: 50, hardener: 6)
    fine = T::Scale.new(name: "pocket", resolution_g: 0.1, repeatability_g: 0, capacity_g: 500)
    resin, hardener = budget(fine, ratio: mix).worst(mix.split(total_g: 56))

    assert_in_delta 100 * ((50.1 / 50 / (5.9 / 6)) - 1), resin, 1e-9
    assert_in_delta 100 * ((6.1 / 6 / (49.9 / 50)) - 1), hardener, 1e-9
    assert_nil budget(fine, ratio: mix, tolerance: [5, 2]).doubt(mix.split(total_g: 56))
    assert_includes budget(POCKET, ratio: mix).doubt(mix.split(total_g: 56)), "rich in hardener, and the data sheet tolerates 2 %"
    assert_nil budget(POCKET, ratio: mix).refusal(mix.split(total_g: 56))
  end

  def test_nothing_is_named_above_what_a_tool_can_take
    coarse = T::Scale.new(name: "parcel scale", resolution_g: 20, repeatability_g: 20, capacity_g: 2000)

    assert_nil budget(coarse).smallest_g
  end

  def test_usual_figures_are_told_from_measured_ones
    assert_predicate budget(T::Dropper.new(name: "droppers", drop_ml: 0.04, scatter_pct: 6)), :assumed?
    refute_predicate budget(T::Dropper.new(name: "droppers", drop_ml: 0.04, scatter_pct: 4.5)), :assumed?
    assert_predicate Measure::Budget.new(POCKET, ratio, tolerance_pct: [5, 2], assumed: true), :assumed?
  end

  # Simulated readings of a scale, each off by as much as it may be: never beyond the bound.
  def test_the_bound_holds_under_simulated_readings
    mix = ratio(by: :weight, resin: 3, hardener: 1)
    split = mix.split(total_g: 60)
    most_resin, most_hardener = budget(POCKET, ratio: mix).worst(split)
    shown = ->(grams) { ((grams + between(-0.1, 0.1)) / 0.1).round * 0.1 }
    2000.times do
      zero = shown.call(0)
      resin_true = split.resin_g.to_f
      resin_true += split.resin_g.to_f - (shown.call(resin_true) - zero)
      total_true = resin_true + split.hardener_g.to_f
      total_true += split.hardener_g.to_f - (shown.call(total_true) - shown.call(resin_true))
      index = resin_true / (total_true - resin_true) / 3
      assert_operator (index - 1) * 100, :<=, most_resin + 1e-9
      assert_operator ((1 / index) - 1) * 100, :<=, most_hardener + 1e-9
    end
  end

  def test_what_is_unsure_is_advised_and_what_cannot_be_is_refused
    tiny = ratio.split(total_g: 3)
    choice = Measure::ToolChoice.new([BENCH, POCKET], ratio, tolerance_pct: [5, 2], split: tiny)
    assert choice.offers.all?(&:doubt)
    assert choice.offers.none?(&:refusal)
    assert_equal POCKET, choice.able.first.tool
    kind, grams = choice.nearest(choice.offers.last)
    assert_equal :bigger, kind
    assert_in_delta budget(POCKET).smallest_g, grams
    fine = T::Syringe.new(name: "1 ml syringe", division_ml: 0.01, volume_ml: 1)
    choice = Measure::ToolChoice.new([BENCH, POCKET, fine], ratio, tolerance_pct: [5, 2], split: tiny)
    assert_equal([:other, fine], choice.nearest(choice.offers.first).then { |found, offer| [found, offer.tool] })
    assert_includes budget(POCKET).refusal(ratio.split(total_g: 900)), "more than it carries (500 g)"
    assert_includes budget(POCKET, ratio: ratio(densities: [nil, nil])).refusal(ratio(densities: [nil, nil]).split(total_ml: 50)),
      "no densities"
    assert_includes budget(T::Graduated.new(name: "cup", division_ml: 5, volume_ml: 100)).refusal(ratio.split(total_g: 500)),
      "won't fit: its last line is 100 ml"
  end

  # 2 : 1 in a cup of 10 ml lines, no densities: 57 ml are not quite six lines, so four and two. Misread by a fifth of a line each.
  def test_a_marked_cup_is_filled_to_its_lines
    mix = ratio(densities: [nil, nil])
    cup = T::Graduated.new(name: "marked cup", division_ml: 10, volume_ml: 600)
    whole = cup.whole(mix.split(total_ml: 57), mix, [5, 2])

    assert_equal [40, 20, 60, nil], whole.split.to_h.values_at(:resin_ml, :hardener_ml, :total_ml, :total_g)
    assert_equal [0.1, 0.1], cup.errors(whole.split)
    assert_equal([0.25, 0.25], cup.errors(mix.split(total_ml: 61)).map { |share| (share * 61 / 60).round(2) })
    assert_nil cup.whole(mix.split(total_ml: 41), mix, [5, 2]), "60 ml for 41 is no bargain: between the lines"
  end

  def test_drops_get_surer_with_their_number
    dropper = T::Dropper.new(name: "dropper", drop_ml: 0.04, scatter_pct: 6)
    few = budget(dropper).worst(ratio.split(total_ml: 0.6)).max
    many = budget(dropper).worst(ratio.split(total_ml: 9)).max
    assert_operator few, :>, many
    assert_equal [10, 5], dropper.drops(ratio.split(total_ml: 0.6))
    assert_includes budget(dropper).refusal(ratio.split(total_ml: 100)), "too many drops to count"
  end

  # 12 ml at 2 : 1 by volume with 2.5 ml spoons: 8 and 4 ml are 3.2 and 1.6 spoons, so 4 and 2 go in, 15 ml of them.
  def test_spoons_come_in_whole_numbers_that_meet_the_ratio
    spoons = T::Spoons.new(name: "spoons", spoon_ml: 2.5, error_pct: 5)
    split = ratio.split(total_ml: 12)
    assert_equal [4, 2], spoons.spoons(split)
    whole = spoons.whole(split, ratio, [5, 2])
    assert_in_delta (10 * ratio.resin_density_g_ml) + (5 * ratio.hardener_density_g_ml), whole.split.total_g.to_f, 1e-9
    resin, hardener = spoons.errors(whole.split)
    assert_in_delta 0.05 / 2, resin, 1e-12
    assert_in_delta 0.05 / Math.sqrt(2), hardener, 1e-12
    assert_includes spoons.refusal(ratio.split(total_ml: 200), ratio), "too many spoons to count"
    assert_equal "4 and 2 level spoons.", spoons.advice(split)
  end

  # Whole counts of any ratio: about enough, and within what is forgiven or as near as a few can come.
  def test_whole_counts_stay_within_tolerance_or_come_as_near_as_they_can
    chance = Random.new(Minitest.seed)
    300.times do
      mix = ratio(resin: chance.rand(0.5..6.0).round(2), hardener: 1)
      spoons = T::Spoons.new(name: "spoons", spoon_ml: chance.rand(0.5..15.0).round(2), error_pct: 0)
      split = mix.split(total_ml: chance.rand(2.0..200.0).round(1))
      resin, hardener = spoons.spoons(split, [5, 2])
      assert_operator (resin + hardener) * spoons.spoon_ml, :>=, (split.total_ml.to_f * 0.97) - 1e-9
      share = (split.resin_ml / split.hardener_ml).to_f
      forgiven = ->(more) { ((((share * more).round.clamp(1..) / more.to_f) / share) - 1).between?(-0.02, 0.05) }
      next if ((resin / hardener.to_f / share) - 1).between?(-0.02 - 1e-9, 0.05 + 1e-9)

      refute((hardener..(hardener + 200)).any? { |more| forgiven[more] })
    end
  end

  # Every tool there is answers what the ticket and the bench ask of it.
  def test_each_declared_tool_answers_everything
    numbers = { "resolution_g" => 0.1, "repeatability_g" => 0.1, "capacity_g" => 5000, "division_ml" => 1, "volume_ml" => 50,
                "drop_ml" => 0.05, "scatter_pct" => 6, "resin_ml" => 10,
                "hardener_ml" => 5, "error_pct" => 3, "resin_g" => 100, "hardener_g" => 50, "spoon_ml" => 5 }
    T::ALL.each do |name, tool|
      fields = tool.declaration.fields.reject(&:spare)
      one = tool.new(name: name, **fields.to_h { |field| [field.name.to_sym, numbers.fetch(field.name)] })
      split = ratio.split(total_ml: 30)
      assert_equal 2, one.errors(split).size, name
      assert one.refusal(split, ratio).nil? || one.refusal(split, ratio).is_a?(String), name
      whole = one.whole(split, ratio, [5, 2])
      assert_same tool.declaration.counting, whole.counted&.counting, name if whole
      assert_operator whole.split.total_ml, :>=, split.total_ml * Rational(98, 100), name if whole
      assert T.counting(whole.counted.counting.unit) if whole&.counted
      assert_same tool.declaration.way, Measure::WAYS.fetch(tool.declaration.way.name)
    end
  end

  # Somebody who adds one is told at once what it leaves out, not when a batch is measured with it.
  def test_a_tool_that_leaves_something_out_is_found_when_it_is_loaded
    way = Measure::Way.new(name: :gun, short: "cartridge gun", read: :count, first: nil)
    trigger = T::Counting.new(unit: "press", alternate: false, ready: "Ready", heading: "Gun", how: "Press.")
    error = assert_raises(ArgumentError) do
      T.declare("gun", way, label: "Cartridge gun", fields: [], counting: trigger) { define_method(:errors) { |_split| [0, 0] } }
    end
    assert_equal "Cartridge gun does not say: refusal, whole, one_ml", error.message
    error = assert_raises(ArgumentError) { T.declare("gun", way.with(read: :nose), label: "Cartridge gun", fields: []) { nil } }
    assert_includes error.message, "errors, refusal, a way of weight, lines, fillings, count, whole, eye"
    assert_raises(ArgumentError) { Measure::Way.new(name: :gun, short: "gun", read: :count) }
    error = assert_raises(ArgumentError) do
      T.declare("gun", way, label: "Cartridge gun", fields: [], counting: trigger) { define_method(:both_ml) { 5r } }
    end
    assert_equal "Cartridge gun does not say: errors, refusal, whole, split", error.message
    refute T::ALL.key?("gun")
  end

  def test_counts_are_told_in_words
    press = T::Counting.new(unit: "press", many: "presses", alternate: false, ready: "", heading: "", how: "")
    assert_equal ["1 press", "3 presses", "2 strokes"], [press.told(1), press.told(3), T.counting("stroke").told(2)]
  end

  def test_the_ways_that_need_no_tool_are_told_once
    assert_equal %w[scale graduated eye], Measure.bare_ways.keys
    assert_equal %i[hardener resin], Measure::WAYS[:graduated].order
  end

  def test_pumps_of_another_set_are_refused_with_the_ratio_they_give
    set = T::PumpSet.new(name: "2 : 1 pumps", resin_ml: 16, hardener_ml: 8, error_pct: 5)
    assert_equal 13, set.strokes(309)
    assert_equal 12, set.strokes(290), "288 of 290 ml is as good as all of it"
    assert_nil set.refusal(ratio.split(total_ml: 300), ratio)
    three = ratio(resin: 3, hardener: 1)
    assert_includes set.refusal(three.split(total_ml: 300), three), "gives 16 : 8 by volume; the data sheet wants 3 : 1"
    assert_equal 312, set.split(ratio, 13).total_ml
    assert_operator budget(set).worst(ratio.split(total_ml: 2400)).max, :<, budget(set).worst(ratio.split(total_ml: 24)).max
  end

  # One stroke of each is 24 ml: 24.2 are wanted, and that is what it gives.
  def test_one_stroke_of_each
    even = ratio(resin: 1, hardener: 1)
    set = T::PumpSet.new(name: "pumps", resin_ml: 12, hardener_ml: 12, error_pct: 2)
    whole = set.whole(even.split(total_ml: 24.2), even, [5, 2])

    assert_equal [1, 1, 24], [whole.counted.resin, whole.counted.hardener, whole.split.total_ml]
    assert_equal "1 stroke of each pump.", set.advice(even.split(total_ml: 24.2))
    off = T::PumpSet.new(name: "pumps", resin_ml: 12.3, hardener_ml: 12, error_pct: 0)

    assert_in_delta 2.5, budget(off, ratio: even).worst(even.split(total_ml: 24))[0], 1e-9
  end

  # Three drops of each on foil, for a wrap of 0.15 ml and what stays on the foil.
  def test_three_drops_of_each
    even = ratio(resin: 1, hardener: 1)
    drops = T::Dropper.new(name: "droppers", drop_ml: 0.04, scatter_pct: 6)

    assert_equal [3, 3], drops.drops(even.split(total_ml: 0.24))
  end

  def test_check_weighing_tells_the_real_ratio
    check = Measure::CheckWeighing.new(strokes: 10, resin_g: 182.4, hardener_g: 79.2)
    assert_equal [Rational(1824, 100), Rational(792, 100)], check.per_stroke_g
    assert_equal Rational(1824, 792), check.ratio_by_weight
    assert_equal :good, check.verdict(ratio).name
    assert_equal :scratches, Measure::CheckWeighing.new(strokes: 10, resin_g: 140, hardener_g: 79.2).verdict(ratio).name
    assert_refused(:strokes) { Measure::CheckWeighing.new(strokes: 0, resin_g: 1, hardener_g: 1) }
  end

  def test_the_whole_pack_when_the_batch_is_near_it
    mix = ratio(by: :weight, resin: 2, hardener: 1)
    pack = T::Pack.new(name: "kit", resin_g: 1000, hardener_g: 500)
    assert_nil budget(pack, ratio: mix).refusal(mix.split(total_g: 1450))
    assert_includes budget(pack, ratio: mix).refusal(mix.split(total_g: 700)), "the tins hold 1500 g"
    wrong = T::Pack.new(name: "kit", resin_g: 1000, hardener_g: 400)
    assert_includes budget(wrong, ratio: mix).refusal(mix.split(total_g: 1400)), "do not belong together"
  end
end
