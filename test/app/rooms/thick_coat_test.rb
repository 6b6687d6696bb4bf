# frozen_string_literal: true

require_relative "../../app_helper"

class ThickCoatPageTest < AppTest
  def thick(**changes)
    { sheet: sheet_id("Tarn table pour", "table"), film: "12", room: "23" }.merge(changes)
  end

  def test_a_lift_that_smokes_is_held_back_until_the_builder_knows
    path = new_job(**thick)
    get path
    assert_includes words, "I understand how hot this gets; plan it anyway"
    assert_includes words, "Deeper than the data sheet's largest lift, 6 mm"
    assert_includes words, "2 lifts of 6 mm"
    refute_includes words, "Cure line"
    submit path, job_fields(**thick, heat_known: "yes")
    get path
    assert_includes words, "Cure line"
    assert_includes page, 'id="f-c1-known" name="c1-known" value="yes" checked'
  end

  def test_another_thickness_asks_again
    path = new_job(**thick)
    submit path, job_fields(**thick, heat_known: "yes")
    submit path, job_fields(**thick, film: "20", heat_known: "yes")
    get path
    refute_includes words, "Cure line"
  end

  def test_a_calm_flood_is_planned_at_once
    get new_job(**thick(film: "4"))
    assert_includes words, "Cure line"
    refute_includes words, "I know"
  end

  def test_a_tray_is_offered_where_it_gains_something
    get new_job(room: "24")
    assert_match(/In a (small|wide) tray, \d+ mm, this batch lasts [\d. ]+ min longer/, words)
    get new_job(room: "24", cup: "wide tray, 450 mm")
    refute_includes words, "longer."
  end

  def test_a_batch_no_cup_can_serve_says_what_to_do
    get new_job(sheet: sheet_id("Sillmaker wood filler", "filler"), room: "35")
    assert_match(/too fast here|not for a film coat/, words)
  end
end
