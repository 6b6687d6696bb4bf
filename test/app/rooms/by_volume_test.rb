# frozen_string_literal: true

require_relative "../../app_helper"
require "nokogiri"

# Measured as it is measured: to lines, by strokes, drops and syringes, with no density anywhere, from the ticket to the record.
class ByVolumeTest < AppTest
  include BenchHelp

  def setup
    super
    Devices.connected = Devices::Connected.new
  end

  def undense(resin, hardener)
    Stores::Sheet.find_by!(resin: resin, hardener: hardener).update!(resin_density_g_ml: nil, hardener_density_g_ml: nil)
  end

  def one_off(**changes)
    get "/bench"
    post "/bench/one-off", { "authenticity_token" => hidden("authenticity_token"), "amount" => "150 ml", "room" => "20",
                             "sheet" => sheet_id("Stillwater clear coat", "clear"), "method" => "graduated",
                             "powder" => "" }.merge(changes.transform_keys(&:to_s))
    last_response["location"]
  end

  def walk
    Stores::Walks.walk(Stores::Batch.last)
  end

  def tool(kind, name, **numbers)
    "tool-#{Stores::Tool.create!(kind: kind, name: name, numbers: numbers.transform_keys(&:to_s)).id}"
  end

  # 150 ml at 2 : 1 are 50 of hardener and 100 of resin on top. Hardener to 50, resin to 148 by mistake: 98 ml want 49 of hardener, so it is
  # 2 % short of resin: forgiven. To 140: 90 ml of resin, 10 % short, 10 more bring it to 150.
  def test_a_marked_cup_without_densities_is_poured_corrected_and_recorded_in_ml
    undense("Stillwater clear coat", "clear")
    path = one_off
    on_to(path, "first")
    assert_includes words, "Fill hardener to the line 50.0 ml"
    press(path)
    assert_includes words, "Fill resin to the line 150.0 ml"
    press(path, reading: "140 ml")
    assert_equal "mend", hidden("step")
    assert_includes words, "Add 10.0 ml resin: the cup becomes about 150.0 ml. 10 % short of resin"
    refute_includes words, "unknown"
    press(path)
    assert_equal "mix", hidden("step")
    assert_includes words, "150.0 ml in the cup"
    press(path, act: "back")
    press(path, reading: "149")
    assert_equal "mix", hidden("step")
    on_to(path, nil)
    assert_includes words, "Mixed 149.0 ml: resin 99.0 ml, hardener 50.0 ml. 1 % short of resin. Hardly mixed"
    assert_includes words, "line 140.0 ml, typed"
    assert_includes words, "plan 100.0 ml"
    refute_includes words, "unknown"
  end

  def test_a_ratio_by_weight_without_densities_is_weighed_and_nothing_false_is_said
    undense("Lens mounting resin", "mounting")
    # 45 g at 100 : 12.5 are 40 and 5 g.
    path = one_off(amount: "45", sheet: sheet_id("Lens mounting resin", "mounting"), method: "scale")
    on_to(path, "first")
    assert_includes words, "40.00 g"
    press(path, reading: "40")
    press(path, reading: "45")
    assert_equal "mix", hidden("step")
    assert_nil one_off(amount: "45 g", sheet: sheet_id("Lens mounting resin", "mounting"), method: "graduated")
    assert_includes words, "the data sheet gives no densities, so this ratio by weight cannot be filled to lines"
  end

  def test_what_can_only_be_filled_is_not_weighed
    undense("Stillwater clear coat", "clear")

    assert_nil one_off(amount: "60 g", method: "scale")
    assert_includes words, "cannot weigh a ratio by volume without densities"
    assert one_off(amount: "60 g")
    assert_in_delta 60, walk.recipe.total_g, 1e-6
  end

  # Pumps of 16 and 8 ml: four strokes of each are 96 ml. One stroke of resin too many: 80 ml want 40 of hardener, one stroke more.
  def test_strokes_are_mended_in_strokes
    undense("Stillwater clear coat", "clear")
    path = one_off(amount: "4 strokes", method: tool("pump", "big pumps", resin_ml: 16, hardener_ml: 8, error_pct: 2))
    on_to(path, "first")
    assert_includes words, "4 + 4 strokes"
    9.times { press(path) }
    assert_includes words, "All strokes are in"
    press(path, act: "extra_resin")
    press(path)
    assert_equal "mend", hidden("step")
    assert_includes words, "Add 1 stroke of hardener"
    press(path)
    assert_equal "mix", hidden("step")
    assert_equal({ resin: 80, hardener: 40 }, walk.contents.amounts)
    on_to(path, nil)
    assert_includes words, "Mixed 120.0 ml: resin 80.0 ml, hardener 40.0 ml, in strokes 5 + 5. Right by the data sheet."
  end

  # Six drops of 0.05 ml at 1 : 1 are three of each, on foil.
  def test_a_few_drops
    undense("Tarn table pour", "table")
    dropper = tool("dropper", "pipettes", drop_ml: 0.05, scatter_pct: 5)
    path = one_off(amount: "6 drops", sheet: sheet_id("Tarn table pour", "table"), method: dropper)
    on_to(path, "second")
    assert_includes words, "of 6"
    assert_equal [3, 3], walk.recipe.count.to_h.values_at(:resin, :hardener)
    assert_equal "foil or board", walk.recipe.cup.name
    6.times { press(path) }
    press(path)
    assert_equal "mix", hidden("step")
  end

  def test_a_syringe_tells_what_really_went_in
    path = one_off(amount: "12 ml", method: tool("syringe", "10 ml", division_ml: 0.5, volume_ml: 10))
    on_to(path, "first")
    first = walk.pouring.part
    press(path, reading: "8.5")
    press(path, reading: first == :resin ? "4.2" : "17")
    assert_equal 4.25 * 2, walk.contents.amounts[:resin] if first == :resin
    assert_equal "mix", hidden("step")
  end

  def test_amounts_in_any_unit
    { "2 oz" => 56.7, "3 fl oz" => 88.72 * 1.09, "0.1 kg" => 100, "55 ml" => 59.95 }.each do |typed, grams|
      one_off(amount: typed, method: "scale")

      assert_in_delta grams, walk.recipe.total_g.to_f, 0.01, typed
    end
  end

  def test_bad_amounts_name_the_field_and_are_kept
    { "0 strokes" => /How much|Amount/, "5000000 drops" => /must be 1 to 1000 drops/, "-3" => /must be from/, "NaN" => /must be a number/,
      "1e99" => /too large/, "3 packs" => /the data sheet names no pack/, "<b>" => /must be a number/, "" => /must be given/ }
      .each do |typed, said|
        assert_nil one_off(amount: typed), typed
        assert_match said, words, typed
        assert_includes page, "value=\"#{CGI.escapeHTML(typed)}\""
      end
    assert_nil one_off(amount: "9 spoons")
    assert_includes words, "is no tool that counts spoons"
  end

  def test_a_line_beyond_the_brim_is_refused_and_kept
    path = one_off
    on_to(path, "first")
    post path, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => "first", "act" => "next",
                 "reading" => "5000" }

    assert_match(/The reading must be at most \d+\.\d ml, the brim of the 400 ml cup/, words)
    assert_includes page, 'value="5000"'
    assert_equal "first", hidden("step")
  end

  # 40 ml of paste by eye on a ticket: blocks drawn, ratio by volume without densities all the same.
  def test_paste_by_eye_on_a_ticket
    undense("Cobble bonding paste", "paste")
    path = new_job("c1-kind" => "bond", sheet: sheet_id("Cobble bonding paste", "paste"), length: "400", width: "100",
      "c1-powder" => "none", "c1-method" => "eye", film: "")
    get path
    assert_includes words, "blocks of each batch, true to size on this screen"
    path = to_bench(path, cup: 1)
    on_to(path, "first")
    assert_includes words, "Cut a block of resin, as drawn"
    on_to(path, "second")
    assert_includes words, "Cut the hardener beside it, as drawn"
    on_to(path, nil)
    assert_match(/By eye, as planned: resin .*, hardener .*\. Not measured: good to about 10 % a side\./, words)
    refute_includes words, "ight by the data sheet"
  end

  # Hardener first: the block that is named is the one that is cut.
  def test_by_eye_with_the_hardener_first
    Stores::Settings.shop.update!(pour_first: "hardener")
    undense("Cobble bonding paste", "paste")
    path = new_job("c1-kind" => "bond", sheet: sheet_id("Cobble bonding paste", "paste"), length: "400", width: "100",
      "c1-powder" => "none", "c1-method" => "eye", film: "")
    path = to_bench(path, cup: 1)
    on_to(path, "first")
    assert_includes words, "Cut a block of hardener, as drawn"
    on_to(path, "second")
    assert_includes words, "Cut the resin beside it, as drawn"
  end

  # A fillet with two powders to lines, half of them into the resin first: the hardener is measured apart, the line is a check, and what
  # really went in stands in the record.
  def test_a_fillet_with_two_powders_half_of_them_first
    path = new_job("p1-form" => "joint", "p1-length" => "3 m", "c1-kind" => "fillet", "c1-radius" => "12", "c1-powder" => "silica",
      "c1-powder2" => "wood", "c1-thicken_first" => "half", "c1-method" => "graduated", film: "",
      sheet: sheet_id("Reedmark L20 laminating", "slow"))
    bench = to_bench(path)
    on_to(bench, "prethicken")
    assert_includes words, "Fold half of the powder into the resin."
    assert_match(/silica [\d.]+ g, wood flour [\d.]+ g/, words)
    press(bench, powder: "6.5")
    hardener = walk.recipe.planned[:hardener].to_f
    assert_match(/Measure hardener apart, then pour it in #{format("%.1f", hardener)} ml/, words)
    assert_match(/A cup of its own: the powder lifts the line in this one\. All in, it stands at about [\d.]+ ml: a check only\./, words)
    press(bench, reading: format("%.2f", hardener))

    assert_equal "mix", hidden("step")
    assert_equal :good, walk.contents.verdict.name
    on_to(bench, "powder")
    rest = walk.recipe.additions.powder_g(walk.contents.mass_g) - 6.5
    assert_includes words, "#{format("%.2f", rest)} g"
    press(bench, powder: "7")
    on_to(bench, nil)
    assert_match(/powder 13\.50? g of silica and wood flour/, words)
  end

  # What is refused stands in its field; far more than was planned is asked about once.
  def test_powder_that_cannot_be_meant
    path = new_job("p1-form" => "joint", "p1-length" => "1 m", "c1-kind" => "fillet", "c1-radius" => "12", "c1-method" => "graduated",
      film: "", sheet: sheet_id("Reedmark L20 laminating", "slow"))
    bench = to_bench(path)
    on_to(bench, "powder")
    { "-3" => "must be from 0", "NaN" => "must be a number", "1e309" => "is too large", "9 m" => "has a unit", "<b>" => "must be a number",
      "x" * 10_000 => "is too long" }.each do |typed, says|
      tell(bench, "powder" => typed)

      assert_includes words, "Powder #{says}"
      assert_equal([typed], Nokogiri::HTML5(page).css("#f-powder").map { |field| field["value"] })
    end
    planned = walk.contents.beside.powder_planned(:powder).to_f
    tell(bench, "powder" => "3 kg")
    assert_match(/That is 3000\.00? g of powder where [\d.]+ g is meant\. Is it really so\?/, words)
    assert_equal "powder", hidden("step")
    tell(bench, "powder" => (planned * 2.9).round(2).to_s)
    assert_equal "pour_out", hidden("step"), "by feel it may be far more"
    press(bench, act: "back")
    2.times { tell(bench, "powder" => "3 kg") }
    assert_equal "pour_out", hidden("step"), "said twice it is taken"
    { "act" => "abandoned", "why" => "x" * 201 }.then { |form| tell(bench, form) }
    assert_includes words, "Why must be at most 200 characters; it has 201"
    assert_includes page, "x" * 201
  end

  # Sends a form of the bench as the page does.
  def tell(bench, form)
    get bench
    post bench, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => hidden("step"),
                  "act" => "next" }.merge(form), { "HTTP_X_LIVE" => "1" }
  end

  # A pot that ages beside a new one is told before the new one is mixed, with both clocks.
  def test_a_second_pot_is_told_at_once
    first = one_off
    on_to(first, "mix")
    second = one_off(amount: "80 ml")
    get second
    assert_match(/One-off, Stillwater clear coat \+ clear: [^.]* left in the cup\./, words)
    assert_includes page, "bench-beside-pot", "a pot with its time before it is no alarm"
    get first
    refute_includes page, "bench-beside-pot"
  end

  # 3 m² of floor at 0.3 mm with a tenth of thinner. As it thickens at the tray the target stays; stirred in from the start the comb must
  # show 0.33 and there is a step for it.
  def test_thinner_at_the_tray_and_thinner_from_the_start
    floor = Stores::Sheet.find_by!(resin: "Granite floor 210")
    floor.update!(properties: floor.properties.merge("thinner_most_pct" => 15))
    path = new_job("c1-kind" => "floor", "c1-thinner" => "10", "c1-method" => "graduated", sheet: floor.id.to_s, length: "2 m",
      width: "1500", film: "0.3", room: "18")
    to_bench(path, cup: 1)

    assert_in_delta 0.3, walk.recipe.comb_mm
    refute_includes walk.course.path, :thin
    assert_equal :pigmented, walk.recipe.manner.look.name
    bench = last_response["location"]
    on_to(bench, "pour_out")
    assert_match(/Thinner only as it thickens in the tray, at most [\d.]+ ml for this batch\./, words)
    press(bench, thinner: "35")
    assert_includes words, "The 300 µm tooth is wet, the 350 µm tooth dry."
    on_to(bench, nil)
    assert_includes words, "thinner 35.0 ml"
    submit path, { "c1-thinner_when" => "start" }
    to_bench(path, cup: 1, again: "short")

    assert_in_delta 0.33, walk.recipe.comb_mm
    on_to(last_response["location"], "thin")
    assert_includes words, "Stir in the thinner."
  end

  # The other part always follows what really went in, whatever the tool.
  def test_what_follows_keeps_the_ratio
    chance = Random.new(Minitest.seed)
    sheet = Stores::Shelf.core(Stores::Sheet.find_by!(resin: "Stillwater clear coat"))
    100.times do
      recipe = Dakren::Bench::Recipe.new(name: "x", sheet: sheet, total_g: Rational(chance.rand(1..5000)),
        first: %i[resin hardener].sample(random: chance), cup: Plan::USUAL_CUPS[3], room_c: 20, tins_c: 20,
        method: %i[graduated syringe].sample(random: chance), placing_min: 4)
      events = %i[tins gear ready].map.with_index { |step, i| Dakren::Bench::Event.new(number: i, kind: :done, at: 0.0, data: { step: step }) }
      fresh = Dakren::Bench::Walk.new(recipe, events)
      first = fresh.pouring.target.to_f * chance.rand(0.5..1.5)
      events << Dakren::Bench::Event.new(number: 3, kind: :filled, at: 1.0, data: { step: :first, reading_ml: first })
      events << Dakren::Bench::Event.new(number: 4, kind: :done, at: 2.0, data: { step: :second })
      made = Dakren::Bench::Walk.new(recipe, events)

      assert_in_delta 2, made.contents.amounts[:resin] / made.contents.amounts[:hardener], 1e-9
      assert_equal :mix, made.step.name
    end
  end
end
