# frozen_string_literal: true

require_relative "../../core_helper"

# The words fit the work: nobody looks for "clear again" in a grey coating.
class MannerTest < CoreTest
  def sheet(inert: 0, purposes: [:coat])
    Sheet.new(resin: "R", hardener: "h", ratio: ratio(by: :weight, resin: 2, hardener: 1), purposes: purposes,
      clock: { reference_temp_c: 20, pot_life_min: 30, pot_mass_g: 100, working_min: 60, inert_share: inert }, stages: {})
  end

  def walk(kind, sheet: self.sheet, events: [], **more)
    recipe = Bench::Recipe.new(name: "Cup", sheet: sheet, total_g: 300r, first: :resin, cup: Plan::USUAL_CUPS[4], room_c: 20, tins_c: 20,
      method: :scale, placing_min: 20, kind: kind, **more)
    Bench::Walk.new(recipe, events)
  end

  def test_each_work_has_its_own_words
    assert_equal :clear, walk(:coat).recipe.manner.name
    assert_equal :paint, walk(:floor, sheet: sheet(inert: 0.3, purposes: [:floor])).recipe.manner.name
    assert_equal :paste, walk(:fill, sheet: sheet(inert: 0.5, purposes: [:fill])).recipe.manner.name
    assert_equal :paste, walk(:bond, powder: :spreadable).recipe.manner.name
    assert_equal :casting, walk(:cast).recipe.manner.name
    assert_equal :infusion, walk(:infusion).recipe.manner.name
    assert_equal :clear, walk(nil).recipe.manner.name
    Work::Kinds::ALL.each_value { |kind| assert Bench::MANNERS.key?(kind.manner), kind.name }
  end

  def test_what_is_not_clear_is_never_told_to_be
    %i[paint paste].each do |name|
      manner = Bench::MANNERS.fetch(name)

      refute_match(/clear/i, [manner.stirred, manner.through, *manner.out].join(" "))
    end
    refute_match(/pour/i, Bench::MANNERS.fetch(:paste).out.join(" "))
  end

  def test_an_infusion_is_tested_for_leaks_let_in_and_clamped_shut
    path = walk(:infusion).path

    assert_equal %i[tins gear leak_test tare first second mix pour_out clamp_shut], path - %i[look_30 look_60 tack]
    refute_includes walk(:laminate).path, :leak_test
    assert_equal "Open the clamp", Bench::MANNERS.fetch(:infusion).out.first
  end

  def test_a_floor_is_combed
    assert_includes walk(:floor, comb_mm: 0.33).path, :comb
    refute_includes walk(:floor).path, :comb
  end

  # Every step says what to do in words of its own.
  def test_the_step_of_pouring_out_is_told_as_the_work_has_it
    events = %i[tins gear tare].each_with_index.map { |step, i| Bench::Event.new(number: i, kind: :done, at: 0.0, data: { step: step }) }
    events << Bench::Event.new(number: 4, kind: :weighed, at: 1.0, data: { step: :first, reading_g: 200 })
    events << Bench::Event.new(number: 5, kind: :weighed, at: 2.0, data: { step: :second, reading_g: 300 })
    events << Bench::Event.new(number: 6, kind: :done, at: 300.0, data: { step: :mix })

    assert_equal "Pour", walk(:cast, events: events).step.title
    assert_equal "Pour out", walk(:coat, events: events).step.title
    assert_equal "Spread", walk(:fill, events: events, sheet: sheet(inert: 0.5, purposes: [:fill])).step.title
  end
end

# Half of the powder folded into the resin before the hardener goes in.
class PrethickenedTest < CoreTest
  # 300 g at 2 : 1 with 9 g to 100: 27 g of powder, 13.5 of it in the resin. The scale shows 200, then 213.5, and stops at 313.5.
  def test_the_scale_is_read_with_the_powder_in_the_cup
    sheet = coating(ratio: ratio(by: :weight, resin: 2, hardener: 1))
    recipe = Bench::Recipe.new(name: "Cup", sheet: sheet, total_g: 300r, first: :resin, cup: Plan::USUAL_CUPS[4], room_c: 20, tins_c: 20,
      method: :scale, placing_min: 4, powder: :standing, thicken_first: true)
    events = []
    note = ->(kind, **data) { events << Bench::Event.new(number: events.size + 1, kind: kind, at: events.size * 60.0, data: data) }
    walk = -> { Bench::Walk.new(recipe, events) }
    %i[tins gear tare].each { |step| note.call(:done, step: step) }
    note.call(:weighed, step: :first, reading_g: 200)
    assert_equal :prethicken, walk.call.step.name
    note.call(:done, step: :prethicken)
    assert_equal Rational(627, 2), walk.call.target
    note.call(:weighed, step: :second, reading_g: 313.5)

    assert_equal({ resin: 200, hardener: 100 }, walk.call.in_cup_g)
    assert_equal :mix, walk.call.step.name
    note.call(:back)
    note.call(:weighed, step: :second, reading_g: 320)
    assert_equal :mend, walk.call.step.name
    assert_equal 13, walk.call.verdict.add_amount
    assert_equal 333, walk.call.target
  end
end
