# frozen_string_literal: true

require_relative "../../core_helper"

# Lifts that feel each other, and how long one waits for another.
class CoolingTest < CoreTest
  def deep
    @deep ||= Cure::Mix.new(Cure::Clock.new(reference_temp_c: 25, max_depth_mm: 50, pot_life_min: 300, pot_mass_g: 500, working_min: 720,
      mixed_density_g_ml: 1.08))
  end

  def room
    Cure::Profile.constant(22)
  end

  def column(mix, *lifts, nodes: 17)
    Cure::Column.new(mix.reaction, mix.body, room: room, nodes: nodes,
      lifts: lifts.map { |depth, at| Cure::Column::Lift.new(depth_mm: depth, at_min: at, start_c: 22) }).run
  end

  # Lifts poured at once are the one pour of their sum.
  def test_lifts_poured_at_once_are_one_pour
    mix = Cure::Mix.new(slow_clock)
    [[6, 6], [4, 8], [5, 5, 5]].each do |depths|
      whole = mix.pour(depth_mm: depths.sum, start_c: 22, room: room).peak_c

      assert_in_delta whole, column(mix, *depths.map { |depth| [depth, 0] }).peak_c, 1, depths
    end
  end

  # A column that loses nothing: what its resin and wall have taken up is what the reaction made, to a thousandth.
  def test_heat_is_conserved_in_a_closed_column
    mix = Cure::Mix.new(slow_clock)
    closed = mix.reaction.with(loss_factor: 1.0e-12)
    wall = Cure::Wall.of(mm: 18, w_mk: 0.13, mj_m3k: 1.0)
    lifts = [[12, 0, 22.0], [8, 240, 24.0], [15, 900, 20.0]].map { |depth, at, start| Cure::Column::Lift.new(depth_mm: depth, at_min: at, start_c: start) }
    column = Cure::Column.new(closed, mix.body, lifts: lifts, room: room, wall: wall)
    nodes = 17
    column.run
    lying = nil
    [[0, 240], [240, 900], [900, 6000]].each_with_index do |(from, ends), i|
      lying = column.send(:follow, [i], lying, from.to_f, ends.to_f, last: false)
      poured = lifts.first(i + 1).reverse
      resin = poured.flat_map { |lift| Array.new(nodes, [lift.depth_mm / 1000.0 / nodes, lift.start_c]) }
      taken = resin.zip(lying.temps_c).sum { |(wide, start), now| wide * mix.body.volume_capacity * (now - start) }
      slab = Cure::Slab.new(mix.body, lifts_m: [0.01], wall: wall, loss_factor: 1.2)
      taken += slab.send(:wall_widths, wall.mm / 1000.0).zip(lying.temps_c.drop(resin.size)).sum { |wide, now| wide * 1.0e6 * (now - 22) }
      made = resin.zip(lying.conversions).sum { |(wide, _), a| wide * mix.body.density_g_ml * 1.0e6 * mix.body.heat_j_g * a }

      assert_in_delta made, taken, 0.001 * made, "after #{ends} min"
    end
  end

  # A lift on a warming one is hotter than either alone, and one that waited is not.
  def test_a_lift_on_a_warming_one_is_hotter
    mix = Cure::Mix.new(slow_clock)
    alone = column(mix, [10, 0]).peak_c
    soon = column(mix, [10, 0], [10, 60]).peak_c
    late = column(mix, [10, 0], [10, 3000]).peak_c

    assert_operator soon, :>, alone + 10
    assert_operator late, :<, soon - 10
  end

  def test_deeper_and_wider_is_never_cooler
    rounds(20).times do
      mix = Cure::Mix.new(slow_clock(heat_j_g: between(250, 420)))
      depth = between(2, 60)
      plan = ->(wide) { Cure::Footprint.new(perimeter_m: 4 * wide, area_m2: wide * wide, side_m2k_w: 0.1) }
      wide = between(0.02, 0.4)
      peak = ->(mm, across) { mix.pour(depth_mm: mm, start_c: 23, room: room, plan: plan.call(across)).peak_c }

      here = peak.call(depth, wide)
      # Past 150 °C a run is known to 5 %, and its steps show.
      least = here * (here > 150 ? 0.98 : 0.996)

      assert_operator peak.call(depth * 1.1, wide), :>=, least
      assert_operator peak.call(depth, wide * 1.1), :>=, least
      assert_operator peak.call(depth, wide), :>=, 22.9
    end
  end

  def test_the_next_lift_waits_until_the_column_stays_cool
    cooling = Cure::Cooling.new(deep, depth_mm: 45, count: 2, start_c: 24, room: Cure::Profile.constant(24))
    wait = cooling.wait_min

    assert_operator wait, :>, 0
    assert_equal 0, wait % 15
    # One step sooner it is too hot.
    assert_operator hottest(45, wait - 15), :>, hottest(45, wait) - 0.5
    assert_equal 0, Cure::Cooling.new(deep, depth_mm: 45, count: 1, start_c: 24, room: room).wait_min
  end

  # Where no depth is told the usual limit holds, so that nothing waits shorter for knowing less: the sheet's own limit can only be higher.
  def test_without_a_depth_nothing_waits_shorter
    rounds(12).times do
      mix = Cure::Mix.new(slow_clock(heat_j_g: between(250, 420)))
      depth = between(4, 30)
      cooling = Cure::Cooling.new(mix, depth_mm: depth, count: 2, start_c: 24, room: Cure::Profile.constant(24))
      wait = cooling.wait_min
      most = [Cure::Clock::DEFAULTS[:depth_peak_limit_c], hottest(depth, nil, mix)].max + 5

      assert_operator hottest(depth, wait, mix), :<=, most + 0.1, [depth, wait] if wait.positive?
      assert_operator hottest(depth, wait - 15, mix), :>, most - 0.6, [depth, wait] if wait.positive?
      assert(wait.positive? || hottest(depth, 0, mix) <= most || hottest(depth, 4320, mix) > most, [depth, wait].inspect)
    end
  end

  def hottest(depth, apart, mix = deep)
    lifts = [0, apart].compact.map { |at| Cure::Column::Lift.new(depth_mm: depth, at_min: at, start_c: 24) }
    Cure::Column.new(mix.reaction, mix.body, lifts: lifts, room: Cure::Profile.constant(24), nodes: 9).run.peak_c
  end

  def test_lifts_that_cannot_be_are_named
    assert_refused(:lifts, "1 to 20") { column(deep) }
    assert_refused(:lifts, "in the order") { column(deep, [5, 60], [5, 0]) }
    assert_refused(:lifts, "0.001 to 1000") { column(deep, [0, 0]) }
  end
end
