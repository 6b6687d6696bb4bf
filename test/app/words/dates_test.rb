# frozen_string_literal: true

require_relative "../../app_helper"

class DatesTest < AppTest
  ZONE = Document::Zones.of("Europe/Oslo")
  # A Sunday.
  NOW = ZONE.local(2026, 11, 29, 13, 0)

  def read(text, name = "day-24", **more)
    Words::Dates.new(name).read(text, zone: ZONE, now: NOW, **more).strftime("%Y-%m-%d %H:%M")
  end

  def test_what_people_write
    { "Mon 09:00" => "2026-11-30 09:00", "sun 9" => "2026-11-29 09:00", "monday 2pm" => "2026-11-30 14:00",
      "30 Nov 14:00" => "2026-11-30 14:00", "Mon 30 Nov 9:30" => "2026-11-30 09:30", "Nov 30 12:15 am" => "2026-11-30 00:15",
      "3 Jan 8.30" => "2027-01-03 08:30", "28 February 2027 12 pm" => "2027-02-28 12:00", "tomorrow 7:05" => "2026-11-30 07:05",
      "14:20" => "2026-11-29 14:20", "30.11. 08:00" => "2026-11-30 08:00", "2026-12-01T10:00" => "2026-12-01 10:00",
      "1/12 10:00" => "2026-12-01 10:00", "29 Feb 10:00" => nil }.each do |text, wanted|
      wanted ? assert_equal(wanted, read(text), text) : assert_raises(InputError, text) { read(text) }
    end
    assert_equal "2027-01-12 10:00", read("1/12 10:00", "month-12")
    assert_equal "2026-11-23 09:00", read("Mon 09:00", past: true)
  end

  def test_nonsense_is_named
    [*NOISE, "31 Apr 09:00", "Mon", "Mon 25:00", "Mon 9:75", "13 pm", "30 Foo 09:00", "0/0 9:00", "99.99. 9:00"].each do |text|
      error = assert_raises(InputError, text) { Words::Dates.new.read(text, zone: ZONE, now: NOW) }

      assert_match(/must be/, error.allowed)
    end
  end

  def test_hours_of_a_day_in_both_ways
    assert_equal "7:00 am-12:00 pm, 12:30 pm-5:00 pm", Words::Dates.new("month-12").bands("07:00-12:00, 12:30-17:00")
    assert_equal "07:00-12:00", Words::Dates.new("day-24").bands("07:00-12:00")
    at = Time.utc(2026, 11, 24, 7)
    { "7 am-12 pm" => [[420, 720]], "7:00 am-12:00 pm, 12:30 pm-5:00 pm" => [[420, 720], [750, 1020]], "12 am-1 a.m." => [[0, 60]],
      "07:00-17:00" => [[420, 1020]] }.each { |text, bands| assert_equal bands, Plan::Hours.read(text, start: at).bands, text }
    ["13 am-2 pm", "7 pm-7 am", "0 am-3 am", "7:99-8:00", "am-pm"].each do |text|
      assert_raises(InputError, text) { Plan::Hours.read(text, start: at) }
    end
  end

  # Whatever a shop writes, it can read: each way of writing, over random hours of two years.
  def test_what_is_written_is_read_back
    chance = Random.new(Minitest.seed)
    Words::Dates::NAMES.each_key do |name|
      40.times do
        time = NOW + (chance.rand(-180..180) * 86_400) + (chance.rand(0..1439) * 60)
        written = Words::Dates.new(name).moment(time)

        assert_equal time.strftime("%Y-%m-%d %H:%M"), read(written, name), written
      end
    end
  end

  def test_a_start_is_told_in_words_and_kept_as_a_day_and_hour
    path = new_job(start: "1 Dec 2026 7:15")

    assert_equal "2026-12-01T07:15", Stores::Job.find(path[/\d+/]).document["start"]
    get path

    assert_includes page, 'value="Tue 1 Dec 07:15"'
    Stores::Settings.shop.update!(dates: "month-12")
    get path

    assert_includes page, 'value="Tue Dec 1 7:15 am"'
    refute_match(/\b(?:1[3-9]|2[0-3]):[0-5]\d\b/, words.sub(/#{Regexp.escape("working")}.*?off/m, ""))
    submit path, { "start" => "whenever" }
    get path

    assert_includes words, "First cup mixed must be a day and hour"
    assert_includes page, 'value="whenever"'
  end
end
