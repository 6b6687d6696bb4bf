# frozen_string_literal: true

require_relative "../../core_helper"

# The words fit the work: nobody looks for "clear again" in a grey coating.
class MannerTest < CoreTest
  def sheet(inert: 0, hardener: 1, **more)
    Sheet.new(resin: "R", hardener: "h", ratio: ratio(by: :weight, resin: 2, hardener: hardener), purposes: [:coat],
      clock: { reference_temp_c: 20, pot_life_min: 30, pot_mass_g: 100, working_min: 60, inert_share: inert }, stages: {}, **more)
  end

  # All steps up to both parts in: 200 and 100 g.
  def poured(at:, steps: %i[tins gear ready tare])
    events = steps.each_with_index.map { |step, i| Bench::Event.new(number: i, kind: :done, at: at, data: { step: step }) }
    [*events, *{ first: 200, second: 300 }.map.with_index do |(step, grams), i|
      Bench::Event.new(number: 10 + i, kind: :weighed, at: at, data: { step: step, reading_g: grams })
    end]
  end

  def walk(kind, sheet: self.sheet, events: [], **more)
    recipe = Bench::Recipe.new(name: "Cup", sheet: sheet, total_g: 300r, first: :resin, room_c: 20, tins_c: 20, placing_min: 20, kind: kind,
      cup: Plan::USUAL_CUPS[4], method: :scale, **more)
    Bench::Walk.new(recipe, events)
  end

  # The signs hang on what the mix is, the words on the work: the table of the practice, row by row.
  def test_what_the_mix_is_decides_its_signs
    look = ->(**mix) { walk(:coat, sheet: sheet(**mix)).recipe.manner.look.name }

    assert_equal :clear, look.call
    assert_equal :pigmented, look.call(inert: 0.3)
    assert_equal :paste, look.call(inert: 0.5)
    assert_equal :putty, look.call(inert: 0.5, hardener: 0.05)
    assert_equal :pigmented, look.call(inert: 0.5, looks: :pigmented), "as the data sheet says it"
    assert_equal :clear, walk(:fillet, powder: :standing).recipe.manner.look.name, "a liquid that powder will follow is a liquid yet"
    assert_equal :pigmented, walk(:laminate, sheet: sheet(inert: 0.3)).recipe.manner.look.name
  end

  def test_a_few_drops_on_foil_are_stirred_flat
    manner = walk(:wrap, cup: Plan::FOIL).recipe.manner

    assert_equal "Hazy, then clear again. Slowly: whipped-in air stays.", manner.signs
    assert_equal ["Stir it flat with a flat stick.", "Stir it flat with a flat stick, the other way round."], manner.calls
  end

  def test_what_is_not_clear_is_never_told_to_be
    Work::Kinds::ALL.each_key do |kind|
      [{ inert: 0.3 }, { inert: 0.5 }, { inert: 0.5, hardener: 0.05 }].each do |mix|
        manner = walk(kind, sheet: sheet(**mix)).recipe.manner

        refute_match(/clear/i, [manner.signs, manner.mixed, *manner.calls, *manner.calls(pail: true)].join(" "))
      end
    end
    %i[paste putty].each { |name| refute_match(/pour/i, Bench::LOOSE.fetch(name).to_a.join(" ")) }
  end

  # A fillet is not drawn off level, a laminate has no wet edge to keep, a putty is not poured.
  def test_every_work_is_used_in_its_own_words
    words = Work::Kinds::ALL.transform_values { |kind| kind.use.to_a.join(" ") }

    assert_equal words.size, words.values.uniq.size
    refute_match(/level/i, words[:fillet])
    refute_match(/wet edge/i, words[:laminate])
    %i[fill fillet bead bond].each { |kind| refute_match(/\bpour/i, words[kind]) }
    Work::Kinds::ALL.each_value { |kind| refute_empty kind.load, kind.name }
    assert_includes walk(:fill, sheet: sheet(inert: 0.5, hardener: 0.02)).recipe.manner.use.why, "It soon gums"
  end

  def test_pails_are_mixed_by_drill_and_pigmented_ones_are_stirred_alone_first
    pail = Plan::USUAL_CUPS.find { |cup| cup.name == "5 litre pail" }
    mixing = walk(:floor, sheet: sheet(inert: 0.3), cup: pail, events: poured(at: 0.0, steps: %i[tins gear ready stir_a tare]))

    assert_equal :mix, mixing.step.name
    assert_match(/By drill/, mixing.clock(30.0).mixing_call.says)
    refute_match(/drill/i, walk(:coat, events: poured(at: 0.0)).clock(30.0).mixing_call.says)
    assert_includes mixing.course.path, :stir_a
    refute_includes walk(:coat).course.path, :stir_a
    refute_includes walk(:floor, sheet: sheet(inert: 0.3), method: :pack).course.path, :stir_a,
      "of a pack that is the first step of measuring"
  end

  # 8 minutes, the last 3 of them in a second cup: five first, then a step of its own.
  def test_a_second_cup_is_a_step
    twice = sheet(mixing: Mixing.new(cup_min: 5, second_cup_min: 3))
    walk = ->(events) { walk(:coat, sheet: twice, events: events) }
    mixed = poured(at: 0.0)

    assert_in_delta 4, walk.call(mixed).clock(60.0).mixing_call.left_min, 0.01
    assert_in_delta 0, walk.call(mixed).clock(300.0).mixing_call.left_min, 0.01
    over = walk.call([*mixed, Bench::Event.new(number: 9, kind: :done, at: 300.0, data: { step: :mix })])
    assert_equal :second_cup, over.step.name
    assert_in_delta 2, over.clock(360.0).second_cup_left_min, 0.01
    assert_nil over.times.mixed_share
    refute_includes walk(:coat).course.path, :second_cup
  end

  # Checks count from when the joint was closed, twelve minutes after the cup was empty.
  def test_looks_at_a_joint_count_from_when_it_was_closed
    events = [*poured(at: 0.0), *[[:mix, 200.0], [:pour_out, 300.0], [:close, 1020.0]].map.with_index do |(step, at), i|
      Bench::Event.new(number: 20 + i, kind: :done, at: at, data: { step: step })
    end]
    bond = walk(:bond, events: events)

    assert_equal :look_30, bond.step.name
    assert_in_delta 30, bond.clock(1020.0).until_look(:look_30), 0.01
    refute_includes walk(:coat).course.path, :close
  end

  # A flood is heated at once.
  def test_a_flood_is_heated_at_once
    flood = walk(:flood, after: Work::Kinds::ALL[:flood].steps)

    assert_equal(%i[pour_out heat bubbles tack], flood.course.path.drop_while { |name| name != :pour_out })
    assert_operator flood.recipe.step(:heat).after_min, :<=, 1
  end

  # A batch goes through the steps it began with.
  def test_a_batch_of_an_earlier_walk_keeps_its_steps
    path = walk(:floor, sheet: sheet(inert: 0.3, mixing: Mixing.new(second_cup_min: 2)), version: 1).course.path

    assert_equal %i[tins gear tare first second mix pour_out look_30 look_60 tack], path
  end

  def test_an_infusion_is_tested_for_leaks_let_in_and_clamped_shut
    path = walk(:infusion).course.path

    assert_equal %i[tins gear ready leak_test tare first second mix pour_out clamp_shut], path - %i[look_30 look_60 tack]
    refute_includes walk(:laminate).course.path, :leak_test
    assert_equal "Open the clamp", Work::Kinds::ALL[:infusion].use.title
  end

  def test_a_floor_is_combed
    assert_includes walk(:floor, comb_mm: 0.33).course.path, :comb
    refute_includes walk(:floor).course.path, :comb
  end

  # Every step says what to do in words of its own.
  def test_the_step_of_pouring_out_is_told_as_the_work_has_it
    events = [*poured(at: 0.0), Bench::Event.new(number: 16, kind: :done, at: 300.0, data: { step: :mix })]

    assert_equal "Pour it", walk(:cast, events: events).step.title
    assert_equal "Roll it on", walk(:coat, events: events).step.title
    assert_equal "Pour it out", walk(nil, events: events).step.title
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
    %i[tins gear ready tare].each { |step| note.call(:done, step: step) }
    note.call(:weighed, step: :first, reading_g: 200)
    assert_equal :prethicken, walk.call.step.name
    note.call(:done, step: :prethicken)
    assert_equal Rational(627, 2), walk.call.pouring.target
    note.call(:weighed, step: :second, reading_g: 313.5)

    assert_equal({ resin: 200, hardener: 100 }, walk.call.contents.grams)
    assert_equal :mix, walk.call.step.name
    note.call(:back)
    note.call(:weighed, step: :second, reading_g: 320)
    assert_equal :mend, walk.call.step.name
    assert_equal 13, walk.call.contents.verdict.add_amount
    assert_equal 333, walk.call.pouring.target
  end

  # The same to lines: 100 ml of resin, 4.5 g of glass and wood in it stand 2.4 ml higher; the hardener is measured apart.
  def test_in_a_graduated_cup_the_powder_lifts_the_line_and_the_hardener_is_measured_apart
    sheet = coating(ratio: ratio(by: :volume, resin: 2, hardener: 1))
    recipe = Bench::Recipe.new(name: "Cup", sheet: sheet, total_g: 165r, first: :resin, cup: Plan::USUAL_CUPS[4], room_c: 20, tins_c: 20,
      method: :graduated, placing_min: 4, powder: :standing, powder_parts: [["fibres", 3], ["wood", 3]], thicken_first: true,
      parts_ml: { resin: 100r, hardener: 50r })
    events = %i[tins gear ready first].each_with_index.map { |step, i| Bench::Event.new(number: i, kind: :done, at: 0.0, data: { step: step }) }
    walk = -> { Bench::Walk.new(recipe, events) }
    half_g = recipe.additions.first_powder_g

    assert_in_delta 165 * 0.06 / 2, half_g, 1e-9
    events << Bench::Event.new(number: 5, kind: :done, at: 1.0, data: { step: :prethicken })
    assert_predicate walk.call.pouring, :apart?
    lifted = (half_g / 2 / Exact.of(2.55)) + (half_g / 2 / Exact.of(1.4))
    assert_in_delta 100 + lifted, walk.call.contents.last_reading, 1e-6
    assert_in_delta 150 + lifted, walk.call.pouring.target, 1e-6
    events << Bench::Event.new(number: 6, kind: :filled, at: 2.0, data: { step: :second, reading_ml: (150 + lifted).to_f })

    assert_equal :good, walk.call.contents.verdict.name
    assert_in_delta 50, walk.call.contents.amounts[:hardener], 1e-6
    assert_equal :mix, walk.call.step.name
  end

  # What really went in is what counts, and what is still to be folded in.
  def test_powder_that_really_went_in_is_noted
    sheet = coating(ratio: ratio(by: :weight, resin: 2, hardener: 1))
    recipe = Bench::Recipe.new(name: "Cup", sheet: sheet, total_g: 300r, first: :resin, cup: Plan::USUAL_CUPS[4], room_c: 20, tins_c: 20,
      method: :scale, placing_min: 4, powder: :standing)
    note = ->(step, **data) { Bench::Event.new(number: 1, kind: data[:reading_g] ? :weighed : :done, at: 0.0, data: { step: step, **data }) }
    events = [*%i[tins gear ready tare].map do |step|
      note.call(step)
    end, note.call(:first, reading_g: 200), note.call(:second, reading_g: 300),
      note.call(:mix)]

    assert_in_delta 27, Bench::Walk.new(recipe, events).contents.beside.powder_planned(:powder), 1e-9
    full = Bench::Walk.new(recipe, [*events, note.call(:powder, powder_g: 40.5)])
    assert_in_delta 340.5, full.contents.whole_g, 1e-9
    assert_in_delta 40.5 / 340.5, full.contents.mix.ballast.share, 1e-9
  end
end
