# frozen_string_literal: true

require_relative "../../app_helper"

# Why a plan cannot be sooner, in words that a builder would say of it.
class BecauseTest < AppTest
  by_turns :test_what_does_not_fit_before_a_break_takes_too_long,
    :test_what_is_not_known_to_be_the_soonest_is_not_called_so

  include PlanHelp

  def because(**more)
    path = new_job("c1-coats" => "2", "people" => "1", **more)
    get path
    words[/(?:Can't be sooner|What holds it up): [^.]*/]
  end

  def minutes(text)
    hours, minutes = text.match(/takes (?:(\d+) h )?(\d+)/).captures.map(&:to_i)
    (hours * 60) + minutes
  end

  # At 09:40 somebody is there, and a coat of two hours and a half is not on before noon.
  def test_what_does_not_fit_before_a_break_takes_too_long
    found = (6..30).filter_map do |metres|
      because("p1-s1-length" => "#{metres} m", "p1-s1-width" => "2 m", "hours" => "07:00-12:00, 12:30-17:00", "every_day" => "yes")
    end
    fits = found.grep(/nobody has that long before/)

    refute_empty fits
    fits.each do |text|
      from, to = text.scan(/\d\d:\d\d/).map { |clock| (clock[0, 2].to_i * 60) + clock[3, 2].to_i }

      assert_operator minutes(text), :>, [720, 1020].find { |shut| shut > from } - from, text
      assert_includes [420, 750], to, text
    end
  end

  def test_at_night_nobody_is_free
    submit "/jobs", { "kind" => "cast" }, from: "/jobs/new"
    path = last_response["location"][%r{/jobs/\d+}]
    submit path, { "p1-s1-length" => "430", "p1-s1-width" => "95", "p1-depth" => "64", "room" => "23", "start" => "2026-11-24T08:00",
                   "hours" => "07:00-12:00, 12:30-17:00", "every_day" => "yes" }, from: path
    get path

    assert_match(/pour 2 could go on from Wed 0\d:\d\d, but nobody's free before Wed 07:00/, words)
  end

  # "Can't be" is said where that is known, and nothing then of what could be gained.
  def test_what_is_not_known_to_be_the_soonest_is_not_called_so
    said = [1, 2, 4].product(["07:00-09:00", "07:00-12:00, 12:30-17:00", "24 h"]).map do |coats, hours|
      path = new_job("c1-coats" => coats.to_s, "hours" => hours, "every_day" => "yes")
      get path
      gain = desk(path).schedule.gain_min
      known = !gain.nil? && gain < 30

      assert_equal known, words.include?("Can't be sooner:"), "#{coats} #{hours} #{gain}"
      assert_equal !known, words.include?("What holds it up:"), "#{coats} #{hours} #{gain}"
      known
    end

    assert_equal [false, true], said.uniq.sort_by(&:to_s)
  end

  def test_what_is_sanded_first_waits_for_that
    found = because("hours" => "07:00-09:00", "every_day" => "yes")

    assert_match(/coat 2 is sanded first, which could be done from \w+ \d\d:\d\d, but nobody's free before \w+ 07:00\z/, found)
  end
end
