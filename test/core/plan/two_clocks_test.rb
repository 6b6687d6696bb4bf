# frozen_string_literal: true

require_relative "../../core_helper"

# A batch has two clocks: in its cup, and on the work.
class TwoClocksTest < CoreTest
  FAST = { reference_temp_c: 22, pot_life_min: 12, pot_mass_g: 100, working_min: 62 }.freeze

  def sheet
    coating(ratio: ratio(resin: 3, hardener: 1), clock: FAST, stages: {})
  end

  def cutter(leaves:, minutes:, film_mm: 0.5)
    Plan::Cutter.new(sheet, start_c: 20, room_c: 20, placing_g_per_min: 90, leaves: leaves, film_mm: film_mm, placing_min: lambda { |grams|
      grams.to_f / 4000 * minutes
    })
  end

  # Four kilograms of a fast mix on cloth, five hours' work: poured out it has the film's own time, from the cup it has the pot's.
  def test_poured_out_it_lives_as_a_film
    poured = cutter(leaves: :poured, minutes: 300).cut(4000)
    cupped = cutter(leaves: :cup, minutes: 300).cut(4000)

    assert_includes 7..9, poured.size
    assert_operator cupped.size, :>, 20
    poured.each do |portion|
      assert_operator portion.held_min, :<=, 0.75 * portion.usable_min
      assert_operator portion.laying_min, :<=, portion.work_min + 1e-9
    end
  end

  # A tray is a vessel: what stays in it while it is rolled out must last as long, and what does not is filled in parts.
  def test_a_tray_lies_between_cup_and_work
    counts = %i[cup tray poured].map { |leaves| cutter(leaves: leaves, minutes: 120).cut(4000).size }

    assert_equal counts.sort.reverse, counts
  end

  # Why a batch that lasts in its cup need not be felt in the tray: filled no deeper than one is, and no colder than the room, it lasts
  # there at least as long for sure.
  def test_in_a_shallow_tray_nothing_lasts_less_than_in_its_cup
    rounds(120).times do
      mix = Cure::Mix.new(random_clock)
      room = between(8, 35)
      start = room + (chance.rand(2) * between(0, 12))
      grams = Math.exp(between(Math.log(20), Math.log(3000)))
      fillings = (mix.whole_ml(grams) / Plan::Cutter::TRAY_ML).ceil + chance.rand(3)
      both = [[grams, between(60, 299)], [grams / fillings, Plan::Cutter::TRAY_MM]].map do |mass, across|
        mix.usable_band(mass_g: mass, start_c: start, room_c: room, diameter_mm: across).early
      end

      assert_operator both[1], :>=, both[0] if both.all?
    end
  end

  def test_a_deep_pour_is_no_film
    deep = cutter(leaves: :poured, minutes: 300, film_mm: 20).cut(4000)

    assert(deep.all? { |portion| portion.work_min.nil? })
  end

  def test_how_it_leaves_goes_by_the_tool
    coat, floor, primer = Work::Kinds::ALL.values_at(:coat, :floor, :primer)

    assert_equal(%i[tray cup poured], %w[roller brush spreader].map { |tool| coat.leaves_by(tool) })
    assert_equal([:poured] * 2, %w[roller none].map { |tool| floor.leaves_by(tool) })
    assert_equal :cup, primer.leaves_by("brush")
    assert_equal(%i[tray tray cup cup], ["roller", nil, "spreader", "brush"].map { |tool| floor.leaves_by(tool, upright: true) })
  end

  # Nothing is poured out on a wall: a tank is one where its walls are more than its floor.
  def test_walls_are_rolled_from_a_tray
    box = ->(height) { Geometry::BoxInside.new(length_mm: 2000, width_mm: 1000, height_mm: height) }
    pool = ->(deep) { Geometry::SteppedPool.new(width_mm: 3000, steps_mm: [[4000, deep], [4000, deep]]) }
    round = { diameter_mm: 1200, height_mm: 900 }

    assert_equal([true, true, false], [Geometry::CylinderSide.new(**round),
      Geometry::ConeSide.new(bottom_mm: 1200, top_mm: 300, height_mm: 500), Geometry::Rod.new(**round)].map(&:upright?))
    # 2 h (2000 + 1000) beside 2000 x 1000: alike at 333 mm. 2 h (3000 + 8000) beside 3000 x 8000: alike at 1091 mm.
    assert_equal([false, true], [333, 334].map { |height| box.call(height).upright? })
    assert_equal([false, true], [1090, 1092].map { |deep| pool.call(deep).upright? })
    ways = [box.call(1000), Geometry::Rectangle.new(length_mm: 2000, width_mm: 1000)].map do |shape|
      place = Work::Place.new(name: "tank", sort: :surface, shape: shape)
      Plan::Task.new(id: "c1", kind: Work::Kinds::ALL[:floor], places: [place], place_ids: ["p1"], figures: { spread: "roller" },
        sheet: coating).leaves
    end

    assert_equal %i[tray poured], ways
    titles = [:upright, nil].map { |laid| Bench.manner(:floor, coating, laid: laid).use.title }

    assert_equal ["Roll it on", "Pour it in a ribbon"], titles
  end
end
