# frozen_string_literal: true

require_relative "../../app_helper"

# What is seen of a test dab moves the stages its data sheet does not tell, and the plan with them.
class SeenTest < AppTest
  include PlanHelp
  include BenchHelp

  def leaflet
    submit "/shelf", { "resin" => "Leaflet", "hardener" => "only", "ratio_by" => "weight", "ratio_resin" => "100", "ratio_hardener" => "40",
                       "looks" => "usual", "pot_life_min" => "30", "purposes" => ["coat"] }, from: "/shelf/new"
    Stores::Sheet.find_by!(resin: "Leaflet")
  end

  # The parts met, the cup was poured out four minutes later, and the dab was tacky so many minutes after that: a history with its times.
  def batch_tacky_after(minutes, sheet)
    path = new_job(sheet: sheet.id.to_s, "c1-coats" => "2")
    cup = to_bench(path)
    record = Stores::Batch.find(cup[/\d+\z/])
    at = Stores::Now.now - 86_400
    [[:done, "tins"], [:done, "gear"], [:done, "ready"], [:done, "tare"], [:weighed, "first", 521.4], [:weighed, "second", 730.0],
      [:done, "mix"], [:done, "pour_out"]].each_with_index do |(kind, step, grams), i|
      record.events.create!(number: i + 1, kind: kind.to_s, at: at + (i * 60), data: { step: step, reading_g: grams }.compact)
    end
    record.events.create!(number: 9, kind: "touched_tacky", at: at + (7 * 60) + (minutes * 60), data: {})
    record.stand(Stores::Walks.walk(record.reload))
    Stores::Learned.renew_stale
    path
  end

  def test_a_tack_that_was_seen_moves_the_window
    sheet = leaflet
    before = Stores::Shelf.core(sheet)
    usual = Math.sqrt(before.ages(:recoat_opens).reduce(:*))
    path = batch_tacky_after((usual * 0.7 / before.mix.reaction.pace(20)).round, sheet)
    after = Stores::Shelf.core(sheet.reload)

    assert_equal 1, after.noted.fetch(:recoat_opens).size
    # Two minutes as a cup and the rest as a film at 20 °C.
    assert_in_delta usual * 0.7, after.noted[:recoat_opens].first, 0.02 * usual
    assert_operator after.ages(:recoat_opens)[1], :<, before.ages(:recoat_opens)[1]
    assert after.assumed_stage?(:recoat_opens)
    get path

    assert_includes words, "as seen here"
  end

  def test_a_press_at_the_bench_is_seen_and_a_sheet_that_tells_all_is_left_alone
    sheet = leaflet
    path = new_job(sheet: sheet.id.to_s)
    cup = to_bench(path)
    changed = -> { Stores::Sheet.find(sheet.id).updated_at }
    before = changed.call
    get cup
    asked = -> { page[/id="b-target"[^>]*>\s*(?:<[^>]+>\s*)*([\d.]+)/, 1] }
    20.times { hidden("step") == "tack" ? break : press(cup, reading: asked.call) }

    assert_equal before, changed.call
    2.times { press(cup, act: "touched_tacky") } # asked back once: so soon?

    assert_operator changed.call, :>, before
    assert_equal %w[recoat_opens], sheet.reload.learned["noted"].keys
  end
end
