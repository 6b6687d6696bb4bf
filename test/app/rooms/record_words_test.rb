# frozen_string_literal: true

require_relative "../../app_helper"

# A record's words follow what was done.
class RecordWordsTest < AppTest
  include BenchHelp

  def setup
    super
    Devices.connected = Devices::Connected.new
  end

  def cup(**more)
    get "/bench"
    post "/bench/one-off", { "authenticity_token" => hidden("authenticity_token"), "amount" => "300",
      "sheet" => sheet_id("Stillwater clear coat", "clear"), "tins" => "20", "room" => "20",
                           **more.transform_keys(&:to_s) }
    last_response["location"]
  end

  def test_hardener_first_is_told_as_hardener_first
    path = cup(method: "graduated")
    on_to(path, "first")

    assert_includes words, "Fill hardener to the line"
    2.times { press(path) }
    post path, {
      "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => hidden("step"), "act" => "abandoned",
      "why" => "for the test"
    }
    get path

    assert_match(/Hardener is in.*Resin is in, start the clock/, words)
  end

  def test_the_caution_is_of_the_part_that_is_poured
    path = cup(first: "hardener")
    on_to(path, "first")
    press(path, reading: "91")

    assert_equal "second", hidden("step")
    refute_includes words, "extra hardener stays soft"
    assert_includes words, "each gram too much wants hardener with it"
  end

  # Seven pairs of 16 and 8 ml: nothing is in the cup before the first stroke, and one of seven after it.
  def test_a_cup_is_as_full_as_what_was_counted
    count = Dakren::Bench::Count.new(unit: "stroke", resin: 7, hardener: 7)
    sheet = Stores::Shelf.core(Stores::Sheet.find_by!(resin: "Stillwater clear coat"))
    recipe = Dakren::Bench::Recipe.new(name: "x", sheet: sheet, total_g: sheet.ratio.split(total_ml: 168).total_g, first: :resin,
      cup: Plan::USUAL_CUPS[2], room_c: 20, tins_c: 20,
      method: :pump, placing_min: 5, count: count)
    done = ->(number, step) { Dakren::Bench::Event.new(number: number, kind: :done, at: 1.0, data: { step: step }) }
    primed = Dakren::Bench::Walk.new(recipe, %i[tins gear first].each_with_index.map { |step, i| done.call(i, step) })

    assert_equal [0, 0], primed.contents.grams.values.map(&:to_i)
    one = Dakren::Bench::Walk
      .new(recipe, primed.events + [Dakren::Bench::Event.new(number: 4, kind: :counted, at: 2.0, data: { part: "resin" })])

    assert_in_delta 16 * 1.14, one.contents.grams[:resin], 1e-6
    assert_equal 0, one.contents.grams[:hardener]
  end
end
