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

  def test_a_deep_pour_is_no_film
    deep = cutter(leaves: :poured, minutes: 300, film_mm: 20).cut(4000)

    assert(deep.all? { |portion| portion.work_min.nil? })
  end

  def test_how_it_leaves_goes_by_the_tool
    coat, floor, primer = Work::Kinds::ALL.values_at(:coat, :floor, :primer)

    assert_equal(%i[tray cup poured], %w[roller brush spreader].map { |tool| coat.leaves_by(tool) })
    assert_equal([:poured] * 2, %w[roller none].map { |tool| floor.leaves_by(tool) })
    assert_equal :cup, primer.leaves_by("brush")
  end
end
